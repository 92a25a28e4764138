#include "parts/fit_front_end.h"

#include "parts/divider.h"
#include "parts/e_series.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace fern {

Quantity asResistor(double ohm)
{
    const auto scaled = [](double value, double by) { return std::round(value / by * 1e6) / 1e6; };
    if (ohm >= 1e6)
        return {scaled(ohm, 1e6), "Mohm"};
    return ohm >= 1e3 ? Quantity{scaled(ohm, 1e3), "kohm"} : Quantity{scaled(ohm, 1), "ohm"};
}

double leastSlope(const AnalogInput& input, double from, double to)
{
    constexpr int steps = 40;
    double least = std::numeric_limits<double>::infinity();
    for (int i = 0; i <= steps; ++i)
        least = std::min(least, std::fabs(pinSlope(input, from + (to - from) * i / steps)));
    return least;
}

ResistorOffer finestResistor(const AnalogInput& input, double from, double to)
{
    const auto [low, high] = std::minmax({sensorOutput(input, from), sensorOutput(input, to)});
    ResistorOffer best;
    auto tried = input;
    // The best one lies between the sensor's ends, or a little outside of them.
    constexpr double beyond = 4;
    for (double ohms = nearestE24(low / beyond); ohms <= high * beyond; ohms = nextE24(ohms)) {
        tried.fixed = ohms;
        const double slope = leastSlope(tried, from, to);
        if (slope > best.leastSlope)
            best = {ohms, slope};
    }
    return best;
}

double spanShare(const AnalogInput& input, double from, double to)
{
    return std::fabs(pinVolts(input, to) - pinVolts(input, from)) / input.supply;
}

std::optional<FrontEndSpec> fittingFrontEnd(const AnalogInput& input, const FitWish& wish)
{
    FrontEndSpec fit;
    fit.tolerancePercent = wish.tolerancePercent;
    const double atFrom = sensorOutput(input, wish.from);
    const double atTo = sensorOutput(input, wish.to);
    if (isResistive(input.sensor)) {
        fit.kind = input.frontEnd == FrontEndKind::SensorBelow ? FrontEndKind::SensorBelow
                                                               : FrontEndKind::SensorAbove;
        fit.fixed = asResistor(nearestE24(std::sqrt(atFrom * atTo)));
        return fit;
    }
    const double most = std::max(atFrom, atTo);
    if (most <= 0)
        return std::nullopt;
    fit.r1 = {0, "ohm"};
    fit.r2 = {100, "kohm"};
    if (most <= wish.mostVolts)
        return fit;
    const auto pair = bestE24Divider(most, wish.mostVolts, wish.totalOhm, wish.tolerancePercent);
    if (pair.r2 <= 0)
        return std::nullopt;
    fit.r1 = asResistor(pair.r1);
    fit.r2 = asResistor(pair.r2);
    return fit;
}

} // namespace fern
