#pragma once
// The front end that uses the converter's range best.

#include "parts/analog_input.h"

#include <optional>

namespace fern {

/// What a front end must bring below a limit: the range of the quantity (SI units) and the pin's
/// highest volts.
struct FitWish {
    double from = 0;
    double to = 1;
    double mostVolts = 1;
    double totalOhm = 60e3; ///< of a divider, about
    double tolerancePercent = 1; ///< of the resistors
};

/// Returns a front end from E24 values for the sensor of `input`: a divider that keeps the largest
/// output, at the bad end of its tolerances, just below the limit, r1 = 0 when it is below already;
/// or the fixed resistor next to the geometric mean of a resistive sensor's ends, which gives the
/// largest span. None when the sensor puts out no positive volts.
std::optional<FrontEndSpec> fittingFrontEnd(const AnalogInput& input, const FitWish& wish);

/// A fixed resistor beside a resistive sensor, and what it gives over a range.
struct ResistorOffer {
    double ohms = 0; ///< of E24
    double leastSlope = 0; ///< volts for one unit (SI) where the sensor moves the pin least
};

/// Returns the E24 resistor that moves the pin most where it moves it least within `from` … `to`
/// (SI units), so that the coarsest step there is as fine as it can be. The sensor is resistive.
ResistorOffer finestResistor(const AnalogInput& input, double from, double to);

/// Returns the least slope of the pin within the range: volts for one unit (SI).
double leastSlope(const AnalogInput& input, double from, double to);

/// Returns the part of the supply that a resistive sensor spans between both ends of its range.
double spanShare(const AnalogInput& input, double from, double to);

/// Writes a resistance as makers do: ohm, kohm from 1000 up, Mohm from a million.
Quantity asResistor(double ohm);

} // namespace fern
