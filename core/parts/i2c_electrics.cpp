#include "parts/i2c_electrics.h"

#include <array>

namespace fern {

namespace {

constexpr double riseFactor = 0.8473; ///< ln(0.7/0.3), as UM10204 rounds it
constexpr double lowVolts = 0.4;
constexpr std::array<I2cLimits, 3> classes{{{100e3, 1000e-9, 400e-12, 3e-3},
    {400e3, 300e-9, 400e-12, 3e-3}, {1e6, 120e-9, 550e-12, 20e-3}}};

} // namespace

std::optional<I2cLimits> i2cLimits(double hertz)
{
    for (const auto& limits : classes)
        if (hertz <= limits.hertz)
            return limits;
    return std::nullopt;
}

double i2cRiseTime(double ohm, double farad)
{
    return riseFactor * ohm * farad;
}

PullUpWindow pullUpWindow(const I2cLimits& limits, double volts, double farad)
{
    return {(volts - lowVolts) / limits.sinkAmpere, limits.riseSeconds / (riseFactor * farad)};
}

} // namespace fern
