#pragma once
// Fixes that make a number younger: shorter smoothing, another redraw interval.

#include "judge/findings.h"

namespace fern {

/// Returns the steps, shortened by one factor until their delay is at most `seconds`.
std::vector<StepSpec> shortened(std::vector<StepSpec> steps, double sampleSeconds, double seconds);

/// Sets the channel's smoothing steps.
Fix smoothingFix(const PlainChannel& channel, const std::vector<StepSpec>& steps);

/// Sets a display's redraw interval, in whole milliseconds.
Fix redrawFix(const PlainDisplay& display, double seconds);

} // namespace fern
