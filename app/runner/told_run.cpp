#include "app/runner/told_run.h"

#include "run/sampled_source.h"

#include <algorithm>

namespace fern::app {

namespace {

bool restsOnRemembered(const PlainInstrument& plain, std::size_t channel)
{
    const auto& c = plain.channels[channel];
    return remembersEverything(c)
        || std::any_of(c.madeOf.begin(), c.madeOf.end(),
            [&](std::size_t of) { return restsOnRemembered(plain, of); });
}

} // namespace

bool canBeShownFirst(const PlainInstrument& plain, std::size_t channel)
{
    return channel < plain.channels.size() && !restsOnRemembered(plain, channel)
        && std::none_of(plain.channels.begin(), plain.channels.end(),
            [](const PlainChannel& c) { return givesCodes(c.source.kind); });
}

void holdRemembered(FirmwareRun& run, const FirmwareRun& before, Ticks now)
{
    const auto begin = run.now();
    const auto& channels = run.instrument().channels;
    const auto& old = before.instrument().channels;
    for (std::size_t i = 0; i < channels.size(); ++i) {
        const auto its = indexOf(old, channels[i].id);
        if (!remembersEverything(channels[i]) || its == old.size() || !before.latest(its).hasCome)
            continue;
        for (const auto at : {begin, now})
            run.deliver(i, Tap::Smoothed, at, before.latest(its).real);
    }
}

} // namespace fern::app
