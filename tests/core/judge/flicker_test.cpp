// How restless a number is that rests, against what normal noise gives.

#include "judge/flicker.h"

#include <gtest/gtest.h>

#include <cmath>
#include <numbers>

namespace fern {
namespace {

PlainChannel noisy(double lsb)
{
    PlainChannel c;
    c.id = "volts";
    c.unit = *parseUnit("V");
    c.bits = 12;
    c.reference = 4.096; // 1 mV a code
    c.input.r1 = 0;
    c.to = 4;
    c.noiseLsb = lsb;
    c.sampleEvery = ticksFromSeconds(0.05);
    return c;
}

PlainReader millivolts(int decimals)
{
    PlainReader reader;
    reader.unit = *parseUnit("mV");
    reader.text.decimals = decimals;
    reader.text.width = 3; // too narrow: whether it fits does not count
    return reader;
}

// Two draws of a normal deviate lie in the same step of 1 with a chance of 1/(2·√π·σ), mean over
// where the steps begin, for σ of a step and more (common practice of dithered converters).
TEST(RestingChanges, AgreeWithNormalNoise)
{
    for (const double sigma : {1.0, 2.0, 4.0}) {
        const double same = 1 / (2 * std::sqrt(std::numbers::pi) * sigma);
        EXPECT_NEAR(restingChanges(noisy(sigma), millivolts(0), 0.25), (1 - same) / 0.25, 0.3)
            << sigma;
    }
}

TEST(RestingChanges, SmoothingAndHoldingCalmThem)
{
    const double raw = restingChanges(noisy(2), millivolts(0), 0.25);
    auto smooth = noisy(2);
    StepSpec average;
    average.kind = StepKind::MovingAverage;
    average.window = 101;
    smooth.steps = {average};
    const double smoothed = restingChanges(smooth, millivolts(0), 0.25);
    EXPECT_LT(smoothed, raw / 3);
    StepSpec hold;
    hold.kind = StepKind::DigitHysteresis;
    hold.limit = 1e-3;
    smooth.steps.push_back(hold);
    EXPECT_LT(restingChanges(smooth, millivolts(0), 0.25), smoothed / 3);
    EXPECT_LT(restingChanges(noisy(0.05), millivolts(0), 0.25), 1);
}

TEST(RestingChanges, AreNotKnownWithoutNoise)
{
    EXPECT_EQ(restingChanges(noisy(0), millivolts(3), 0.25), 0);
    auto told = noisy(2);
    told.source.kind = SourceKind::Lines;
    EXPECT_EQ(restingChanges(told, millivolts(3), 0.25), 0);
}

} // namespace
} // namespace fern
