#include "scale/from_parts.h"

#include "base/number_text.h"
#include "parts/divider.h"

#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

/// The unit's value of a difference of one SI unit.
double perSi(const Unit& unit)
{
    return differenceFromSi(1, unit);
}

std::string ohms(double value)
{
    return value >= 1e3 ? significantText(value / 1e3, 5) + " kΩ"
                        : significantText(value, 5) + " Ω";
}

void sensorInWords(std::vector<std::string>& lines, const AnalogInput& in, const Unit& unit)
{
    const auto inUnit = [&](double si) {
        return significantText(fromSi(si, unit), 5) + " " + prettyUnit(unit.name);
    };
    if (in.frontEnd == FrontEndKind::Divider && in.r1 > 0)
        lines.push_back(fmt::format("the divider multiplies by {} + {} over {} ohm = {}",
            shortestText(in.r1), shortestText(in.r2), shortestText(in.r2),
            significantText(1 / dividerRatio(in.r1, in.r2), 6)));
    if (in.sensor == SensorKind::Shunt)
        lines.push_back(
            fmt::format("1 A makes {} mΩ × {} = {} V", significantText(in.shunt * 1e3, 5),
                shortestText(in.gain), significantText(in.shunt * in.gain, 5)));
    else if (in.sensor == SensorKind::Bridge)
        lines.push_back(fmt::format("{} makes {} mV/V × {} V = {} mV", inUnit(in.capacity),
            significantText(in.sensitivity * 1e3, 5), shortestText(in.excitation),
            significantText(in.sensitivity * in.excitation * 1e3, 5)));
    else if (in.sensor == SensorKind::Sender || in.sensor == SensorKind::Potentiometer)
        lines.push_back(fmt::format("{} V is {}, {} V is {}", shortestText(in.lowOutput),
            inUnit(in.low), shortestText(in.highOutput), inUnit(in.high)));
}

std::vector<std::string> resistiveInWords(
    const Converter& converter, const AnalogInput& in, const Unit& unit)
{
    const auto divisor = shortestText(converter.divisor());
    const bool above = in.frontEnd == FrontEndKind::SensorAbove;
    std::vector<std::string> lines{above
            ? fmt::format("sensor over fixed resistor = {} − counts over counts", divisor)
            : fmt::format("sensor over fixed resistor = counts over {} − counts", divisor),
        fmt::format("resistance = {} × that", ohms(in.fixed))};
    const auto name = prettyUnit(unit.name);
    if (in.sensor == SensorKind::Platinum) {
        lines.push_back(fmt::format("resistance over {} = 1 + A t + B t² by IEC 60751, solved for "
                                    "t in °C",
            ohms(in.nominal)));
        if (unit.name != "degC")
            lines.push_back(fmt::format("{} from t", name));
    } else if (in.sensor == SensorKind::Thermistor) {
        lines.push_back(fmt::format("1 ÷ kelvin = 1 ÷ 298.15 + ln of resistance over {} ÷ {}",
            ohms(in.nominal), shortestText(in.beta)));
        if (unit.name != "K")
            lines.push_back(fmt::format("{} = kelvin{} − {}", name,
                perSi(unit) == 1 ? "" : " × " + significantText(perSi(unit), 6),
                significantText(-fromSi(0, unit), 6)));
    } else {
        lines.push_back(fmt::format("{} = {} × the power −1 ÷ {} of resistance over {}", name,
            significantText(fromSi(10, unit), 5), shortestText(in.gamma), ohms(in.nominal)));
    }
    return lines;
}

} // namespace

Scaling scalingFromParts(
    const Converter& converter, double reference, const AnalogInput& input, const Unit& unit)
{
    Scaling s;
    s.sensor = input.sensor;
    s.divisor = converter.divisor();
    if (isResistive(input.sensor)) {
        s.gain = perSi(unit);
        s.offset = fromSi(0, unit);
        s.sensorAbove = input.frontEnd == FrontEndKind::SensorAbove;
        s.fixedOverNominal = input.fixed / input.nominal;
        s.curve = input.sensor == SensorKind::Thermistor ? 1 / input.beta
            : input.sensor == SensorKind::Platinum       ? 1
                                                         : 1 / input.gamma;
        return s;
    }
    // A straight line through code 0, with the slope of one count.
    const double start = quantityAtPin(input, 0);
    const double count = voltsOf(converter, 1, reference);
    s.gain = input.sensor == SensorKind::Voltage
        ? count / dividerRatio(input.r1, input.r2) * perSi(unit)
        : count / pinSlope(input, 0) * perSi(unit);
    s.offset = fromSi(start, unit);
    return s;
}

std::vector<std::string> scalingInWords(
    const Converter& converter, double reference, const AnalogInput& input, const Unit& unit)
{
    if (isResistive(input.sensor))
        return resistiveInWords(converter, input, unit);
    const auto s = scalingFromParts(converter, reference, input, unit);
    const auto name = prettyUnit(unit.name);
    std::vector<std::string> lines{fmt::format("one count at the pin = {} V ÷ {} = {} mV",
        shortestText(reference), shortestText(converter.divisor()),
        significantText(voltsOf(converter, 1, reference) * 1e3, 5))};
    sensorInWords(lines, input, unit);
    const double top = s.gain * static_cast<double>(converter.topCode()) + s.offset;
    const bool inMilli = (name == "V" || name == "A") && std::fabs(s.gain) < 0.1;
    lines.push_back(fmt::format("one count = {} {}{}, full scale = {} {}",
        significantText(s.gain * (inMilli ? 1e3 : 1), 5), inMilli ? "m" : "", name,
        significantText(top, 5), name));
    lines.push_back(s.offset == 0
            ? fmt::format("{} = {} × counts", name, significantText(s.gain, 7))
            : fmt::format("{} = {} × counts {} {}", name, significantText(s.gain, 7),
                s.offset < 0 ? "−" : "+", significantText(std::fabs(s.offset), 7)));
    return lines;
}

} // namespace fern
