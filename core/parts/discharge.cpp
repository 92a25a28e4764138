#include "parts/discharge.h"

#include "curves/polyline.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <vector>

namespace fern {

namespace {

/// One chemistry: x the share given, y volts a cell.
struct CellCurve {
    double nominal; ///< volts a cell
    double lostInAMonth; ///< share of the capacity
    std::vector<CurvePoint> points;
};

/// Typical of the chemistries at a light load, as data sheets of cells draw them (common practice).
const CellCurve& curveOf(Chemistry chemistry)
{
    static const std::array<CellCurve, 5> curves{{
        {1.5, 0.003,
            {{0, 1.58}, {0.1, 1.42}, {0.2, 1.35}, {0.3, 1.3}, {0.4, 1.26}, {0.5, 1.22}, {0.6, 1.18},
                {0.7, 1.14}, {0.8, 1.08}, {0.9, 1}, {1, 0.8}}},
        {1.2, 0.15,
            {{0, 1.4}, {0.05, 1.32}, {0.1, 1.29}, {0.5, 1.24}, {0.8, 1.2}, {0.9, 1.15}, {1, 1}}},
        {2, 0.04, {{0, 2.12}, {0.25, 2.07}, {0.5, 2.03}, {0.75, 1.98}, {1, 1.75}}},
        {3.7, 0.03,
            {{0, 4.18}, {0.1, 4.05}, {0.2, 3.95}, {0.3, 3.87}, {0.4, 3.8}, {0.5, 3.75}, {0.6, 3.71},
                {0.7, 3.67}, {0.8, 3.6}, {0.9, 3.45}, {0.95, 3.3}, {1, 3}}},
        {3.2, 0.03,
            {{0, 3.4}, {0.05, 3.32}, {0.2, 3.29}, {0.5, 3.26}, {0.8, 3.2}, {0.9, 3.12}, {0.95, 3},
                {1, 2.5}}},
    }};
    return curves[static_cast<std::size_t>(chemistry)];
}

/// Volts at the terminals for one volt of the curve.
double cellsOf(const BatterySpec& battery)
{
    return inSi(battery.voltage) / curveOf(battery.chemistry).nominal;
}

} // namespace

double batteryVolts(const BatterySpec& battery, double given)
{
    return cellsOf(battery) * polylineAt(curveOf(battery.chemistry).points, given);
}

double givenAbove(const BatterySpec& battery, double volts)
{
    const auto& points = curveOf(battery.chemistry).points;
    const double cell = volts / cellsOf(battery);
    if (cell >= points.front().y)
        return 0;
    const auto below = std::find_if(
        points.begin(), points.end(), [&](const CurvePoint& point) { return point.y < cell; });
    if (below == points.end())
        return 1;
    const auto& above = *(below - 1);
    return above.x + (above.y - cell) / (above.y - below->y) * (below->x - above.x);
}

double selfDischarge(const BatterySpec& battery)
{
    constexpr double month = 30.4 * 24 * 3600;
    return inSi(battery.capacity) * curveOf(battery.chemistry).lostInAMonth / month;
}

} // namespace fern
