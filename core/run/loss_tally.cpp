#include "run/loss_tally.h"

#include "reading/counting.h"
#include "run/busy_tally.h"
#include "run/sampled_source.h"

#include <algorithm>
#include <cmath>

namespace fern {

LossTally::LossTally(const PlainInstrument& instrument)
    : m_instrument(instrument)
    , m_busy(instrument.loops.size())
{
    for (std::size_t i = 0; i < instrument.channels.size(); ++i) {
        const auto& c = instrument.channels[i];
        if (c.source.kind == SourceKind::Pulses && c.source.pulses.means == CountMeans::RisingEdge
            && !c.lane.empty())
            m_counters.emplace(i, Counter{pulseTrainOf(c, instrument), {}, {}, 0, false});
    }
}

void LossTally::busy(const BusyRecord& record)
{
    if (m_counters.empty() || !isOfProcessor(record.with))
        return;
    auto& busy = m_busy[loopOf(m_instrument, record.with, record.index)];
    // Two stretches of one thing are one.
    if (!busy.empty() && busy.back().with == record.with && busy.back().index == record.index
        && busy.back().to == record.from)
        busy.back().to = record.to;
    else
        busy.push_back(record);
}

void LossTally::sampled(const SampleRecord& record)
{
    const auto found = m_counters.find(record.channel);
    if (found == m_counters.end() || std::isnan(record.real.reading))
        return;
    auto& counter = found->second;
    attribute(record.channel, counter, record);
    counter.at = record.at;
    counter.counted = record.counted;
    Ticks earliest = counter.decided;
    for (const auto& [channel, other] : m_counters)
        earliest = std::min(earliest, other.decided);
    for (auto& busy : m_busy)
        while (!busy.empty() && busy.front().to < earliest)
            busy.pop_front();
}

/// A pulse is lost when the next one comes before it was counted: the last one is not decided yet.
void LossTally::attribute(std::size_t channel, Counter& counter, const SampleRecord& record)
{
    const auto& all = record.countedAt;
    auto& causes = m_lost[channel];
    const bool areForgotten = record.counted > std::ssize(all);
    if (areForgotten && all.front() > counter.decided) { // those of this stretch among them
        counter.isUnfollowed = true;
        counter.decided = record.at;
        return;
    }
    const auto edges = counter.train.edges(counter.decided, record.at);
    const auto seen = seenPulses(edges, all);
    std::vector<Ticks> rising;
    for (const auto& edge : edges)
        if (edge.toHigh && !edge.isBounce)
            rising.push_back(edge.at);
    for (std::size_t i = 0; i + 1 < rising.size(); ++i)
        if (!seen[i])
            ++causes[causeBetween(m_instrument.channels[channel].loop, rising[i], rising[i + 1])];
    if (!rising.empty())
        counter.decided = rising.back() - Ticks{1};
}

LossTally::Key LossTally::causeBetween(std::size_t loop, Ticks from, Ticks to) const
{
    Key cause;
    Ticks longest{};
    const auto& busy = m_busy.at(loop);
    for (auto each = busy.rbegin(); each != busy.rend() && each->to > from; ++each)
        if (const auto overlap = std::min(to, each->to) - std::max(from, each->from);
            overlap > longest) {
            longest = overlap;
            cause = {each->with, each->index};
        }
    // The wait between two turns is no task.
    if (m_instrument.loops[loop].waitSeconds > 0 && longest * 2 < to - from)
        return Key({BusyWith::Waiting, 0});
    return cause;
}

std::vector<LossCause> LossTally::causes() const
{
    std::vector<LossCause> all;
    for (const auto& [channel, causes] : m_lost) {
        std::int64_t followed = 0;
        for (const auto& [key, pulses] : causes) {
            followed += pulses;
            all.push_back({channel, key.has_value(), key ? key->first : BusyWith::Sampling,
                key ? key->second : 0, pulses});
        }
        const auto& counter = m_counters.at(channel);
        const auto happened =
            static_cast<std::int64_t>(std::floor(counter.train.phaseAt(inSeconds(counter.at)))
                - std::floor(counter.train.phaseAt(0)));
        if (const auto rest = happened - counter.counted - followed;
            counter.isUnfollowed && rest > 0)
            all.push_back({channel, false, BusyWith::Sampling, 0, rest});
    }
    std::stable_sort(all.begin(), all.end(), [](const LossCause& a, const LossCause& b) {
        return a.channel != b.channel ? a.channel < b.channel : a.pulses > b.pulses;
    });
    return all;
}

} // namespace fern
