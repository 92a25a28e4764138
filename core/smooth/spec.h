#pragma once
// What the file says about smoothing: a list of steps, each told its time step.

#include "base/archive.h"

#include <string>

namespace fern {

enum class StepKind { MovingAverage, Exponential, Median };
inline constexpr Words<3> stepKindWords{"moving average", "exponential", "median"};

constexpr int longestWindow = 10001;

struct StepSpec {
    StepKind kind = StepKind::Exponential;
    int window = 5; ///< N samples, of the moving average and the median; a median's is odd
    bool byAlpha = false; ///< the exponential step is given by alpha instead of tau
    double alpha = 0.2; ///< 0 < alpha ≤ 1
    double tau = 1; ///< seconds; alpha = 1 − exp(−Δt/tau) for each sample's own Δt
    bool isOff = false; ///< kept in the list but passed over, for comparison
    Extras extras;

    bool operator==(const StepSpec&) const = default;
};

template <class Archive> void describe(Archive& a, StepSpec& s)
{
    a.choice("step", s.kind, stepKindWords);
    if (s.kind == StepKind::Exponential) {
        if (Archive::isReading)
            s.byAlpha = a.has("alpha");
        if (s.byAlpha)
            a.number("alpha", s.alpha, {0, 1, true});
        else
            a.number("tau", s.tau, Range::positive());
    } else {
        a.integer("N", s.window, 1, longestWindow);
        if (Archive::isReading && s.kind == StepKind::Median && s.window % 2 == 0)
            a.failAt("N", "a median needs an odd number of samples");
    }
    // The key stands only in the steps that are off.
    if (Archive::isReading ? a.has("off") : s.isOff)
        a.boolean("off", s.isOff);
    a.extras(s.extras);
}

} // namespace fern
