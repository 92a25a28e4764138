#pragma once
// Counting what comes to a pin: by interrupt, where every edge is met, or by looks of a loop, where
// a level counts only if a look falls into it.

#include "signal/edge.h"
#include "world/source_spec.h"

#include <cstdint>
#include <deque>
#include <span>
#include <vector>

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
    /// The time between the last two that counted; undefined below two.
    Ticks lastPeriod() const { return m_period; }
    /// When the last ones counted, the oldest first; at most 64.
    std::vector<Ticks> recent() const { return {m_recent.begin(), m_recent.end()}; }

private:
    void change(Ticks at, bool toHigh);

    CountMeans m_means;
    Ticks m_holdOff;
    bool m_isHigh = false; ///< the level itself
    bool m_wasSeenHigh = false; ///< at the last look
    std::int64_t m_count = 0;
    Ticks m_last, m_period;
    std::deque<Ticks> m_recent;
};

/// Returns for each true rising edge, bounces left out, whether something counted before the next.
std::vector<bool> seenPulses(std::span<const Edge> edges, std::span<const Ticks> counted);

/// A time in which interrupts are off.
struct Blind {
    Ticks from, to;
};

/// Returns the edges that interrupt: of those within a blind time only the first is remembered, by
/// a flag that is one deep, and comes when the time ends. Both in the order of time.
std::vector<Edge> interrupting(std::vector<Edge> edges, std::span<const Blind> blinds);

/// How finely a rate can be told, relative to itself.
double gateError(double hertz, double gateSeconds); ///< one pulse in the gate: 1/(f·T)
double periodError(double hertz, double timerSeconds); ///< one tick of the timer: f·tick

/// Returns the rate at which one timed period and a gate are as fine: √(1/(T · tick)), in hertz.
double crossoverHertz(double gateSeconds, double timerSeconds);

/// Returns the highest rate that looks `loopSeconds` apart can follow: both levels of a pulse must
/// last longer than that. `duty` is the share of the time at the high level, 0 … 1.
double highestPolledHertz(double loopSeconds, double duty);

} // namespace fern
