#pragma once
// How old the numbers were that displays showed.

#include "run/records.h"

#include <cstddef>
#include <map>
#include <vector>

namespace fern {

/// Of one channel on one display, in seconds.
struct ShownAge {
    std::size_t channel = 0, display = 0;
    double least = 0; ///< when a number appeared
    double usual = 0; ///< mean over the time in which any stood
    double most = 0; ///< before the next one appeared
};

/// Follows what a run shows. The age of a number is the time since the oldest sample in it was
/// taken; numbers without a value count nothing.
class AgeTally : public RunObserver {
public:
    explicit AgeTally(const PlainInstrument& instrument);

    void shown(const ShownRecord& record) override;

    /// Returns the ages of every number that was followed by another one, or by another page.
    std::vector<ShownAge> figures() const;

private:
    struct Number {
        Ticks sampledAt, visibleAt;
        bool stands = false;
        ShownAge age;
        double seconds = 0, ageSeconds = 0; ///< that any stood, and its age summed over them
    };

    std::vector<std::size_t> m_channels; ///< of the readers
    std::map<std::pair<std::size_t, std::size_t>, Number> m_numbers; ///< by display and reader
};

} // namespace fern
