#include "judge/page_trial.h"

#include <algorithm>

namespace fern {

namespace {

constexpr double longAgo = 1e6; // seconds, at which a trial stands

/// A value beyond the limits that a page has for a channel, SI units; else the upper end of its
/// wish.
double alarmValue(const PlainInstrument& in, const PlainPage& page, std::size_t channel)
{
    const auto& c = in.channels[channel];
    if (page.when.comes == PageComes::Alarm && page.whenChannel == channel)
        return toSi(page.when.most + (page.when.most - page.when.least) / 10, c.unit);
    for (std::size_t i = 0; i < page.fields.size(); ++i) {
        const auto& field = page.fields[i];
        if (field.kind != FieldKind::Alarm)
            continue;
        const auto& reader = in.readers[page.readers[i]];
        if (reader.channel != channel)
            continue;
        // On the side to which the wish goes beyond the limits.
        const double span = (field.most - field.least) / 10;
        const bool isBelow = inReaderUnit(c.to, reader) <= field.most;
        return toSi(isBelow ? field.least - span : field.most + span, reader.unit);
    }
    return c.to;
}

LatestValue triedValue(
    const PlainInstrument& in, const PlainPage& page, std::size_t index, PageTrial trial)
{
    const auto& channel = in.channels[index];

    LatestValue latest;
    latest.hasCome = trial != PageTrial::NotYet;
    latest.sampledAt = trial == PageTrial::Stale ? Ticks{} : ticksFromSeconds(longAgo);
    if (trial != PageTrial::Invalid)
        latest.real = latest.calm = trial == PageTrial::Least ? channel.from
            : trial == PageTrial::Alarm                       ? alarmValue(in, page, index)
                                                              : channel.to;
    if (!channel.source.names.empty())
        latest.text =
            (trial == PageTrial::Least ? channel.source.names.front() : channel.source.names.back())
                .code;
    return latest;
}

} // namespace

LatestValue latestOf(const RunHistory& history, std::size_t channel)
{
    LatestValue latest;
    if (const auto* sample = history.lastSample(channel))
        latest = {sample->real.smoothed, notThere, sample->takenAt, true, sample->code};
    const auto* code = history.lastCode(channel);
    if (const auto* told = history.lastTold(channel); told != nullptr && code != nullptr)
        latest = {1, notThere, told->at, true, *code};
    return latest;
}

ReaderState stateNow(
    const PlainInstrument& instrument, const RunHistory& history, std::size_t index, Ticks now)
{
    const auto& reader = instrument.readers[index];
    auto before = history.readerState(index);
    if (before.form > reader.others.size())
        before = {};
    return settled(reader, before, validValue(latestOf(history, reader.channel), reader, now),
        instrument.channels[reader.channel].numberKind);
}

double leastLight(const PlainDisplay& display)
{
    double share = 1;
    for (const auto& part : display.day.parts)
        share = std::min(share, part.light);
    if (display.dimming)
        share *= std::min(display.dimming->lowShare, display.dimming->highShare);
    return share * display.firmware->setup().light();
}

PageContent triedContent(const PlainInstrument& instrument, const PlainDisplay& display,
    const PlainPage& page, PageTrial trial)
{
    const auto valueOf = [&](std::size_t channel) {
        return triedValue(instrument, page, channel, trial);
    };
    const auto stateOf = [&](std::size_t reader) {
        const auto& its = instrument.readers[reader];
        return settled(
            its, {}, valueOf(its.channel).real, instrument.channels[its.channel].numberKind);
    };
    const auto now = ticksFromSeconds(longAgo);
    return pageMoment(instrument, display, page, now, trial == PageTrial::Least ? now : Ticks{},
        valueOf, stateOf, {})
        .content;
}

} // namespace fern
