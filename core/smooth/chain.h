#pragma once
// A running chain of smoothing steps in the board's number kind; steps that are off are passed
// over. Every step is causal. The first output equals the first input; windows fill with the
// samples so far. A NaN sample is passed on as NaN and enters no window. A last digit rounds from
// the first output on; a spike gate whose least deviation is 0 gates whatever differs at all.

#include "base/cloned.h"
#include "kernel/kernel.h"
#include "smooth/spec.h"

#include <memory>
#include <span>
#include <vector>

namespace fern {

/// Returns how many samples, `sampleSeconds` apart, an average over mains cycles takes: the nearest
/// whole number to its cycles, at least one.
int mainsWindow(const StepSpec& step, double sampleSeconds);

class StepRun {
public:
    virtual ~StepRun() = default;
    virtual std::unique_ptr<StepRun> clone() const = 0;
    /// Replaces each value by the smoothed one. `seconds` holds the time since the sample before
    /// (of the first sample: anything) and is as long as `values`.
    virtual void run(std::span<const double> seconds, std::span<double> values) = 0;
};

/// A copy of a chain goes on from where it is.
class Chain {
public:
    Chain(const std::vector<StepSpec>& steps, NumberKind kind);

    /// Smooths in place; may be called again with the samples that follow.
    void run(std::span<const double> seconds, std::span<double> values);

    /// Smooths one sample that came `seconds` after the one before.
    double feed(double seconds, double value);

private:
    std::vector<Cloned<StepRun>> m_steps;
};

} // namespace fern
