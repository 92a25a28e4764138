// How far two calibrations lie apart, and for how long one is good.

#include "scale/drift.h"
#include "scale/pulse_factor.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

Calibration lineOn(const std::string& on, double gain, double offset)
{
    Calibration c;
    c.on = on;
    c.result.kind = ScalingKind::Linear;
    c.result.gain = gain;
    c.result.offset = offset;
    return c;
}

TEST(Drift, IsTheLargestDifferenceWithItsSignAndPlace)
{
    const auto first = lineOn("2031-05-04T10:00:00Z", 0.01, 0);
    const auto later = lineOn("2031-06-03T10:00:00Z", 0.0101, -0.02);
    const auto apart = differenceOf(first.result, later.result, 0, 1000);
    ASSERT_TRUE(apart);
    EXPECT_NEAR(apart->largest, 0.08, 1e-12);
    EXPECT_EQ(apart->reading, 1000);
    EXPECT_NEAR(differenceOf(first.result, later.result, 0, 100)->largest, -0.02, 1e-12);
    EXPECT_EQ(daysBetween(first, later), 30);
    EXPECT_FALSE(daysBetween(later, first));
    EXPECT_FALSE(daysBetween(lineOn("", 1, 0), later));
    auto ending = later.result;
    ending.kind = ScalingKind::Table;
    ending.points = {{0, 0}, {500, 5}};
    ending.ends = TableEnds::Invalid;
    EXPECT_FALSE(differenceOf(first.result, ending, 0, 1000)) << "it has no value at the top";
}

TEST(Drift, UsesUpHalfOfTheToleranceInTime)
{
    EXPECT_EQ(daysGoodFor(0.08, 30, 0.4), 75);
    EXPECT_EQ(daysGoodFor(-0.08, 30, 0.4), 75);
    EXPECT_EQ(daysGoodFor(0.001, 30, 0.4), 365) << "at most a year";
    EXPECT_EQ(daysGoodFor(0, 30, 0.4), 365);
}

// common practice: hertz for a km/h = turns a second at 1 km/h times pulses of a turn.
TEST(PulseFactor, ComesFromAWheelOrAMeasuredDistance)
{
    const auto kmh = *parseUnit("km/h");
    EXPECT_NEAR(*pulsesPerUnit({4, {2.1, "m"}}, kmh, true), 4 / 2.1 / 3.6, 1e-12);
    EXPECT_NEAR(*pulsesPerUnit({3215, {0.25, "km"}}, kmh, true), 3215 / 250.0 / 3.6, 1e-12);
    EXPECT_NEAR(*pulsesPerUnit({4500, {10, "L"}}, *parseUnit("L"), false), 450, 1e-9);
    EXPECT_NEAR(*pulsesPerUnit({4500, {10, "L"}}, *parseUnit("L/min"), true), 7.5, 1e-9);
    EXPECT_NEAR(*pulsesPerUnit({64, {1, "count"}}, *parseUnit("rpm"), true), 64 / 60.0, 1e-12);
    EXPECT_EQ(countedRelative(200), 0.005);
}

TEST(PulseFactor, RefusesWhatDoesNotFit)
{
    EXPECT_EQ(usualAmountUnit(*parseUnit("L/min"), true), "L");
    EXPECT_EQ(usualAmountUnit(*parseUnit("knot"), true), "m");
    EXPECT_EQ(usualAmountUnit(*parseUnit("V"), true), "");
    const auto kmh = *parseUnit("km/h");
    EXPECT_EQ(pulsesPerUnit({4, {2, "L"}}, kmh, true).error().message,
        "an amount in L does not give km/h: it must be what goes by, such as a distance for a "
        "speed");
    EXPECT_EQ(pulsesPerUnit({0, {2, "m"}}, kmh, true).error().message,
        "the pulses and the amount must be above 0");
    EXPECT_FALSE(pulsesPerUnit({1, {2, "xx"}}, kmh, true));
}

} // namespace
} // namespace fern
