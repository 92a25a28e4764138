#pragma once
// Which pulses a run lost, and what kept the firmware from them.

#include "run/records.h"
#include "world/pulse_train.h"

#include <cstdint>
#include <deque>
#include <map>
#include <optional>
#include <vector>

namespace fern {

/// What the processor did while pulses came and went.
struct LossCause {
    std::size_t channel = 0;
    bool isKnown = false; ///< else a hold-off, or pulses too many to follow one by one
    BusyWith with = BusyWith::Sampling;
    std::size_t index = 0; ///< of the channel, display, output or task
    std::int64_t pulses = 0;
};

/// Follows a run that began at zero. The cause of a loss is what the processor did for the longest
/// part of the time from the lost edge to the next one.
class LossTally : public RunObserver {
public:
    /// `instrument` must outlive it.
    explicit LossTally(const PlainInstrument& instrument);

    void sampled(const SampleRecord& record) override;
    void busy(const BusyRecord& record) override;

    /// Returns the causes, of each channel the worst first.
    std::vector<LossCause> causes() const;

private:
    struct Counter {
        PulseTrain train;
        Ticks at; ///< of the last sample
        Ticks decided; ///< up to here it is known which pulses were counted
        std::int64_t counted = 0;
        bool isUnfollowed = false; ///< there were too many to follow one by one
    };
    using Key = std::optional<std::pair<BusyWith, std::size_t>>;

    void attribute(std::size_t channel, Counter& counter, const SampleRecord& record);
    Key causeBetween(std::size_t loop, Ticks from, Ticks to) const;

    const PlainInstrument& m_instrument;
    std::map<std::size_t, Counter> m_counters; ///< by channel
    std::vector<std::deque<BusyRecord>> m_busy; ///< of each loop, since the earliest last sample
    std::map<std::size_t, std::map<Key, std::int64_t>> m_lost;
};

} // namespace fern
