#include "world/trip.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace fern {

namespace {

constexpr double metresPerDegree = 60 * 1852.0;

/// The way of one stretch of `t` seconds in which speed and course are straight lines.
Way stretch(double v0, double v1, double c0, double c1, double t)
{
    const double turned = c1 - c0;
    if (std::fabs(turned) < 1e-3) { // Simpson's rule: the closed form would lose its digits
        const double v = (v0 + v1) / 2;
        const double c = (c0 + c1) / 2;
        return {t / 6 * (v0 * std::cos(c0) + 4 * v * std::cos(c) + v1 * std::cos(c1)),
            t / 6 * (v0 * std::sin(c0) + 4 * v * std::sin(c) + v1 * std::sin(c1))};
    }
    // ∫ (v0 + a τ) e^{i(c0 + w τ)} dτ by parts
    const double w = turned / t;
    const double a = (v1 - v0) / t;
    return {
        (v1 * std::sin(c1) - v0 * std::sin(c0)) / w + a * (std::cos(c1) - std::cos(c0)) / (w * w),
        (v0 * std::cos(c0) - v1 * std::cos(c1)) / w + a * (std::sin(c1) - std::sin(c0)) / (w * w)};
}

} // namespace

Way wayOf(
    const std::vector<CurvePoint>& speed, const std::vector<CurvePoint>& course, double seconds)
{
    std::vector<double> instants{0, seconds};
    for (const auto* lane : {&speed, &course})
        for (const auto& point : *lane)
            if (point.x > 0 && point.x < seconds)
                instants.push_back(point.x);
    std::sort(instants.begin(), instants.end());
    Way way;
    for (std::size_t i = 1; i < instants.size(); ++i) {
        const double from = instants[i - 1];
        const double to = instants[i];
        if (to <= from)
            continue;
        const auto step = stretch(polylineAt(speed, from), polylineAt(speed, to),
            polylineAt(course, from), polylineAt(course, to), to - from);
        way.north += step.north;
        way.east += step.east;
    }
    return way;
}

GroundPlace placeAfter(const GroundPlace& start, const Way& way)
{
    const double latitude = start.latitude + way.north / metresPerDegree;
    const double middle = (start.latitude + latitude) / 2 * std::numbers::pi / 180;
    return {latitude, start.longitude + way.east / (metresPerDegree * std::cos(middle))};
}

} // namespace fern
