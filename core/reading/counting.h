#pragma once
// Counting what comes to a pin: by interrupt, where every edge is met, or by looks of a loop, where
// a level counts only if a look falls into it.

#include "signal/edge.h"
#include "world/source_spec.h"

#include <cstdint>
#include <span>

namespace fern {

/// A row of looks at a pin: first, first + every … up to and including last.
struct Looks {
    Ticks first;
    Ticks every{1};
    Ticks last;
};

class PulseCounter {
public:
    explicit PulseCounter(const PulseSpec& spec);

    /// Takes edges that have interrupted, in the order of time.
    void interrupt(std::span<const Edge> edges);

    /// Takes a stretch of looks. `edges` are all edges after the stretch before up to `looks.last`,
    /// in the order of time.
    void look(std::span<const Edge> edges, const Looks& looks);

    std::int64_t count() const { return m_count; }
    Ticks lastCounted() const { return m_last; } ///< undefined while the count is 0

private:
    void change(Ticks at, bool toHigh);

    CountMeans m_means;
    Ticks m_holdOff;
    bool m_isHigh = false; ///< the level itself
    bool m_wasSeenHigh = false; ///< at the last look
    std::int64_t m_count = 0;
    Ticks m_last;
};

} // namespace fern
