#include "plan/usual_redraw.h"

#include "run/display_run.h"

#include <algorithm>

namespace fern {

namespace {

/// What a page shows in the middle, and so many moves away from it.
PageContent contentAt(
    const PlainInstrument& in, const PlainDisplay& display, const PlainPage& page, double moves)
{
    constexpr double part = 50; // of the range
    const auto now = ticksFromSeconds(1000);
    return pageMoment(
        in, display, page, now, {},
        [&](std::size_t channel) {
            const auto& c = in.channels[channel];
            const double move = std::max(c.wishedStep, (c.to - c.from) / part);
            LatestValue latest;
            latest.real = latest.calm = (c.from + c.to) / 2 + moves * move;
            latest.sampledAt = now;
            latest.hasCome = true;
            return latest;
        },
        [](std::size_t) { return ReaderState{}; }, {})
        .content;
}

} // namespace

DriverSteps usualRedraw(
    const PlainInstrument& in, const PlainDisplay& display, const DisplayFirmware& firmware)
{
    DriverSteps most;
    double longest = -1;
    for (const auto& page : display.pages) {
        const auto before = firmware.drawn({}, page, contentAt(in, display, page, 0));
        const auto after = firmware.drawn(before, page, contentAt(in, display, page, 1));
        auto steps = firmware.redraw(before, after);
        if (const double seconds = sendSeconds(display, steps, display.busHertz);
            seconds > longest) {
            longest = seconds;
            most = std::move(steps);
        }
    }
    return most;
}

} // namespace fern
