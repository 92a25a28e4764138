// M01, G04, G05: is the number fresh, and can it be read?

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "judge/age.h"
#include "run/display_run.h"
#include "smooth/figures.h"
#include "smooth/step_text.h"

#include <algorithm>
#include <cmath>
#include <vector>

#include <fmt/format.h>

namespace fern {

namespace {

/// Shortens every step by the same factor until the delay is at most `seconds`.
std::vector<StepSpec> shortened(std::vector<StepSpec> steps, double sampleSeconds, double seconds)
{
    const double factor = seconds / delaySeconds(steps, sampleSeconds);
    for (auto& step : steps) {
        if (step.isOff)
            continue;
        if (step.kind == StepKind::Exponential) {
            const double alpha = step.byAlpha ? step.alpha : -std::expm1(-sampleSeconds / step.tau);
            const double samples = (1 - alpha) / alpha * factor;
            if (step.byAlpha)
                step.alpha = std::min(1.0, std::ceil(1000 / (1 + samples)) / 1000);
            else
                step.tau = std::max(0.001, std::floor(step.tau * factor * 1000) / 1000);
        } else if (step.kind == StepKind::MainsCycles) {
            step.cycles = std::max(1, static_cast<int>(std::floor(step.cycles * factor)));
        } else if (hasWindow(step.kind)) {
            const int window = static_cast<int>(std::floor((step.window - 1) * factor)) + 1;
            step.window = step.kind == StepKind::Median ? window - (window % 2 == 0) : window;
        }
    }
    std::erase_if(steps, [](const StepSpec& step) {
        return hasWindow(step.kind) && step.window == 1; // does nothing
    });
    return steps;
}

Fix redrawFix(const Instrument& in, const PlainDisplay& display, double seconds)
{
    Display changed = *findById(in.displays, display.id);
    changed.redrawEvery = {std::round(seconds * 1000), "ms"};
    return {"Redraw every " + toText(changed.redrawEvery),
        [changed](const Instrument& before) { return withDisplay(before, changed); }};
}

} // namespace

void checkSmoothingTooLate(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        const double period = inSeconds(c.sampleEvery);
        const double delay = delaySeconds(c.steps, period);
        if (delay <= c.freshnessSeconds)
            continue;
        const auto steps = shortened(c.steps, period, c.freshnessSeconds / 2);
        out.push_back({"M01", Severity::Check, "/channels/" + c.id + "/smoothing",
            fmt::format("Smoothing alone is {} late", durationText(delay)),
            fmt::format("The wish is a number at most {} old. Shorter steps let more noise "
                        "through; the redraw and the "
                        "sampling need their time too.",
                durationText(c.freshnessSeconds)),
            "delay of a steady rise: (N − 1)/2 samples of a window, (1 − α)/α samples of an "
            "exponential step",
            {Fix{steps.empty() ? "Use no smoothing" : "Use " + stepsText(steps),
                [id = c.id, steps](
                    const Instrument& before) { return withSmoothing(before, id, steps); }}},
            {}});
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

void checkOlderThanWished(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    for (std::size_t i = 0; i < plain.channels.size(); ++i)
        for (const auto& display : plain.displays) {
            const auto& c = plain.channels[i];
            if (!shows(plain, display, i))
                continue;
            const auto age = ageOf(plain, c, display);
            // When the smoothing alone is too late, that rule speaks.
            if (age.oldest() <= c.freshnessSeconds || age.smoothing > c.freshnessSeconds)
                continue;
            const double cost = age.redraw + age.panel;
            const double interval = c.freshnessSeconds - (age.oldest() - age.waiting);
            std::vector<Fix> fixes;
            if (interval >= 2 * cost && interval >= 0.05)
                fixes.push_back(redrawFix(in, display, std::floor(interval * 100) / 100));
            out.push_back({"G05", Severity::Check, "/displays/" + display.id + "/redrawEvery",
                fmt::format("The number can be {} old, wished are {}", durationText(age.oldest()),
                    durationText(c.freshnessSeconds)),
                fmt::format("Sampling {}, smoothing {}, redraw {}, waiting for the next redraw {}.",
                    durationText(age.sampling), durationText(age.smoothing), durationText(cost),
                    durationText(age.waiting)),
                "sum of the largest delays", std::move(fixes), {}});
        }
}

} // namespace fern
