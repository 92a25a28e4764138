#include "smooth/figures.h"

#include "base/random.h"
#include "smooth/chain.h"

#include <algorithm>
#include <cmath>
#include <iterator>
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

/// Samples until every window of the chain is full.
int samplesToFill(const std::vector<StepSpec>& steps)
{
    int samples = 1;
    for (const auto& step : activeSteps(steps))
        samples += step.kind == StepKind::Exponential ? 1 : step.window;
    return samples;
}

/// A chain that has settled at zero: it starts in the state of its first sample, so full windows
/// of zeros go before.
Chain settledChain(const std::vector<StepSpec>& steps, double sampleSeconds)
{
    Chain chain(steps, NumberKind::Float64);
    for (int i = samplesToFill(steps); i > 0; --i)
        chain.feed(sampleSeconds, 0);
    return chain;
}

} // namespace

std::vector<StepSpec> activeSteps(const std::vector<StepSpec>& steps)
{
    std::vector<StepSpec> active;
    std::copy_if(steps.begin(), steps.end(), std::back_inserter(active),
        [](const StepSpec& step) { return !step.isOff; });
    return active;
}

std::vector<double> stepResponse(
    const std::vector<StepSpec>& steps, double sampleSeconds, int count)
{
    auto chain = settledChain(steps, sampleSeconds);
    std::vector<double> response;
    for (int i = 0; i < count; ++i)
        response.push_back(chain.feed(sampleSeconds, 1));
    return response;
}

double delaySeconds(const std::vector<StepSpec>& steps, double sampleSeconds)
{
    double samples = 0;
    for (const auto& step : activeSteps(steps)) {
        const double alpha = alphaOf(step, sampleSeconds);
        samples +=
            step.kind == StepKind::Exponential ? (1 - alpha) / alpha : (step.window - 1) / 2.0;
    }
    return samples * sampleSeconds;
}

double noiseGain(const std::vector<StepSpec>& steps, double sampleSeconds)
{
    const auto active = activeSteps(steps);
    const auto isMedian = [](const StepSpec& step) {
        return step.kind == StepKind::Median && step.window > 1;
    };
    if (std::any_of(active.begin(), active.end(), isMedian))
        return measuredNoiseGain(active, sampleSeconds);
    const int windows = samplesToFill(active);
    auto chain = settledChain(active, sampleSeconds);
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
    auto chain = settledChain(steps, sampleSeconds);
    for (int i = 0; i < longestResponse; ++i)
        if (std::fabs(chain.feed(sampleSeconds, 1) - 1) <= fraction)
            return i * sampleSeconds;
    return longestResponse * sampleSeconds;
}

} // namespace fern
