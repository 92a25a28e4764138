#include "scale/formula_firmware.h"
#include "scale/from_parts.h"

#include <gmock/gmock.h>
#include <gtest/gtest.h>

#include <cmath>

namespace fern {
namespace {

AnalogInput thermistorAbove()
{
    AnalogInput in;
    in.sensor = SensorKind::Thermistor;
    in.frontEnd = FrontEndKind::SensorAbove;
    in.supply = 3.3;
    return in;
}

// Every code must come out as the inverse of the nominal parts says, in both number kinds.
TEST(ScalingFromParts, IsTheInverseOfTheNominalParts)
{
    const Converter converter{12, ConverterSchool::EndPoint};
    AnalogInput shunt;
    shunt.sensor = SensorKind::Shunt;
    shunt.r1 = 1000;
    shunt.r2 = 3000;
    AnalogInput sender = shunt;
    sender.sensor = SensorKind::Sender;
    sender.high = 0.4;
    AnalogInput light = thermistorAbove();
    light.sensor = SensorKind::Photoresistor;
    AnalogInput bridge;
    bridge.sensor = SensorKind::Bridge;
    bridge.capacity = 5;
    bridge.excitation = 1000; // so that these codes are within its capacity
    const std::vector<std::pair<AnalogInput, const char*>> inputs{{bridge, "g"}, {shunt, "mA"},
        {sender, "cm"}, {thermistorAbove(), "degC"}, {thermistorAbove(), "degF"}, {light, "lx"}};
    for (const auto& [input, name] : inputs) {
        const auto unit = *parseUnit(name);
        const auto scaling = scalingFromParts(converter, 3.3, input, unit);
        for (const double code : {40.0, 700.0, 2048.0, 3000.0, 4000.0}) {
            const double exact = fromSi(quantityAtPin(input, voltsOf(converter, code, 3.3)), unit);
            EXPECT_NEAR(scaledCode(scaling, NumberKind::Float64, code), exact,
                1e-9 * std::fabs(exact) + 1e-9)
                << name << " " << code;
            EXPECT_NEAR(scaledCode(scaling, NumberKind::Float32, code), exact,
                3e-5 * std::fabs(exact) + 2e-4)
                << name << " " << code;
        }
    }
}

TEST(ScalingFromParts, ARailIsNoTemperature)
{
    const auto scaling = scalingFromParts(
        {10, ConverterSchool::DataSheet}, 3.3, thermistorAbove(), *parseUnit("degC"));
    EXPECT_TRUE(std::isnan(scaledCode(scaling, NumberKind::Float32, 0)));
    EXPECT_NEAR(scaledCode(scaling, NumberKind::Float32, 512), 25, 1e-4);
}

TEST(ScalingFromParts, IsWrittenOutForEachSensor)
{
    const Converter converter{10, ConverterSchool::DataSheet};
    AnalogInput sender;
    sender.sensor = SensorKind::Sender;
    sender.high = 0.4;
    sender.r1 = 10e3;
    sender.r2 = 20e3;
    EXPECT_EQ(scalingInWords(converter, 3.3, sender, *parseUnit("cm")),
        (std::vector<std::string>{"one count at the pin = 3.3 V ÷ 1024 = 3.2227 mV",
            "the divider multiplies by 10000 + 20000 over 20000 ohm = 1.5",
            "0.5 V is 0 cm, 4.5 V is 40 cm", "one count = 0.04834 cm, full scale = 44.452 cm",
            "cm = 0.04833984 × counts − 5"}));
    EXPECT_EQ(scalingInWords(converter, 3.3, thermistorAbove(), *parseUnit("degC")),
        (std::vector<std::string>{"sensor over fixed resistor = 1024 − counts over counts",
            "resistance = 10 kΩ × that",
            "1 ÷ kelvin = 1 ÷ 298.15 + ln of resistance over 10 kΩ ÷ 3950",
            "°C = kelvin − 273.15"}));
}

// Worked by hand: 5 V · 2 mV/V = 10 mV at 5 kg; ±20 mV in 2^23 steps is 2.384 nV, so 1.192 mg.
TEST(ScalingFromParts, OfABridge)
{
    Converter converter{24};
    converter.form = ConverterForm::Signed;
    AnalogInput bridge;
    bridge.sensor = SensorKind::Bridge;
    bridge.capacity = 5;
    const auto s = scalingFromParts(converter, 0.02, bridge, *parseUnit("kg"));
    EXPECT_NEAR(s.gain, 5 / 0.01 * 0.02 / 8388608, 1e-18);
    EXPECT_EQ(scalingInWords(converter, 0.02, bridge, *parseUnit("kg"))[1],
        "5 kg makes 2 mV/V × 5 V = 10 mV");
}

TEST(ScalingForFirmware, NamesUnitAndConstants)
{
    Scaling scaling;
    scaling.gain = 0.00396118;
    EXPECT_EQ(scalingForFirmware(scaling, NumberKind::Float32, "House battery 2", "V"),
        "/* House battery 2 from counts, in V */\n"
        "static const float house_battery_2_gain = 0.00396117987f;\n"
        "static const float house_battery_2_offset = 0.0f;\n"
        "static float house_battery_2_from_counts(float counts)\n{\n"
        "    return counts * house_battery_2_gain + house_battery_2_offset;\n}\n");
}

// Identifiers stay different and no name ends the comment.
TEST(FormulaForFirmware, IsAFunctionOfWhatItAsks)
{
    const auto formula =
        *Formula::parse("age(a-b) > 2 s ? previous(a-b) : min(a-b, a_b)", {"a-b", "a_b"});
    EXPECT_EQ(formulaForFirmware(formula, NumberKind::Float32, "Tank */ #define", *parseUnit("km")),
        "/* Tank * / #define = age(a-b) > 2 s ? previous(a-b) : min(a-b, a_b), in km; parameters "
        "in "
        "SI units */\n#include <math.h>\n"
        "static float tank_define_least(float a, float b)\n{\n    return a <= b ? a : b < a ? b : "
        "NAN;\n}\n"
        "static float tank_define_less(float a, float b)\n{\n    return a < b ? 1 : a >= b ? 0 : "
        "NAN;\n}\n"
        "static float tank_define_choice(float condition, float a, float b)\n{\n    return "
        "condition "
        "== 0 ? b : isnan(condition) ? NAN : a;\n}\n"
        "static float tank_define_made_of(float a_b_now, float a_b_before, float a_b_age, float "
        "a_b_now_2)\n{\n    return tank_define_choice(tank_define_less(2.0f, a_b_age), a_b_before, "
        "tank_define_least(a_b_now, a_b_now_2)) * 0.00100000005f;\n}\n");
}

/// The exported code behind its first comment, with doubles.
std::string exported(const Scaling& scaling)
{
    const auto text = scalingForFirmware(scaling, NumberKind::Float64, "x", "V");
    return text.substr(text.find('\n') + 1);
}

TEST(ScalingForFirmware, WritesEachForm)
{
    using testing::HasSubstr;
    Scaling s;
    s.form = ScalingForm::Formula;
    s.formula = *Formula::parse("reading * 2 + 1", {"reading"});
    EXPECT_THAT(exported(s), HasSubstr("#include <math.h>\n"));
    EXPECT_THAT(exported(s), HasSubstr("x_from_counts(double counts)\n{\n    return "));
    s.form = ScalingForm::Polynomial;
    s.coefficients = {1, -0.5, 0.25};
    EXPECT_EQ(exported(s),
        "static const double x_powers[] = {1.0, -0.5, 0.25};\n"
        "static double x_from_counts(double counts)\n{\n    double value = x_powers[2];\n"
        "    for (int i = 1; i >= 0; --i)\n        value = value * counts + x_powers[i];\n"
        "    return value;\n}\n");
    s.form = ScalingForm::RangeMap; // 100 … 900 becomes 0 … 5000, by whole numbers
    s.map = {100, 900, 0, 5000};
    EXPECT_EQ(exported(s),
        "static double x_from_counts(double counts)\n{\n"
        "    return (double)(((long long)counts - (100)) * 5000 / 800 + (0));\n}\n");
    s.form = ScalingForm::Table;
    s.points = {{0, 1}, {100, 3}};
    for (const auto ends : {TableEnds::Hold, TableEnds::Invalid, TableEnds::Extend}) {
        s.ends = ends;
        const auto has = [&](const char* words) {
            return exported(s).find(words) != std::string::npos;
        };
        EXPECT_EQ(has("return y[0]"), ends == TableEnds::Hold);
        EXPECT_EQ(has("return NAN"), ends == TableEnds::Invalid);
        EXPECT_EQ(has("#include <math.h>"), ends == TableEnds::Invalid);
        EXPECT_TRUE(has("const int last = 1;"));
    }
}

} // namespace
} // namespace fern
