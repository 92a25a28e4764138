#include "run/pulse_tally.h"

#include "run/sampled_source.h"

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
        const auto train = pulseTrainOf(channel, m_instrument);
        const auto phase = [&](Ticks at) { return std::floor(train.phaseAt(inSeconds(at))); };
        all.push_back(
            {channel.id, static_cast<std::int64_t>(phase(m_until[i]) - phase({})), m_seen[i]});
    }
    return all;
}

} // namespace fern
