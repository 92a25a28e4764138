#include "scale/from_parts.h"

#include "base/number_text.h"
#include "curves/platinum.h"
#include "parts/divider.h"

#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

/// The unit's value of a difference of one SI unit.
double perSi(const Unit& unit)
{
    return fromSi(1, unit) - fromSi(0, unit);
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
    else if (in.sensor == SensorKind::Sender)
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

std::string identifierOf(std::string_view name)
{
    std::string text;
    for (const char c : name) {
        const bool digit = c >= '0' && c <= '9';
        const bool letter = (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z');
        if (letter || (digit && !text.empty()))
            text += letter ? static_cast<char>(c | 0x20) : c;
        else if (!text.empty() && text.back() != '_')
            text += '_';
    }
    while (!text.empty() && text.back() == '_')
        text.pop_back();
    return text.empty() ? "channel" : text;
}

template <class Real> double scaledIn(const Scaling& s, double code)
{
    constexpr bool single = sizeof(Real) == sizeof(float);
    const auto linear = [](Real a, Real b, Real c) {
        if constexpr (single)
            return f32::ft_linear(a, b, c);
        else
            return f64::ft_linear(a, b, c);
    };
    const auto x = static_cast<Real>(code);
    const auto gain = static_cast<Real>(s.gain);
    const auto offset = static_cast<Real>(s.offset);
    if (!isResistive(s.sensor))
        return linear(x, gain, offset);
    const auto divisor = static_cast<Real>(s.divisor);
    const auto curve = static_cast<Real>(s.curve);
    const auto over = static_cast<Real>(s.fixedOverNominal);
    const bool thermistor = s.sensor == SensorKind::Thermistor;
    const bool platinum = s.sensor == SensorKind::Platinum;
    if constexpr (single) {
        const Real multiple = f32::ft_resistance(x, divisor, s.sensorAbove) * over;
        return linear(thermistor ? f32::ft_thermistor(multiple, curve)
                : platinum       ? f32::ft_platinum(multiple)
                                 : f32::ft_photoresistor(multiple, curve),
            gain, offset);
    } else {
        const Real multiple = f64::ft_resistance(x, divisor, s.sensorAbove) * over;
        return linear(thermistor ? f64::ft_thermistor(multiple, curve)
                : platinum       ? f64::ft_platinum(multiple)
                                 : f64::ft_photoresistor(multiple, curve),
            gain, offset);
    }
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

double scaledCode(const Scaling& scaling, NumberKind kind, double code)
{
    return kind == NumberKind::Float32 ? scaledIn<float>(scaling, code)
                                       : scaledIn<double>(scaling, code);
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

std::string scalingForFirmware(
    const Scaling& s, NumberKind kind, std::string_view name, std::string_view unit)
{
    const bool single = kind == NumberKind::Float32;
    const auto id = identifierOf(name);
    const auto number = [&](double value) {
        // As many digits as the kind needs to read back equal, and a point, so that it is no int.
        auto text = single ? fmt::format("{:.9g}", static_cast<float>(value))
                           : fmt::format("{:.17g}", value);
        if (text.find_first_of(".e") == std::string::npos)
            text += ".0";
        return single ? text + "f" : text;
    };
    const char* real = single ? "float" : "double";
    std::string text = fmt::format("/* {} from counts, in {} */\n", name, unit);
    const bool resistive = isResistive(s.sensor);
    if (resistive)
        text += "#include <math.h>\n";
    text += fmt::format("static const {} {}_gain = {};\n", real, id, number(s.gain));
    text += fmt::format("static const {} {}_offset = {};\n", real, id, number(s.offset));
    text += fmt::format("static {} {}_from_counts({} counts)\n{{\n", real, id, real);
    if (!resistive)
        return text + fmt::format("    return counts * {0}_gain + {0}_offset;\n}}\n", id);
    const char* suffix = single ? "f" : "";
    text += fmt::format("    {} rest = {} - counts, multiple, value;\n", real, number(s.divisor));
    text += "    if (counts <= 0 || rest <= 0)\n        return NAN;\n";
    text += fmt::format("    multiple = {} * {};\n",
        s.sensorAbove ? "rest / counts" : "counts / rest", number(s.fixedOverNominal));
    if (s.sensor == SensorKind::Platinum) // the kernel's arithmetic, step by step
        return text
            + fmt::format("    const {} a = {}, b = {}, c = {};\n", real, number(platinumA),
                number(platinumB), number(platinumC))
            + fmt::format(
                "    value = (sqrt{}(a * a - 4 * b * (1 - multiple)) - a) / (2 * b);\n", suffix)
            + "    for (int step = 0; step < 3 && multiple < 1; ++step)\n"
              "        value -= (1 + value * (a + value * (b + value * c * (value - 100))) - "
              "multiple)\n"
              "            / (a + value * (2 * b + value * c * (4 * value - 300)));\n"
            + fmt::format(
                "    return (value + {1}) * {0}_gain + {0}_offset;\n}}\n", id, number(273.15));
    text += s.sensor == SensorKind::Thermistor
        ? fmt::format("    value = 1 / ({} + log{}(multiple) * {});\n",
            number(0.0033540164346805303), suffix, number(s.curve))
        : fmt::format("    value = 10 * pow{}(multiple, {});\n", suffix, number(-s.curve));
    return text + fmt::format("    return value * {0}_gain + {0}_offset;\n}}\n", id);
}

} // namespace fern
