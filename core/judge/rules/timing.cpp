// M01, G03, G04: is the smoothing too late, can the display be redrawn so often, and can the number
// be read?

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "judge/freshness_fix.h"
#include "run/display_run.h"
#include "smooth/figures.h"
#include "smooth/step_text.h"

#include <algorithm>
#include <cmath>
#include <vector>

#include <fmt/format.h>

namespace fern {

void checkSmoothingTooLate(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        const double period = inSeconds(c.sampleEvery);
        const double delay = delaySeconds(c.steps, period);
        if (delay <= c.freshnessSeconds)
            continue;
        out.push_back({"M01", Severity::Check, "/channels/" + c.id + "/smoothing",
            fmt::format("Smoothing alone is {} late", durationText(delay)),
            fmt::format("The wish is a number at most {} old. Shorter steps let more noise "
                        "through; the redraw and the "
                        "sampling need their time too.",
                durationText(c.freshnessSeconds)),
            "delay of a steady rise: (N − 1)/2 samples of a window, (1 − α)/α samples of an "
            "exponential step",
            {smoothingFix(c, shortened(c.steps, period, c.freshnessSeconds / 2))}, {}});
    }
}

namespace {

/// What one redraw of a display takes of the time between two, while the loop waits for it.
double shareOfTime(const PlainInstrument& plain, const PlainDisplay& display)
{
    const auto cost = redrawCost(plain, display, display.busHertz);
    return display.pages.empty() ? 0 : (cost.draw + cost.transfer) / inSeconds(display.redrawEvery);
}

} // namespace

void checkRedrawTooFast(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    double all = 0;
    double most = 0;
    const PlainDisplay* worst = nullptr;
    for (const auto& display : plain.displays) {
        const double share = shareOfTime(plain, display);
        all += share;
        if (share > most) {
            most = share;
            worst = &display;
        }
    }
    if (worst == nullptr || all <= 1)
        return;
    constexpr double comfortable = 0.5; // of the time, leaving as much for everything else
    const auto cost = redrawCost(plain, *worst, worst->busHertz);
    const double left = std::max(comfortable / 2, comfortable - (all - most));
    const double slower = std::ceil((cost.draw + cost.transfer) / left / 0.05) * 0.05;
    out.push_back({"G03", Severity::Stop, "/displays/" + worst->id + "/redrawEvery",
        fmt::format("Redrawing takes {:.0f} % of the time", 100 * all),
        fmt::format(
            "One redraw of {} takes {}, {} of it on its bus at {}, and is asked every {}{}. "
            "The redraws come late, and the loop gets to little else.",
            worst->id, durationText(cost.draw + cost.transfer), durationText(cost.transfer),
            hertzText(worst->busHertz), durationText(inSeconds(worst->redrawEvery)),
            all > most * (1 + 1e-9)
                ? fmt::format("; the other displays ask for {:.0f} % more", 100 * (all - most))
                : ""),
        "bits on the bus at its clock, and the costs of the board's class",
        {redrawFix(in, *worst, slower)}, {}});
}

void checkFasterThanEyes(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    constexpr double fastestSeconds = 0.25;
    for (const auto& display : plain.displays) {
        const double every = inSeconds(display.redrawEvery);
        // What cannot be done at all is told apart.
        if (every >= fastestSeconds || display.pages.empty() || shareOfTime(plain, display) > 1)
            continue;
        out.push_back({"G04", Severity::Note, "/displays/" + display.id + "/redrawEvery",
            fmt::format(
                "Redrawn {} times a second, faster than eyes read", significantText(1 / every, 2)),
            "Changing digits can be read 2 to 4 times a second. Slower redraws leave the bus and "
            "the processor free.",
            "common practice", {redrawFix(in, display, 0.5)}, {}});
    }
}

} // namespace fern
