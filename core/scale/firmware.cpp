// The scaling as C, with the same operations as the kernel.

#include "base/c_text.h"
#include "curves/platinum.h"
#include "scale/scaling.h"

#include <fmt/format.h>

namespace fern {

namespace {

std::string tableInC(const Scaling& s, const char* real, const std::string& id, bool isFloat)
{
    std::vector<double> codes;
    std::vector<double> values;
    for (const auto& point : s.points) {
        codes.push_back(point.x);
        values.push_back(point.y);
    }
    auto text = fmt::format("static const {} {}_codes[] = {};\n", real, id, listInC(codes, isFloat))
        + fmt::format("static const {} {}_values[] = {};\n", real, id, listInC(values, isFloat))
        + fmt::format(
            "static {0} {1}_from_counts({0} counts)\n{{\n    const {0} *x = {1}_codes, *y "
            "= {1}_values;\n    const int last = {2};\n    int i = 1;\n",
            real, id, codes.size() - 1);
    if (s.ends == TableEnds::Hold)
        text += "    if (counts <= x[0])\n        return y[0];\n"
                "    if (counts >= x[last])\n        return y[last];\n";
    if (s.ends == TableEnds::Invalid)
        text += "    if (counts < x[0] || counts > x[last])\n        return NAN;\n";
    return text
        + "    while (i < last && counts > x[i])\n        ++i;\n"
          "    return y[i - 1] + (y[i] - y[i - 1]) * ((counts - x[i - 1]) / (x[i] - x[i - "
          "1]));\n}\n";
}

/// What is no curve of a sensor: constants and the function.
std::string formInC(const Scaling& s, const char* real, const std::string& id, bool isFloat)
{
    const auto number = [=](double value) { return numberInC(value, isFloat); };
    if (s.form == ScalingForm::Table)
        return tableInC(s, real, id, isFloat);
    if (s.form == ScalingForm::SteinhartHart)
        return fmt::format("static {0} {1}_from_counts({0} counts)\n{{\n"
                           "    {0} rest = {2} - counts, l;\n"
                           "    if (counts <= 0 || rest <= 0)\n        return NAN;\n"
                           "    l = log{3}({4} * {5});\n"
                           "    return 1 / ({6} + l * ({7} + {8} * l * l));\n}}\n",
            real, id, number(s.divisor), *real == 'f' ? "f" : "",
            s.sensorAbove ? "(rest / counts)" : "(counts / rest)", number(s.fixedOverNominal),
            number(s.coefficients[0]), number(s.coefficients[1]), number(s.coefficients[2]));
    if (s.form == ScalingForm::Formula) {
        const FormulaInC c{*real == 'f', id + "_", number, [](auto, auto) { return "counts"; }};
        return (s.formula ? s.formula->helpersInC(c) : "")
            + fmt::format("static {0} {1}_from_counts({0} counts)\n{{\n    return {2};\n}}\n", real,
                id, s.formula ? s.formula->inC(c) : "NAN");
    }
    if (s.form == ScalingForm::RangeMap)
        return fmt::format("static {0} {1}_from_counts({0} counts)\n{{\n    return ({0})(((long "
                           "long)counts - ({2})) * {3} / {4} + ({5}));\n}}\n",
            real, id, s.map.inLow, std::int64_t{s.map.outHigh} - s.map.outLow,
            std::int64_t{s.map.inHigh} - s.map.inLow, s.map.outLow);
    auto text = fmt::format(
        "static const {} {}_powers[] = {};\n", real, id, listInC(s.coefficients, isFloat));
    return text
        + fmt::format(
            "static {0} {1}_from_counts({0} counts)\n{{\n    {0} value = "
            "{1}_powers[{2}];\n    for (int i = {3}; i >= 0; --i)\n        value = value * "
            "counts + {1}_powers[i];\n    return value;\n}}\n",
            real, id, s.coefficients.size() - 1, static_cast<int>(s.coefficients.size()) - 2);
}

} // namespace

std::string scalingForFirmware(
    const Scaling& s, NumberKind kind, std::string_view name, std::string_view unit)
{
    const bool single = kind == NumberKind::Float32;
    const auto id = identifierInC(name);
    const auto number = [=](double value) { return numberInC(value, single); };
    const char* real = single ? "float" : "double";
    std::string text = fmt::format("/* {} from counts, in {} */\n", commentInC(name), unit);
    const bool resistive = isResistive(s.sensor);
    if (resistive || s.form == ScalingForm::Formula
        || (s.form == ScalingForm::Table && s.ends == TableEnds::Invalid))
        text += "#include <math.h>\n";
    if (convertsItsUnit(s))
        return text + formInC(s, real, id + "_as_given", single)
            + fmt::format("static {0} {1}_from_counts({0} counts)\n{{\n    return "
                          "{1}_as_given_from_counts(counts) * {2} + {3};\n}}\n",
                real, id, number(s.gain), number(s.offset));
    if (s.form != ScalingForm::Curve)
        return text + formInC(s, real, id, single);
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
