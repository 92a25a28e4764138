#pragma once
// A trip over ground: where speed and course lead from a start.

#include "curves/polyline.h"

#include <vector>

namespace fern {

/// How far from the start, in metres along the ground.
struct Way {
    double north = 0;
    double east = 0;
};

/// Returns the integral of a speed (metre per second) along a course (radian from north over east)
/// from 0 s to `seconds`. Both are straight lines between points (at least one each, x in seconds
/// from 0 on); before the first and after the last point they hold. Exact within each stretch.
Way wayOf(
    const std::vector<CurvePoint>& speed, const std::vector<CurvePoint>& course, double seconds);

struct GroundPlace {
    double latitude = 0; ///< degrees, north
    double longitude = 0; ///< degrees, east
};

/// Returns the place at the end of a way that is short against the earth. A minute of latitude is
/// 1852 m (the international nautical mile), one of longitude less by the cosine of the middle
/// latitude.
GroundPlace placeAfter(const GroundPlace& start, const Way& way);

} // namespace fern
