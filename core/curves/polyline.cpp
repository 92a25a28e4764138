#include "curves/polyline.h"

#include <algorithm>
#include <cassert>

namespace fern {

double polylineAt(std::span<const CurvePoint> points, double x)
{
    assert(!points.empty());
    const auto after = std::upper_bound(
        points.begin(), points.end(), x, [](double v, const CurvePoint& p) { return v < p.x; });
    if (after == points.begin())
        return points.front().y;
    if (after == points.end())
        return points.back().y;
    const auto& left = *(after - 1);
    return left.y + (after->y - left.y) * ((x - left.x) / (after->x - left.x));
}

} // namespace fern
