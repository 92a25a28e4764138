#pragma once
// What a chain of steps costs and gains, without running it on the actual signal. Steps that are
// switched off count for nothing.

#include "smooth/spec.h"

#include <vector>

namespace fern {

/// Returns the steps that are not switched off.
std::vector<StepSpec> activeSteps(const std::vector<StepSpec>& steps);

/// Returns what comes out after the input jumped from 0 to 1 at sample 0, for `count` samples.
std::vector<double> stepResponse(
    const std::vector<StepSpec>& steps, double sampleSeconds, int count);

/// Returns how late a steadily rising value comes out, in seconds, at one sample each
/// `sampleSeconds`: (N − 1)/2 · Δt for windows, (1 − α)/α · Δt for the exponential step (which is
/// tau for Δt ≪ tau). The delays of a chain add up.
double delaySeconds(const std::vector<StepSpec>& steps, double sampleSeconds);

/// Returns rms out / rms in for white noise. Exact (root of the summed squares of the impulse
/// response) for averages and exponentials; with a median in the chain it is measured on 20000
/// seeded normal deviates, good to about 2 %.
double noiseGain(const std::vector<StepSpec>& steps, double sampleSeconds);

/// Returns the seconds until a step of the input has come out to within `fraction` of its height
/// (0 < fraction < 1), found on the step response; at most 100000 samples are tried.
double settlingSeconds(const std::vector<StepSpec>& steps, double sampleSeconds, double fraction);

} // namespace fern
