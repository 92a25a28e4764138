#pragma once
// A calibration step by step: what is to be done next, from the readings as they come.

#include "reading/settled.h"
#include "scale/spec.h"

#include <vector>

namespace fern {

enum class GuideStep {
    SetValue, ///< the reading is still that of a pair which has been taken
    Wait, ///< it moves
    Take, ///< it stands still at a new place: what does the reference say?
};

/// Returns the next step. A reading belongs to a taken pair within four deviations of its scatter,
/// `step`, or a hundredth of `span`, whichever is largest; all in readings.
GuideStep guideStep(const SettledReading& reading, const std::vector<CalibrationPair>& pairs,
    double step, double span);

} // namespace fern
