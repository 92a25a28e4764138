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

PageContent triedContent(const PlainInstrument& instrument, const PlainDisplay& display,
    const PlainPage& page, PageTrial trial)
{
    return pageMoment(instrument, display, page, ticksFromSeconds(longAgo),
        [&](std::size_t channel) { return triedValue(instrument.channels[channel], trial); }, {})
        .content;
}

} // namespace fern
