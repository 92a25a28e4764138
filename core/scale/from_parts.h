#pragma once
// The scaling that follows from the parts: what one count is worth in the channel's unit.

#include "base/units.h"
#include "kernel/kernel.h"
#include "parts/analog_input.h"
#include "reading/converter.h"

#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// How a board turns a code into a value in the channel's own unit.
struct Scaling {
    SensorKind sensor = SensorKind::Voltage;
    // Of a sensor that gives volts: value = gain · code + offset. Of a resistive one they bring
    // kelvin or lux into the channel's unit.
    double gain = 1;
    double offset = 0;
    // Of a resistive sensor: its resistance in multiples of the fixed resistor from
    // code and divisor, then in multiples of its nominal resistance, then the sensor's curve.
    double divisor = 1;
    bool sensorAbove = false;
    double fixedOverNominal = 1;
    double curve = 1; ///< 1/beta or 1/gamma

    bool operator==(const Scaling&) const = default;
};

/// Returns the scaling of a converter behind an input, both taken as nominal, to values in `unit`.
Scaling scalingFromParts(
    const Converter& converter, double reference, const AnalogInput& input, const Unit& unit);

/// Returns the value of a code in the channel's unit, computed in the board's number kind; NaN
/// where the code has none.
double scaledCode(const Scaling& scaling, NumberKind kind, double code);

/// Returns the arithmetic as lines for people, each with its numbers and units.
std::vector<std::string> scalingInWords(
    const Converter& converter, double reference, const AnalogInput& input, const Unit& unit);

/// Returns the scaling as C for the firmware: constants and one function from counts to the
/// channel's unit that gives the digits that this program computes. `name` is any text, made into
/// an identifier.
std::string scalingForFirmware(
    const Scaling& scaling, NumberKind kind, std::string_view name, std::string_view unit);

} // namespace fern
