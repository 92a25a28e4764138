#include "world/quadrature.h"

#include "curves/polyline.h"

#include <algorithm>
#include <cmath>

namespace fern {

namespace {

/// The edges of one straight stretch from `x0` to `x1` seconds, at `y0` and `y1` edges.
void addStretch(std::vector<QuadratureEdge>& edges, double x0, double x1, double y0, double y1)
{
    const double slope = (y1 - y0) / (x1 - x0);
    const auto last = static_cast<std::int64_t>(std::floor(y1));
    auto quarter = static_cast<std::int64_t>(std::floor(y0));
    while (quarter != last) {
        // Upwards the new quarter begins at its own number, downwards at that of the one before.
        const auto next = quarter + (slope > 0 ? 1 : -1);
        const double edge = static_cast<double>(slope > 0 ? next : quarter);
        edges.push_back({ticksFromSeconds(x0 + (edge - y0) / slope), next});
        quarter = next;
    }
}

} // namespace

std::int64_t quarterAt(const std::vector<CurvePoint>& course, double perUnit, double seconds)
{
    return static_cast<std::int64_t>(std::floor(polylineAt(course, seconds) * perUnit));
}

std::vector<QuadratureEdge> quadratureEdges(
    const std::vector<CurvePoint>& course, double perUnit, Ticks from, Ticks to)
{
    std::vector<QuadratureEdge> edges;
    const double begin = inSeconds(from);
    const double end = inSeconds(to);
    if (!(end > begin))
        return edges;
    std::vector<CurvePoint> stretch{{begin, polylineAt(course, begin)}};
    for (const auto& point : course)
        if (point.x > begin && point.x < end)
            stretch.push_back(point);
    stretch.push_back({end, polylineAt(course, end)});
    for (std::size_t i = 1; i < stretch.size(); ++i)
        if (stretch[i].x > stretch[i - 1].x)
            addStretch(edges, stretch[i - 1].x, stretch[i].x, stretch[i - 1].y * perUnit,
                stretch[i].y * perUnit);
    return edges;
}

} // namespace fern
