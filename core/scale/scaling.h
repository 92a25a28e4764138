#pragma once
// How a board turns a reading into a value in the channel's own unit, computed as the board does.

#include "base/units.h"
#include "curves/formula.h"
#include "kernel/kernel.h"
#include "parts/analog_input.h"
#include "scale/spec.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

enum class ScalingForm { Curve, Polynomial, Table, RangeMap, SteinhartHart, Formula };

struct Scaling {
    ScalingForm form = ScalingForm::Curve;

    // Of a curve:
    SensorKind sensor = SensorKind::Voltage;
    // Of a sensor that gives volts: value = gain · code + offset. Of a resistive one they bring
    // kelvin or lux into the channel's unit; of the other forms, what they give.
    double gain = 1;
    double offset = 0;
    // Of a resistive sensor: its resistance in multiples of the fixed resistor from
    // code and divisor, then in multiples of its nominal resistance, then the sensor's curve.
    double divisor = 1;
    bool sensorAbove = false;
    double fixedOverNominal = 1; ///< of Steinhart and Hart: the fixed resistor in ohm
    double curve = 1; ///< 1/beta or 1/gamma

    std::vector<double> coefficients{}; ///< of a polynomial, the constant first; a, b, c
    std::vector<CurvePoint> points{}; ///< of a table, readings rising
    TableEnds ends = TableEnds::Hold;
    RangeMapSpec map{};
    std::optional<Formula> formula{}; ///< of `reading`

    bool operator==(const Scaling&) const = default;
};

/// Returns whether what a form gives is brought into the channel's unit by gain and offset.
bool convertsItsUnit(const Scaling& scaling);

/// Returns the scaling that the file says, giving values in `unit` less its tare; of a kind that
/// needs neither parts nor a front end.
Scaling scalingOf(const ScalingSpec& spec, const Unit& unit = {});

/// Returns the equation of Steinhart and Hart behind the front end of a thermistor's nominal
/// scaling, whose fixed resistor is given in ohm.
Scaling ofFrontEnd(Scaling thermistor, const SteinhartHart& curve, double fixedOhms);

/// Returns the value of a reading in the channel's unit, computed in the board's number kind; NaN
/// where the reading has none.
double scaledCode(const Scaling& scaling, NumberKind kind, double code);

/// Returns the reading of `least` … `most` that gives a value, computed in double; none where no
/// reading does, or where the scaling turns back within the range. A range map gives the middle of
/// the readings that it makes alike.
std::optional<double> readingFor(const Scaling& scaling, double value, double least, double most);

/// Returns the scaling in words: "V = 0.004316 × counts + 0.012".
std::string scalingInWords(const Scaling& scaling, const std::string& unit);

/// Returns the scaling as C for the firmware: constants and one function from counts to the
/// channel's unit that gives the digits that this program computes. `name` is any text, made into
/// an identifier.
std::string scalingForFirmware(
    const Scaling& scaling, NumberKind kind, std::string_view name, std::string_view unit);

} // namespace fern
