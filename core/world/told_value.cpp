#include "world/told_value.h"

#include "curves/polyline.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include <fmt/format.h>

namespace fern {

double toldAt(const ToldValue& value, double seconds)
{
    return value.lane.empty()
        ? std::numeric_limits<double>::quiet_NaN()
        : fromSi(polylineAt(value.lane, value.faults.seenSeconds(seconds)), value.unit);
}

std::string numberTold(const Source& source, double value)
{
    const double step = source.resolution.value;
    const int decimals =
        step > 0 ? std::clamp(static_cast<int>(std::ceil(-std::log10(step) - 1e-9)), 0, 9) : 3;
    return fmt::format("{:.{}f}", value + 0.0, decimals);
}

} // namespace fern
