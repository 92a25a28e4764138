#pragma once
// From the pairs of a calibration to a scaling.

#include "scale/fit.h"

namespace fern {

/// Returns the pairs that count; they are weighted where each tells its uncertainty.
std::vector<FitPair> usedPairs(const Calibration& calibration);

/// Fits the calibration's model; the gain of an offset is that of the parts.
Result<Fit> fitOf(const Calibration& calibration, double nominalGain);

/// Returns the scaling that a fit makes. Error when a table's readings are too many for the file.
Result<ScalingSpec> scalingFrom(const Fit& fit);

/// Returns the calibration with its result, ready to be applied. Error when no curve goes through.
Result<Calibration> solved(Calibration calibration, double nominalGain);

/// Returns its pairs and its reference, to go on from: no longer applied.
Calibration begunFrom(Calibration calibration);

} // namespace fern
