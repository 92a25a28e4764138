#include "run/sample_tally.h"

#include "instrument/plain_program.h"
#include "run/task_blocks.h"

#include <algorithm>

namespace fern {

namespace {

/// Seconds for which a press must last before it counts; none of what is not pressed.
std::optional<double> debounceOf(const Source& source)
{
    if (source.kind == SourceKind::Switch)
        return inSi(source.contact.debounce);
    if (source.kind == SourceKind::KeyMatrix)
        return inSi(source.matrix.debounce);
    return source.kind == SourceKind::KeyLadder ? std::optional(0.0) : std::nullopt;
}

} // namespace

SampleTally::SampleTally(const PlainInstrument& instrument)
    : m_channels(instrument.channels.size())
{
    for (std::size_t i = 0; i < m_channels.size(); ++i) {
        const auto& c = instrument.channels[i];
        auto& own = m_channels[i];
        own.figures.channel = i;
        own.figures.every = isEveryTurn(sampleTaskOf(instrument, c).spec)
            ? samplePeriod(instrument, c)
            : inSeconds(c.sampleEvery);
        const auto debounce = debounceOf(c.source);
        if (!debounce)
            continue;
        own.settles = *debounce + 0.5;
        for (const auto& event : c.events)
            if (!event.what.empty() && event.what != "off") {
                own.presses.push_back(event);
                own.names.insert(event.what);
            }
    }
}

void SampleTally::sampled(const SampleRecord& record)
{
    auto& own = m_channels[record.channel];
    auto& figures = own.figures;
    if (own.last) {
        const double gap = inSeconds(record.at - *own.last);
        figures.shortest = figures.samples == 1 ? gap : std::min(figures.shortest, gap);
        figures.longest = std::max(figures.longest, gap);
    }
    own.last = record.at;
    ++figures.samples;
    figures.seen += own.names.contains(record.code) ? 1 : 0;
}

std::vector<SampleFigures> SampleTally::figures() const
{
    std::vector<SampleFigures> all;
    for (const auto& own : m_channels) {
        if (!own.last)
            continue;
        all.push_back(own.figures);
        all.back().pressed = std::count_if(own.presses.begin(), own.presses.end(),
            [&](const LaneEvent& press) { return press.at + own.settles < inSeconds(*own.last); });
    }
    return all;
}

} // namespace fern
