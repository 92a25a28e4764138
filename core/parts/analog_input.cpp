#include "parts/analog_input.h"

#include "curves/photoresistor.h"
#include "curves/platinum.h"
#include "curves/thermistor.h"
#include "parts/divider.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace fern {

namespace {

constexpr double none = std::numeric_limits<double>::quiet_NaN();
constexpr double zeroCelsius = 273.15; // kelvin

/// The share of the supply that stands at the pin beside a resistive sensor of `ohms`.
double resistiveRatio(const AnalogInput& in, double ohms)
{
    return in.frontEnd == FrontEndKind::SensorAbove ? dividerRatio(ohms, in.fixed)
                                                    : dividerRatio(in.fixed, ohms);
}

} // namespace

AnalogInput analogInputOf(const SensorSpec& s, const FrontEndSpec& f, double supply)
{
    AnalogInput in{s.kind, inSi(s.shunt), s.gain, inSi(s.low), inSi(s.high), inSi(s.lowOutput),
        inSi(s.highOutput), inSi(s.nominal), s.beta, s.gamma, inSi(s.capacity),
        s.sensitivity / 1000, inSi(s.excitation), s.kind == SensorKind::Sender && s.isRatiometric,
        f.kind, inSi(f.r1), inSi(f.r2), inSi(f.fixed), supply};
    if (s.kind == SensorKind::Chip) {
        in.low = 300.15; // 27 °C
        in.lowOutput = inSi(s.outputAt27);
        in.high = in.low + 100;
        in.highOutput = in.lowOutput + 100 * s.millivoltPerKelvin / 1000;
    }
    if (s.kind == SensorKind::Potentiometer) {
        in.lowOutput = 0;
        in.highOutput = supply;
        in.followsReference = true;
    }
    return in;
}

bool isRatiometric(const AnalogInput& in)
{
    return isResistive(in.sensor) || in.sensor == SensorKind::Bridge || in.followsReference;
}

double sensorOutput(const AnalogInput& in, double quantity)
{
    switch (in.sensor) {
    case SensorKind::Voltage:
        return quantity;
    case SensorKind::Shunt:
        return quantity * in.shunt * in.gain;
    case SensorKind::Potentiometer:
    case SensorKind::Sender:
    case SensorKind::Chip:
        return in.lowOutput
            + (quantity - in.low) / (in.high - in.low) * (in.highOutput - in.lowOutput);
    case SensorKind::Thermistor:
        return quantity > 0 ? thermistorOhms(in.nominal, in.beta, quantity) : none;
    case SensorKind::Photoresistor:
        return quantity > 0 ? photoresistorOhms(in.nominal, in.gamma, quantity) : none;
    case SensorKind::Bridge:
        return in.excitation * in.sensitivity * quantity / in.capacity;
    case SensorKind::Platinum:
        return in.nominal * platinumMultiple(quantity - zeroCelsius);
    }
    return none;
}

double quantityOfOutput(const AnalogInput& in, double output)
{
    switch (in.sensor) {
    case SensorKind::Voltage:
        return output;
    case SensorKind::Shunt:
        return output / (in.shunt * in.gain);
    case SensorKind::Potentiometer:
    case SensorKind::Sender:
    case SensorKind::Chip:
        return in.low
            + (output - in.lowOutput) / (in.highOutput - in.lowOutput) * (in.high - in.low);
    case SensorKind::Thermistor:
        return output > 0 ? thermistorKelvin(in.nominal, in.beta, output) : none;
    case SensorKind::Photoresistor:
        return output > 0 ? photoresistorLux(in.nominal, in.gamma, output) : none;
    case SensorKind::Bridge:
        return output / (in.excitation * in.sensitivity) * in.capacity;
    case SensorKind::Platinum:
        return output > 0 ? platinumCelsius(output / in.nominal) + zeroCelsius : none;
    }
    return none;
}

double pinVolts(const AnalogInput& in, double quantity)
{
    const double output = sensorOutput(in, quantity);
    return in.frontEnd == FrontEndKind::Divider ? output * dividerRatio(in.r1, in.r2)
                                                : in.supply * resistiveRatio(in, output);
}

double quantityAtPin(const AnalogInput& in, double volts)
{
    if (in.frontEnd == FrontEndKind::Divider)
        return quantityOfOutput(in, volts / dividerRatio(in.r1, in.r2));
    const double rest = in.supply - volts;
    if (volts <= 0 || rest <= 0)
        return none;
    return quantityOfOutput(in,
        in.frontEnd == FrontEndKind::SensorAbove ? in.fixed * rest / volts
                                                 : in.fixed * volts / rest);
}

