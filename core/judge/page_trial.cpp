#include "judge/page_trial.h"

namespace fern {

namespace {

constexpr double longAgo = 1e6; // seconds, at which a trial stands

LatestValue triedValue(const PlainChannel& channel, PageTrial trial)
{
    LatestValue latest;
    latest.hasCome = trial != PageTrial::NotYet;
    latest.sampledAt = trial == PageTrial::Stale ? Ticks{} : ticksFromSeconds(longAgo);
    if (trial != PageTrial::Invalid)
        latest.real = latest.calm = trial == PageTrial::Least ? channel.from : channel.to;
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

PageContent triedContent(const PlainInstrument& instrument, const PlainDisplay& display,
    const PlainPage& page, PageTrial trial)
{
    const auto valueOf = [&](std::size_t channel) {
        return triedValue(instrument.channels[channel], trial);
    };
    const auto stateOf = [&](std::size_t reader) {
        const auto& its = instrument.readers[reader];
        return settled(
            its, {}, valueOf(its.channel).real, instrument.channels[its.channel].numberKind);
    };
    return pageMoment(instrument, display, page, ticksFromSeconds(longAgo), valueOf, stateOf, {})
        .content;
}

} // namespace fern
