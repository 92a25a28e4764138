#include "run/pulse_tally.h"

#include "run/sampled_source.h"

#include <algorithm>
#include <cmath>

namespace fern {

void PulseTally::sampled(const SampleRecord& record)
{
    const auto& source = m_instrument.channels[record.channel].source;
    if (source.kind != SourceKind::Pulses || std::isnan(record.real.reading))
        return;
    m_seen[record.channel] = record.counted;
    m_until[record.channel] = record.at;
}

std::vector<PulseFigures> PulseTally::figures() const
{
    std::vector<PulseFigures> all;
    for (std::size_t i = 0; i < m_instrument.channels.size(); ++i) {
        const auto& channel = m_instrument.channels[i];
        if (channel.source.kind != SourceKind::Pulses || channel.lane.empty())
            continue;
        const auto edges = pulseTrainOf(channel, m_instrument.seed).edges({}, m_until[i]);
        const auto happened = std::count_if(
            edges.begin(), edges.end(), [](const Edge& e) { return e.toHigh && !e.isBounce; });
        all.push_back({channel.id, happened, m_seen[i]});
    }
    return all;
}

} // namespace fern
