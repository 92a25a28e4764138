#include "judge/freshness_fix.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "instrument/program_edits.h"
#include "smooth/figures.h"
#include "smooth/step_text.h"

#include <algorithm>
#include <cmath>

namespace fern {

namespace {

/// The whole number in a product that rounding may have put just below it.
int wholeOf(double product)
{
    return static_cast<int>(std::floor(product * (1 + 1e-9)));
}

} // namespace

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
            step.cycles = std::max(1, wholeOf(step.cycles * factor));
        } else if (hasWindow(step.kind)) {
            const int window = wholeOf((step.window - 1) * factor) + 1;
            step.window = step.kind == StepKind::Median ? window - (window % 2 == 0) : window;
        }
    }
    std::erase_if(steps, [](const StepSpec& step) {
        return hasWindow(step.kind) && step.window == 1; // does nothing
    });
    return steps;
}

Fix smoothingFix(const PlainChannel& c, const std::vector<StepSpec>& steps)
{
    return {steps.empty() ? "Use no smoothing" : "Use " + stepsText(steps),
        [id = c.id, steps](const Instrument& before) { return withSmoothing(before, id, steps); }};
}

Fix redrawFix(const PlainDisplay& display, double seconds)
{
    const Quantity every{std::round(seconds * 1000), "ms"};
    return {"Redraw every " + durationText(inSi(every)),
        [id = display.id, every](
            const Instrument& before) { return withRedrawEvery(before, id, every); }};
}

} // namespace fern
