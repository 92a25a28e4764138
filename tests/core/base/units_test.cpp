#include "base/units.h"

#include <gmock/gmock.h>
#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <udunits2.h>

namespace fern {
namespace {

double converted(double value, const char* from, const char* to)
{
    const auto result = convert(value, from, to);
    EXPECT_TRUE(result) << from << " to " << to;
    return result ? *result : 0;
}

struct Factor {
    const char* from;
    const char* to;
    double factor;
};

// Source: NIST SP 811 Appendix B and SI Brochure, 9th edition; agreed with GNU units 2.22.
constexpr Factor published[] = {{"mile/h", "m/s", 0.44704}, {"mph", "km/h", 1.609344},
    {"mile/h", "knot", 0.8689762419006479}, {"knot", "m/s", 0.5144444444444445},
    {"knot", "km/h", 1.852}, {"km/h", "m/s", 0.2777777777777778}, {"m/s", "km/h", 3.6},
    {"ft", "m", 0.3048}, {"in", "mm", 25.4}, {"psi", "Pa", 6894.757293168362},
    {"psi", "bar", 0.06894757293168362}, {"bar", "kPa", 100}, {"atm", "Pa", 101325},
    {"inHg", "hPa", 33.86388640341}, {"mmHg", "Pa", 133.322387415},
    {"torr", "Pa", 133.32236842105263}, {"lbf", "N", 4.4482216152605}, {"kgf", "N", 9.80665},
    {"lb", "kg", 0.45359237}, {"kg", "lb", 2.2046226218487757}, {"oz", "g", 28.349523125},
    {"USgal", "L", 3.785411784}, {"UKgal", "L", 4.54609}, {"USgal", "UKgal", 0.8326741846289889},
    {"USfloz", "mL", 29.5735295625}, {"m3", "L", 1000}, {"L/min", "m3/h", 0.06},
    {"deg", "rad", 0.017453292519943295}, {"Wh", "J", 3600}, {"mAh", "C", 3.6},
    {"hp", "W", 745.6998715822702}, {"cal", "J", 4.184}, {"Btu", "J", 1055.05585262},
    {"g_n", "m/s2", 9.80665}, {"m/s^2", "m/s2", 1}, {"N m", "J", 1}, {"Nm", "N·m", 1},
    {"mT", "T", 1e-3}, {"uSv/h", "Sv/h", 1e-6}, {"kVA", "VA", 1000}, {"var", "W", 1}, {"l", "L", 1},
    {"cmH2O", "Pa", 98.0665}, {"1/min", "Hz", 0.016666666666666666}, {"%RH", "%", 1},
    {"kg m/s2", "N", 1}, {"km2", "m2", 1e6}, {"cm^3", "mL", 1}, {"in2", "cm2", 6.4516},
    {"m/min2", "m/s2", 1 / 3600.0},
    // Beats and counts a minute (common practice).
    {"bpm", "1/min", 1}, {"CPM", "cpm", 1},
    // A maker's rpm is turns a minute (common practice), not radians.
    {"rpm", "Hz", 0.016666666666666666}};

TEST(Units, AgreeWithThePublishedFactors)
{
    for (const auto& [from, to, factor] : published)
        EXPECT_NEAR(converted(1, from, to), factor, 1e-15 * factor) << from << " to " << to;
}

// Source: NIST SP 811 Appendix B, t/°C = (t/°F − 32)/1.8.
TEST(Units, ConvertTemperatureScales)
{
    EXPECT_DOUBLE_EQ(converted(32, "degF", "degC"), 0);
    EXPECT_DOUBLE_EQ(converted(98.6, "degF", "°C"), 37);
    EXPECT_DOUBLE_EQ(converted(-40, "degF", "degC"), -40);
    EXPECT_DOUBLE_EQ(converted(25, "degC", "K"), 298.15);
    EXPECT_DOUBLE_EQ(converted(-273.15, "degC", "degF"), -459.67);
    EXPECT_NEAR(converted(451, "degF", "K"), 505.9277777777778, 1e-12);
}

// A change of unit and back is none, and keeps the zero of its own unit exactly.
TEST(Units, ChangeByGainAndOffset)
{
    const auto celsius = *parseUnit("degC");
    EXPECT_EQ(unitChange(celsius, celsius).gain, 1);
    EXPECT_EQ(unitChange(celsius, celsius).offset, 0);
    const auto toFahrenheit = unitChange(celsius, *parseUnit("degF"));
    EXPECT_DOUBLE_EQ(toFahrenheit.gain, 1.8);
    EXPECT_NEAR(toFahrenheit.offset, 32, 1e-12);
    EXPECT_DOUBLE_EQ(unitChange(*parseUnit("kg"), *parseUnit("g")).gain, 1000);
}

TEST(Units, ReadPrefixesAndOtherSpellings)
{
    EXPECT_DOUBLE_EQ(converted(4.7, "kohm", "ohm"), 4700);
    EXPECT_DOUBLE_EQ(converted(4.7, "kΩ", "ohm"), 4700);
    EXPECT_DOUBLE_EQ(converted(0.1, "uF", "nF"), 100);
    EXPECT_DOUBLE_EQ(converted(0.1, "µF", "nF"), 100);
    EXPECT_DOUBLE_EQ(converted(2.2, "Mohm", "kohm"), 2200);
    EXPECT_DOUBLE_EQ(converted(250, "ms", "s"), 0.25);
    EXPECT_DOUBLE_EQ(converted(1, "min", "s"), 60); // not a milli-inch
    EXPECT_DOUBLE_EQ(converted(1, "nmi", "m"), 1852); // not a nano-mile
}

// The general library reads these as milliphot, kilophot, galileo, a volume and 1; we do not.
TEST(Units, RefuseWhatOthersMisread)
{
    EXPECT_EQ(parseUnit("kph").error().message, "the unit \"kph\" can be misread: write km/h");
    EXPECT_EQ(
        parseUnit("gal").error().message, "the unit \"gal\" can be misread: write USgal or UKgal");
    EXPECT_EQ(parseUnit("").error().message, "the unit is missing");
    EXPECT_EQ(parseUnit("furlong").error().message, "the unit \"furlong\" is not known");
    EXPECT_EQ(convert(1, "m/s", "s/m").error().message,
        "m/s cannot be converted to s/m: they measure different things");
    EXPECT_EQ(convert(1, "V", "A").error().message,
        "V cannot be converted to A: they measure different things");
    // A decibel is a logarithm against a reference: nothing else can be had from it.
    EXPECT_EQ(converted(3, "dBm", "dBm"), 3);
    for (const char* other : {"dBV", "dB", "W", "%", "count"})
        EXPECT_FALSE(convert(3, "dBm", other)) << other;
    for (const char* wrong : {"N  m", "degC m", "kmin", "mmph", "1", "m//s", "/s", "m/s/s", "degC2",
             "kdegC", "V ", " V", "mK/degC"})
        EXPECT_FALSE(parseUnit(wrong)) << wrong;
}

RC_GTEST_PROP(Units, GoThereAndBack, ())
{
    const auto value =
        *rc::gen::map(rc::gen::inRange(-1000000, 1000000), [](int n) { return n / 997.0; });
    for (const char* name : {"kohm", "uF", "mAh", "km/h", "psi", "degC", "degF", "USgal", "m3",
             "rpm", "hp", "ppm", "deg"}) {
        const auto unit = *parseUnit(name);
        RC_ASSERT(
            std::abs(fromSi(toSi(value, unit), unit) - value) <= 1e-12 * (std::abs(value) + 500));
    }
}

// Oracle: udunits2, for the names that it reads as makers mean them.
TEST(Units, HaveTheDimensionsOfTheUnitLibrary)
{
    ut_set_error_message_handler(ut_ignore);
    ut_system* system = ut_read_xml(nullptr);
    ASSERT_NE(system, nullptr);
    for (const auto& [ours, theirs, base] : {std::array{"V", "volt", "kg m2 s-3 A-1"},
             std::array{"ohm", "ohm", "kg m2 s-3 A-2"}, std::array{"F", "farad", "A2 s4 kg-1 m-2"},
             std::array{"Wh", "watt hour", "kg m2 s-2"}, std::array{"psi", "psi", "kg m-1 s-2"},
             std::array{"knot", "international_knot", "m s-1"},
             std::array{"lbf", "lbf", "kg m s-2"}, std::array{"L", "liter", "m3"}}) {
        ut_unit* from = ut_parse(system, theirs, UT_ASCII);
        ut_unit* to = ut_parse(system, base, UT_ASCII);
        ASSERT_TRUE(from != nullptr && to != nullptr) << theirs;
        cv_converter* converter = ut_get_converter(from, to);
        ASSERT_NE(converter, nullptr) << theirs;
        EXPECT_NEAR(toSi(1, *parseUnit(ours)) / cv_convert_double(converter, 1), 1, 1e-12) << ours;
        cv_free(converter);
        ut_free(from);
        ut_free(to);
    }
    ut_free_system(system);
}

} // namespace
} // namespace fern
