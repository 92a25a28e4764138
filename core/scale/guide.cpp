#include "scale/guide.h"

#include <algorithm>
#include <cmath>

namespace fern {

GuideStep guideStep(const SettledReading& reading, const std::vector<CalibrationPair>& pairs,
    double step, double span)
{
    const double near = std::max({4 * reading.scatter, step, 0.01 * std::fabs(span)});
    const bool isTaken = std::any_of(pairs.begin(), pairs.end(), [&](const CalibrationPair& pair) {
        return std::fabs(pair.reading - reading.mean) <= near;
    });
    if (!reading.isSettled)
        return GuideStep::Wait;
    return isTaken ? GuideStep::SetValue : GuideStep::Take;
}

} // namespace fern
