#pragma once
// How far two calibrations of one channel lie apart, and how long one is good for.

#include "scale/spec.h"

#include <optional>

namespace fern {

struct ScalingDifference {
    double largest = 0; ///< later − earlier where they lie farthest apart, in the channel's unit
    double reading = 0; ///< there

    bool operator==(const ScalingDifference&) const = default;
};

/// Compares what the results of two calibrations make of the readings `least` … `most`. None where
/// one has no value there.
std::optional<ScalingDifference> differenceOf(
    const ScalingSpec& earlier, const ScalingSpec& later, double least, double most);

/// Returns the days from one calibration to another; none unless both have a time and the later one
/// is later.
std::optional<double> daysBetween(const Calibration& earlier, const Calibration& later);

/// Returns how many days a calibration is good for: until the drift at its pace, `drifted` in
/// `days`, uses up half of the tolerance, and at most a year (common practice).
double daysGoodFor(double drifted, double days, double tolerance);

} // namespace fern
