#include "curves/steinhart_hart.h"

#include <gtest/gtest.h>

#include <cmath>

namespace fern {
namespace {

constexpr double zeroCelsius = 273.15;

// Source: steinhart-hart.csv of the reference sheets, solved with scipy from three tabled points of
// a 10 kΩ thermistor.
const std::array<ResistanceAt, 3> points{
    {{zeroCelsius, 32650.4}, {zeroCelsius + 25, 9999.9}, {zeroCelsius + 50, 3601.0}}};

TEST(SteinhartHart, GoesThroughThreePoints)
{
    const auto s = steinhartHartThrough(points);
    ASSERT_TRUE(s);
    EXPECT_NEAR(s->a, 0.00112927266971761, 1e-15);
    EXPECT_NEAR(s->b, 0.000234105309489048, 1e-16);
    EXPECT_NEAR(s->c, 8.77451571555562e-8, 1e-19);
    for (const auto& point : points)
        EXPECT_NEAR(steinhartHartKelvin(*s, point.ohms), point.kelvin, 1e-9);
}

TEST(SteinhartHart, GivesTheTemperatureOfAResistance)
{
    const auto s = *steinhartHartThrough(points);
    for (const auto& [resistance, celsius] :
        {std::pair(1480.1, 74.9979243444861), {2000.0, 66.1532572466413}, {5000.0, 41.572039142962},
            {20000.0, 9.89871599846178}, {100000.0, -20.5232848955309}, {677.3, 100.054391319459}})
        EXPECT_NEAR(steinhartHartKelvin(s, resistance) - zeroCelsius, celsius, 1e-8) << resistance;
}

TEST(SteinhartHart, RefusesPointsThatFixNoCurve)
{
    auto equal = points;
    equal[2] = equal[0];
    EXPECT_EQ(steinhartHartThrough(equal).error().message,
        "three points differ in temperature and in resistance");
    auto none = points;
    none[1].ohms = 0;
    EXPECT_EQ(steinhartHartThrough(none).error().message,
        "resistances and absolute temperatures lie above 0");
}

} // namespace
} // namespace fern
