#pragma once
// Straight lines between points.

#include <span>

namespace fern {

struct CurvePoint {
    double x = 0;
    double y = 0;

    bool operator==(const CurvePoint&) const = default;
};

/// Returns y at `x` on the line through `points` (at least one, x rising); before the first and
/// after the last point their y holds.
double polylineAt(std::span<const CurvePoint> points, double x);

} // namespace fern
