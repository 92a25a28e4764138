#include "scale/drift.h"

#include "base/calendar.h"
#include "scale/scaling.h"

#include <algorithm>
#include <cmath>

namespace fern {

std::optional<ScalingDifference> differenceOf(
    const ScalingSpec& earlier, const ScalingSpec& later, double least, double most)
{
    const auto before = scalingOf(earlier);
    const auto now = scalingOf(later);
    ScalingDifference difference;
    constexpr int steps = 100;
    for (int i = 0; i <= steps; ++i) {
        const double reading = least + (most - least) * i / steps;
        const double apart = scaledCode(now, NumberKind::Float64, reading)
            - scaledCode(before, NumberKind::Float64, reading);
        if (std::isnan(apart))
            return std::nullopt;
        if (i == 0 || std::fabs(apart) > std::fabs(difference.largest))
            difference = {apart, reading};
    }
    return difference;
}

std::optional<double> daysBetween(const Calibration& earlier, const Calibration& later)
{
    constexpr double day = 86400;
    const auto from = parseUtc(earlier.on);
    const auto to = parseUtc(later.on);
    if (!from || !to || *to <= *from)
        return std::nullopt;
    return static_cast<double>(*to - *from) / day;
}

double daysGoodFor(double drifted, double days, double tolerance)
{
    constexpr double year = 365;
    return drifted == 0 ? year : std::min(year, tolerance / 2 / std::fabs(drifted) * days);
}

} // namespace fern
