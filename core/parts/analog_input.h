#pragma once
// From a quantity to the volts at a pin and back: sensor and front end as plain numbers, the
// nominal ones that a scaling assumes or the true ones of a specimen.

#include "parts/spec.h"

#include <string_view>

namespace fern {

/// All in SI units. The sensor's kind says which of its numbers count.
struct AnalogInput {
    SensorKind sensor = SensorKind::Voltage;
    double shunt = 0.01, gain = 20; ///< ohm, volts per volt
    double low = 0, high = 1, lowOutput = 0.5, highOutput = 4.5; ///< of a sender or track
    double nominal = 10e3; ///< ohm, at 25 °C or 10 lx, or of a whole track
    double beta = 3950, gamma = 0.7;
    double capacity = 1, sensitivity = 0.002, excitation = 5; ///< of a bridge; volt per volt
    bool followsReference = false; ///< of a sender: fed from the converter's reference

    FrontEndKind frontEnd = FrontEndKind::Divider;
    double r1 = 0, r2 = 1; ///< ohm
    double fixed = 10e3; ///< ohm
    double supply = 1; ///< volts that feed a resistive sensor: the converter's reference

    bool operator==(const AnalogInput&) const = default;
};

/// The capacitor of a converter that is charged to each sample, typical of the class.
constexpr double samplingFarad = 14e-12;

/// Returns the input of a sensor behind a front end; a chip's diode is on a straight line.
AnalogInput analogInputOf(const SensorSpec& sensor, const FrontEndSpec& frontEnd, double supply);

/// Returns whether the sensor is fed from the converter's own reference, whose error then cancels.
bool isRatiometric(const AnalogInput& input);

/// Returns what the sensor makes of a quantity: volts, or ohms when it is resistive.
double sensorOutput(const AnalogInput& input, double quantity);

/// Returns the quantity at a sensor output; NaN where the sensor has none.
double quantityOfOutput(const AnalogInput& input, double output);

/// Returns the volts at the pin.
double pinVolts(const AnalogInput& input, double quantity);

/// Returns the quantity that puts `volts` on the pin; NaN where none does.
double quantityAtPin(const AnalogInput& input, double volts);

/// Returns the change of the pin's volts for a unit change of the quantity: the local slope, which
/// is negative where the pin falls while the quantity rises.
double pinSlope(const AnalogInput& input, double quantity);

/// Returns the resistance in ohm that the converter sees at that quantity.
double sourceResistance(const AnalogInput& input, double quantity);

/// Returns the most of it between two quantities: of a potentiometer in the middle of its track.
double mostSourceResistance(const AnalogInput& input, double from, double to);

/// The numbers of an input that have a tolerance.
enum class InputPart { Sensor, UpperOrFixed, Lower, Supply };

/// Returns the input with one of its parts larger by a factor of 1 + `relative`.
AnalogInput withError(AnalogInput input, InputPart part, double relative);

/// Returns what makers call a part of this input ("divider resistor r1", "thermistor"); empty when
/// the input has no such part.
std::string_view nameOf(const AnalogInput& input, InputPart part);

} // namespace fern
