#include "smooth/figures.h"

#include "base/random.h"
#include "smooth/chain.h"

#include <algorithm>
#include <cmath>
#include <vector>

namespace fern {

namespace {

constexpr int longestResponse = 100000;

double alphaOf(const StepSpec& step, double sampleSeconds)
{
    return step.byAlpha ? step.alpha : -std::expm1(-sampleSeconds / step.tau);
}

double measuredNoiseGain(const std::vector<StepSpec>& steps, double sampleSeconds)
{
    constexpr int count = 20000;
    constexpr int warmUp = 2000;
    const RandomStream stream(1, "noise gain", "white noise");
    Chain chain(steps, NumberKind::Float64);
    double squares = 0;
    for (int i = 0; i < count; ++i) {
        const double y = chain.feed(sampleSeconds, stream.normal(static_cast<std::uint64_t>(i)));
        if (i >= warmUp)
            squares += y * y;
    }
    return std::sqrt(squares / (count - warmUp));
}

} // namespace

double delaySeconds(const std::vector<StepSpec>& steps, double sampleSeconds)
{
    double samples = 0;
    for (const auto& step : steps) {
        const double alpha = alphaOf(step, sampleSeconds);
        samples +=
            step.kind == StepKind::Exponential ? (1 - alpha) / alpha : (step.window - 1) / 2.0;
    }
    return samples * sampleSeconds;
}

double noiseGain(const std::vector<StepSpec>& steps, double sampleSeconds)
{
    const auto isMedian = [](const StepSpec& step) {
        return step.kind == StepKind::Median && step.window > 1;
    };
    if (std::any_of(steps.begin(), steps.end(), isMedian))
        return measuredNoiseGain(steps, sampleSeconds);
    // A chain starts in the state of its first sample, so the impulse comes after a full window of
    // zeros.
    Chain chain(steps, NumberKind::Float64);
    int windows = 1;
    for (const auto& step : steps)
        windows += step.kind == StepKind::Exponential ? 1 : step.window;
    for (int i = 0; i < windows; ++i)
        chain.feed(sampleSeconds, 0);
    double squares = 0;
    double last = chain.feed(sampleSeconds, 1);
    for (int i = 0; i < longestResponse; ++i) {
        squares += last * last;
        last = chain.feed(sampleSeconds, 0);
        if (i > windows && last * last < 1e-18 * squares)
            break;
    }
    return std::sqrt(squares);
}

double settlingSeconds(const std::vector<StepSpec>& steps, double sampleSeconds, double fraction)
{
    Chain chain(steps, NumberKind::Float64);
    int windows = 1;
    for (const auto& step : steps)
        windows += step.kind == StepKind::Exponential ? 1 : step.window;
    for (int i = 0; i < windows; ++i)
        chain.feed(sampleSeconds, 0);
    for (int i = 0; i < longestResponse; ++i)
        if (std::fabs(chain.feed(sampleSeconds, 1) - 1) <= fraction)
            return i * sampleSeconds;
    return longestResponse * sampleSeconds;
}

} // namespace fern
