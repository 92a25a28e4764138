#pragma once
// The electrical side of an I²C bus. Source of the limits: UM10204, tables 10 and 11, and 7.1.

#include <optional>

namespace fern {

/// What a speed class allows.
struct I2cLimits {
    double hertz = 0; ///< up to this clock
    double riseSeconds = 0; ///< longest rise, 30 % to 70 %
    double farad = 0; ///< largest capacitance of a line
    double sinkAmpere = 0; ///< that every output can take at 0.4 V
};

/// Returns the limits of the slowest class that reaches a clock; none above 1 MHz.
std::optional<I2cLimits> i2cLimits(double hertz);

/// Returns the time from 30 % to 70 % of the supply, 0.8473·R·C, in seconds; ohm, farad.
double i2cRiseTime(double ohm, double farad);

/// The pull-ups that a bus allows, in ohm.
struct PullUpWindow {
    double least = 0; ///< below it an output cannot pull the line low: (Vdd − 0.4 V)/I
    double most = 0; ///< above it the line rises too slowly
    bool isPossible() const { return least <= most; }
};
PullUpWindow pullUpWindow(const I2cLimits& limits, double volts, double farad);

} // namespace fern
