// Prints the scaling of every kind of sensor, and of every kind that a file can say, in both number
// kinds, so that a compiler can prove it:
//     scaling_print c        a C program that prints the value of every code
//     scaling_print values   the same values, computed here
// Values are printed as %a of a double: every bit counts.

#include "scale/from_parts.h"

#include <cmath>
#include <cstdio>
#include <string>
#include <vector>

#include <fmt/format.h>

using namespace fern;

namespace {

struct Case {
    AnalogInput input;
    const char* unit;
};

std::vector<Case> cases()
{
    AnalogInput divider;
    divider.r1 = 47e3;
    divider.r2 = 12e3;
    auto shunt = divider;
    shunt.sensor = SensorKind::Shunt;
    auto sender = divider;
    sender.sensor = SensorKind::Sender;
    sender.high = 0.4;
    AnalogInput thermistor;
    thermistor.sensor = SensorKind::Thermistor;
    thermistor.frontEnd = FrontEndKind::SensorAbove;
    auto light = thermistor;
    light.sensor = SensorKind::Photoresistor;
    light.frontEnd = FrontEndKind::SensorBelow;
    auto platinum = thermistor;
    platinum.sensor = SensorKind::Platinum;
    platinum.nominal = 1000;
    platinum.fixed = 1200;
    auto bridge = divider;
    bridge.sensor = SensorKind::Bridge;
    bridge.capacity = 5;
    return {{bridge, "g"}, {divider, "V"}, {shunt, "mA"}, {sender, "cm"}, {thermistor, "degC"},
        {light, "lx"}, {platinum, "degF"}};
}

/// What a file can say instead, the units as they are.
std::vector<ScalingSpec> specs()
{
    ScalingSpec polynomial;
    polynomial.kind = ScalingKind::Polynomial;
    polynomial.coefficients = {-1.25, 0.0123, -3.3e-6, 1e-9};
    ScalingSpec constant = polynomial;
    constant.coefficients = {7};
    ScalingSpec table;
    table.kind = ScalingKind::Table;
    table.points = {{10, -3.5}, {100, 0.1}, {333, 4}, {1000, 2.75}};
    auto extended = table;
    extended.ends = TableEnds::Extend;
    auto invalid = table;
    invalid.ends = TableEnds::Invalid;
    ScalingSpec map;
    map.kind = ScalingKind::RangeMap;
    map.map = {100, 923, -20, 100};
    ScalingSpec two;
    two.kind = ScalingKind::TwoPoints;
    two.points = {{102, 0}, {921, 100}};
    auto tared = map;
    tared.tare = 7.25;
    ScalingSpec formula;
    formula.kind = ScalingKind::Formula;
    formula.formula = "-sqrt(abs(reading - 500)) / (reading - 3) + min(reading, 7.5)^3 * "
                      "max(0.1, ln(reading / 10)) - exp(-reading / 300)^-2";
    auto choice = formula;
    choice.formula =
        "reading > 200 and not reading >= 900 ? min(reading, 700, 500) : reading == 12 "
        "or reading != 13 ? (ln(reading - 20) > 1 ? -1 : ln(15 - reading)) : 0 <= 1";
    return {polynomial, constant, table, extended, invalid, map, two, tared, formula, choice};
}

std::vector<std::pair<Scaling, std::string>> scalings(const Converter& converter)
{
    std::vector<std::pair<Scaling, std::string>> all;
    for (const auto& [input, unit] : cases())
        all.emplace_back(scalingFromParts(converter, 3.3, input, *parseUnit(unit)), unit);
    auto [input, unit] = cases()[4];
    all.emplace_back(ofFrontEnd(scalingFromParts(converter, 3.3, input, *parseUnit(unit)),
                         SteinhartHart{}, input.fixed),
        unit);
    for (const auto& spec : specs())
        all.emplace_back(scalingOf(spec), "units");
    return all;
}

} // namespace

int main(int argc, char** argv)
{
    const bool asProgram = argc == 2 && std::string(argv[1]) == "c";
    const Converter converter{10, ConverterSchool::DataSheet};
    std::string calls;
    int number = 0;
    if (asProgram)
        fmt::print("#include <stdio.h>\n");
    for (const auto& [scaling, unit] : scalings(converter))
        for (const auto kind : {NumberKind::Float32, NumberKind::Float64}) {
            if (asProgram) {
                const auto name = fmt::format("case{}", number++);
                fmt::print("{}", scalingForFirmware(scaling, kind, name, unit));
                calls += fmt::format("    for (code = 0; code < 1024; ++code)\n        "
                                     "show({}_from_counts(code));\n",
                    name);
                continue;
            }
            for (int code = 0; code < 1024; ++code) {
                const double value = scaledCode(scaling, kind, code);
                std::puts(std::isnan(value) ? "nan" : fmt::format("{:a}", value).c_str());
            }
        }
    if (asProgram)
        fmt::print(
            "static void show(double v)\n{{\n    if (v != v)\n        puts(\"nan\");\n    else\n"
            "        printf(\"%a\\n\", v);\n}}\nint main(void)\n{{\n    int code;\n{}    return "
            "0;\n}}\n",
            calls);
    return 0;
}
