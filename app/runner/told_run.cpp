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
    return channel < plain.channels.size() && !restsOnRemembered(plain, channel);
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
        if (givesCodes(channels[i].source.kind)) {
            run.hold(i, before.latest(its));
            continue;
        }
        for (const auto at : {begin, now})
            run.deliver(i, Tap::Smoothed, at, before.latest(its).real);
    }
    const auto& readers = run.instrument().readers;
    for (std::size_t i = 0; i < readers.size(); ++i) {
        const auto& was = before.instrument().readers;
        const auto its = indexOf(was, readers[i].id);
        if (its < was.size() && was[its].others.size() == readers[i].others.size())
            run.holdReader(i, before.reader(its));
    }
    const auto settingAt = [](const PlainInstrument& in, std::size_t i) -> const std::string& {
        return in.settings[i].spec.id;
    };
    for (std::size_t i = 0; i < run.instrument().settings.size(); ++i)
        for (std::size_t k = 0; k < before.instrument().settings.size(); ++k)
            if (settingAt(run.instrument(), i) == settingAt(before.instrument(), k))
                run.holdSetting(i, before.setting(k));
}

} // namespace fern::app