double pinSlope(const AnalogInput& in, double quantity)
{
    const double output = sensorOutput(in, quantity);
    switch (in.sensor) {
    case SensorKind::Voltage:
        return dividerRatio(in.r1, in.r2);
    case SensorKind::Shunt:
        return in.shunt * in.gain * dividerRatio(in.r1, in.r2);
    case SensorKind::Potentiometer:
    case SensorKind::Sender:
    case SensorKind::Chip:
        return (in.highOutput - in.lowOutput) / (in.high - in.low) * dividerRatio(in.r1, in.r2);
    case SensorKind::Bridge:
        return in.excitation * in.sensitivity / in.capacity * dividerRatio(in.r1, in.r2);
    case SensorKind::Thermistor:
    case SensorKind::Photoresistor:
    case SensorKind::Platinum:
        break;
    }
    const double celsius = quantity - zeroCelsius;
    // Of the resistance, for a unit of the quantity.
    const double relative = in.sensor == SensorKind::Thermistor ? -in.beta / (quantity * quantity)
        : in.sensor == SensorKind::Platinum ? platinumSlope(celsius) / platinumMultiple(celsius)
                                            : -in.gamma / quantity;
    const double ratio = resistiveRatio(in, output);
    const double sign = in.frontEnd == FrontEndKind::SensorAbove ? -1 : 1;
    return sign * in.supply * ratio * (1 - ratio) * relative;
}

double sourceResistance(const AnalogInput& in, double quantity)
{
    if (in.sensor == SensorKind::Potentiometer) {
        // Both parts of the track lie side by side for whoever looks in at the wiper.
        const double share = std::clamp((quantity - in.low) / (in.high - in.low), 0.0, 1.0);
        const double wiper = in.nominal * share * (1 - share);
        return in.r1 > 0 ? dividerSourceResistance(in.r1 + wiper, in.r2) : wiper;
    }
    return in.frontEnd == FrontEndKind::Divider
        ? dividerSourceResistance(in.r1, in.r2)
        : dividerSourceResistance(in.fixed, sensorOutput(in, quantity));
}

double mostSourceResistance(const AnalogInput& in, double from, double to)
{
    double most = std::max(sourceResistance(in, from), sourceResistance(in, to));
    const double middle =
        std::clamp((in.low + in.high) / 2, std::min(from, to), std::max(from, to));
    if (in.sensor == SensorKind::Potentiometer)
        most = std::max(most, sourceResistance(in, middle));
    return most;
}

AnalogInput withError(AnalogInput in, InputPart part, double relative)
{
    const double factor = 1 + relative;
    switch (part) {
    case InputPart::Sensor:
        in.gain *= factor;
        in.lowOutput *= factor;
        in.highOutput *= factor;
        in.nominal *= factor;
        in.sensitivity *= factor;
        break;
    case InputPart::UpperOrFixed:
        in.r1 *= factor;
        in.fixed *= factor;
        break;
    case InputPart::Lower:
        in.r2 *= factor;
        break;
    case InputPart::Supply:
        in.supply *= factor;
        in.excitation *= factor;
        if (in.followsReference) {
            in.lowOutput *= factor;
            in.highOutput *= factor;
        }
        break;
    }
    return in;
}

std::string_view nameOf(const AnalogInput& in, InputPart part)
{
    const bool divides = in.frontEnd == FrontEndKind::Divider;
    switch (part) {
    case InputPart::Sensor:
        return in.sensor == SensorKind::Shunt        ? "shunt and amplifier"
            : in.sensor == SensorKind::Potentiometer ? "track of the potentiometer"
            : in.sensor == SensorKind::Sender        ? "sender"
            : in.sensor == SensorKind::Thermistor    ? "thermistor"
            : in.sensor == SensorKind::Photoresistor ? "photoresistor"
            : in.sensor == SensorKind::Bridge        ? "bridge"
            : in.sensor == SensorKind::Platinum      ? "platinum sensor"
            : in.sensor == SensorKind::Chip          ? "diode in the chip"
                                                     : "";
    case InputPart::UpperOrFixed:
        return divides ? "divider resistor r1" : "fixed resistor";
    case InputPart::Lower:
        return divides ? "divider resistor r2" : "";
    case InputPart::Supply:
        return "reference";
    }
    return "";
}

} // namespace fern
