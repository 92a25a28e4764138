#pragma once
// How evenly the channels of a run were sampled, and which presses it missed.

#include "run/records.h"

#include <cstdint>
#include <optional>
#include <set>
#include <string>
#include <vector>

namespace fern {

/// Of one channel that the loop samples.
struct SampleFigures {
    std::size_t channel = 0;
    std::int64_t samples = 0;
    double every = 0; ///< seconds that are asked for
    double shortest = 0, longest = 0; ///< seconds between two; 0 with less than two
    std::int64_t pressed = 0, seen = 0; ///< presses of keys and buttons
    /// How much earlier or later than asked a sample came after the one before, at most.
    double jitter() const { return samples < 2 ? 0 : std::max(longest - every, every - shortest); }
    std::int64_t missed() const { return std::max<std::int64_t>(0, pressed - seen); }
};

class SampleTally : public RunObserver {
public:
    explicit SampleTally(const PlainInstrument& instrument);

    void sampled(const SampleRecord& record) override;

    /// Returns the figures of what was sampled at all. A press counts once its channel has been
    /// sampled for its debounce and half a second more.
    std::vector<SampleFigures> figures() const;

private:
    struct Channel {
        SampleFigures figures;
        std::vector<LaneEvent> presses;
        std::set<std::string> names; ///< of what can be pressed
        double settles = 0; ///< seconds
        std::optional<Ticks> last;
    };
    std::vector<Channel> m_channels;
};

} // namespace fern
