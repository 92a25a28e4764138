// M01, G04: is the smoothing too late, and can the number be read?

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "judge/freshness_fix.h"
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

void checkFasterThanEyes(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    constexpr double fastestSeconds = 0.25;
    for (const auto& display : plain.displays) {
        const double every = inSeconds(display.redrawEvery);
        if (every >= fastestSeconds || display.pages.empty())
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
