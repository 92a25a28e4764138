#include "judge/counted_pulses.h"

#include "run/sampled_source.h"

#include <cmath>

namespace fern {

CountedPulses countedPulses(
    const PlainInstrument& instrument, std::size_t channel, const RunHistory& history, Ticks now)
{
    const auto train = pulseTrainOf(instrument.channels[channel], instrument);
    CountedPulses pulses;
    pulses.newest = lastPulses(train, now);
    const SampleRecord* first = nullptr;
    const SampleRecord* last = nullptr;
    for (const auto& sample : history.samples()) {
        if (sample.channel != channel)
            continue;
        if (first == nullptr)
            first = &sample;
        last = &sample;
    }
    if (first == nullptr)
        return pulses;
    pulses.sampled = lastPulses(train, last->at);
    pulses.countedAt = last->countedAt;
    auto& stretch = pulses.sampled;
    const bool areForgotten = last->counted > static_cast<std::int64_t>(pulses.countedAt.size());
    if (areForgotten && !pulses.countedAt.empty() && stretch.from < pulses.countedAt.front()) {
        // What came before those that are remembered is not lost.
        stretch.from = pulses.countedAt.front();
        stretch.beginsHigh = train.isHigh(stretch.from - Ticks{1});
        std::erase_if(stretch.edges, [&](const Edge& e) { return e.at < stretch.from; });
    }
    pulses.counted = last->counted - first->counted;
    pulses.happened = static_cast<std::int64_t>(std::floor(train.phaseAt(inSeconds(last->at)))
        - std::floor(train.phaseAt(inSeconds(first->at))));
    return pulses;
}

} // namespace fern
