#include "smooth/figures.h"

#include "base/random.h"
#include "smooth/chain.h"

#include <algorithm>
#include <cmath>
#include <iterator>
#include <numbers>
#include <vector>

namespace fern {

namespace {

constexpr int longestResponse = 100000;

double alphaOf(const StepSpec& step, double sampleSeconds)
{
    return step.byAlpha ? step.alpha : Kernel<double>::ft_share(sampleSeconds, step.tau);
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
int samplesToFill(const std::vector<StepSpec>& steps, double sampleSeconds)
{
    int samples = 1;
    for (const auto& step : activeSteps(steps))
        samples += std::max(1, windowOf(step, sampleSeconds));
    return samples;
}

/// What averages, and medians: what noise figures are about.
std::vector<StepSpec> averagingSteps(const std::vector<StepSpec>& steps)
{
    auto averaging = activeSteps(steps);
    std::erase_if(averaging,
        [](const StepSpec& step) { return !isLinear(step.kind) && step.kind != StepKind::Median; });
    return averaging;
}

/// A chain that has settled at zero: it starts in the state of its first sample, so full windows
/// of zeros go before.
Chain settledChain(const std::vector<StepSpec>& steps, double sampleSeconds)
{
    Chain chain(steps, NumberKind::Float64);
    for (int i = samplesToFill(steps, sampleSeconds); i > 0; --i)
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

int windowOf(const StepSpec& step, double sampleSeconds)
{
    return step.kind == StepKind::MainsCycles ? mainsWindow(step, sampleSeconds)
        : hasWindow(step.kind) || step.kind == StepKind::SpikeGate ? step.window
                                                                   : 0;
}

std::vector<double> stepResponse(
    const std::vector<StepSpec>& steps, double sampleSeconds, int count, double jump)
{
    auto chain = settledChain(steps, sampleSeconds);
    std::vector<double> response;
    response.reserve(static_cast<std::size_t>(count));
    for (int i = 0; i < count; ++i)
        response.push_back(chain.feed(sampleSeconds, jump) / jump);
    return response;
}

double delaySeconds(const std::vector<StepSpec>& steps, double sampleSeconds)
{
    double samples = 0;
    for (const auto& step : activeSteps(steps)) {
        const double alpha = alphaOf(step, sampleSeconds);
        if (step.kind == StepKind::Exponential)
            samples += (1 - alpha) / alpha;
        else if (isLinear(step.kind) || step.kind == StepKind::Median)
            samples += (windowOf(step, sampleSeconds) - 1) / 2.0;
    }
    return samples * sampleSeconds;
}

namespace {

/// The gain of steps that average.
double gainOf(const std::vector<StepSpec>& active, double sampleSeconds)
{
    const auto isMedian = [](const StepSpec& step) {
        return step.kind == StepKind::Median && step.window > 1;
    };
    if (std::any_of(active.begin(), active.end(), isMedian))
        return measuredNoiseGain(active, sampleSeconds);
    const int windows = samplesToFill(active, sampleSeconds);
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

/// A gain that was found before.
struct KnownGain {
    std::vector<StepSpec> active;
    double sampleSeconds = 0;
    double gain = 1;
};

} // namespace

double noiseGain(const std::vector<StepSpec>& steps, double sampleSeconds)
{
    // Every judgement of a channel asks for it, and measuring one takes a millisecond.
    constexpr std::size_t mostKnown = 64;
    thread_local std::vector<KnownGain> known;
    const auto active = averagingSteps(steps);
    const auto found = std::find_if(known.begin(), known.end(),
        [&](const KnownGain& k) { return k.sampleSeconds == sampleSeconds && k.active == active; });
    if (found != known.end())
        return found->gain;
    if (known.size() == mostKnown)
        known.erase(known.begin());
    known.push_back({active, sampleSeconds, gainOf(active, sampleSeconds)});
    return known.back().gain;
}

double settlingSeconds(
    const std::vector<StepSpec>& steps, double sampleSeconds, double fraction, double jump)
{
    auto chain = settledChain(steps, sampleSeconds);
    for (int i = 0; i < longestResponse; ++i)
        if (std::fabs(chain.feed(sampleSeconds, jump) / jump - 1) <= fraction)
            return i * sampleSeconds;
    return longestResponse * sampleSeconds;
}

double gainAt(const std::vector<StepSpec>& steps, double sampleSeconds, double hertz)
{
    const double w = 2 * std::numbers::pi * hertz * sampleSeconds;
    double gain = 1;
    for (const auto& step : activeSteps(steps)) {
        if (step.kind == StepKind::Exponential) {
            const double alpha = alphaOf(step, sampleSeconds);
            const double pole = 1 - alpha;
            gain *= alpha / std::sqrt(1 - 2 * pole * std::cos(w) + pole * pole);
        } else if (isLinear(step.kind)) {
            const double n = windowOf(step, sampleSeconds);
            const double below = n * std::sin(w / 2);
            gain *= std::fabs(below) < 1e-9 * n ? 1 : std::fabs(std::sin(n * w / 2) / below);
        }
    }
    return gain;
}

StepCost costOf(const StepSpec& step, NumberKind kind, double sampleSeconds)
{
    const int real = kind == NumberKind::Float32 ? 4 : 8;
    constexpr int index = 2; // of a small board
    const int n = windowOf(step, sampleSeconds);
    switch (step.kind) {
    case StepKind::MovingAverage:
    case StepKind::MainsCycles:
        return {(n + 1) * real + 2 * index, 4};
    case StepKind::Median: // half of the window is shifted, and it is searched twice
        return {2 * n * real + 2 * index, n / 2.0 + 2 * std::ceil(std::log2(std::max(2, n)))};
    case StepKind::SpikeGate: // sorted twice by insertion, a quarter of all pairs each time
        return {(2 * n + step.refill + 1) * real + 4 * index, n * n / 2.0 + 4 * n};
    case StepKind::PeakHold:
    case StepKind::MinimumHold:
        return {2 * real, 3};
    case StepKind::DigitHysteresis:
        return {real, 6};
    case StepKind::StillBelow:
        return {0, 2};
    case StepKind::Exponential:
    case StepKind::SlewLimit:
    case StepKind::DeadBand:
        break;
    }
    return {real, 3};
}

} // namespace fern
