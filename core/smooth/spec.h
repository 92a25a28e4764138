#pragma once
// What the file says about smoothing: a list of steps, each told its time step.

#include "base/archive.h"

#include <string>

namespace fern {

enum class StepKind {
    MovingAverage,
    Exponential,
    Median,
    SpikeGate, ///< holds while a sample stands out from the accepted ones
    SlewLimit, ///< follows no faster than a limit
    DeadBand, ///< holds until the input differs by so much
    StillBelow, ///< shows 0 under a threshold
    PeakHold,
    MinimumHold,
    DigitHysteresis, ///< rounds to a digit and lets go only well past its edge
    MainsCycles, ///< average over whole mains cycles
};
inline constexpr Words<11> stepKindWords{"moving average", "exponential", "median", "spike gate",
    "slew", "dead band", "still below", "peak hold", "minimum hold", "digit hysteresis",
    "mains cycles"};

/// Returns whether a step averages: its figures then follow by formula from its weights.
constexpr bool isLinear(StepKind kind)
{
    return kind == StepKind::MovingAverage || kind == StepKind::Exponential
        || kind == StepKind::MainsCycles;
}
/// Returns whether a step keeps the last N samples as such.
constexpr bool hasWindow(StepKind kind)
{
    return kind == StepKind::MovingAverage || kind == StepKind::Median;
}

constexpr int longestWindow = 10001;
constexpr int longestGate = 101; ///< samples of a spike gate, which sorts them each time

struct StepSpec {
    StepKind kind = StepKind::Exponential;
    int window = 5; ///< N samples, of averages, medians and spike gates; a median's is odd
    bool byAlpha = false; ///< the exponential step is given by alpha instead of tau
    double alpha = 0.2; ///< 0 < alpha ≤ 1
    double tau = 1; ///< seconds; alpha = 1 − exp(−Δt/tau) for each sample's own Δt
    double k = 5; ///< of a spike gate: this many deviations stand out
    int refill = 5; ///< M: so many in a row on one side are a new level
    double least =
        0; ///< the least deviation that it takes, in the unit; 0: one step of the reading
    double limit =
        1; ///< slew: units a second; dead band, still below: units; last digit: its worth
    double beyond = 0.7; ///< of a last digit: how far the input goes before it changes, in digits
    double hold = 0; ///< of a peak or minimum: seconds before it begins again; 0: never
    double hertz = 50; ///< of the mains
    int cycles = 1;
    bool isOff = false; ///< kept in the list but passed over, for comparison
    Extras extras;

    bool operator==(const StepSpec&) const = default;
};

template <class Archive> void describe(Archive& a, StepSpec& s)
{
    a.choice("step", s.kind, stepKindWords);
    switch (s.kind) {
    case StepKind::Exponential:
        if (Archive::isReading)
            s.byAlpha = a.has("alpha");
        if (s.byAlpha)
            a.number("alpha", s.alpha, {0, 1, true});
        else
            a.number("tau", s.tau, Range::positive());
        break;
    case StepKind::MovingAverage:
    case StepKind::Median:
        a.integer("N", s.window, 1, longestWindow);
        if (Archive::isReading && s.kind == StepKind::Median && s.window % 2 == 0)
            a.failAt("N", "a median needs an odd number of samples");
        break;
    case StepKind::SpikeGate:
        a.number("k", s.k, Range::positive());
        a.integer("N", s.window, 1, longestGate);
        a.integer("M", s.refill, 1, longestGate);
        if (Archive::isReading ? a.has("least") : s.least != 0)
            a.number("least", s.least, Range::notNegative());
        break;
    case StepKind::SlewLimit:
        a.number("perSecond", s.limit, Range::positive());
        break;
    case StepKind::DeadBand:
        a.number("band", s.limit, Range::positive());
        break;
    case StepKind::StillBelow:
        a.number("below", s.limit, Range::positive());
        break;
    case StepKind::PeakHold:
    case StepKind::MinimumHold:
        a.number("hold", s.hold, Range::notNegative());
        break;
    case StepKind::DigitHysteresis:
        a.number("digit", s.limit, Range::positive());
        a.number("beyond", s.beyond, {0.5, 10});
        break;
    case StepKind::MainsCycles:
        a.number("hertz", s.hertz, {1, 1000});
        a.integer("cycles", s.cycles, 1, 1000);
        break;
    }
    // The key stands only in the steps that are off.
    if (Archive::isReading ? a.has("off") : s.isOff)
        a.boolean("off", s.isOff);
    a.extras(s.extras);
}

} // namespace fern
