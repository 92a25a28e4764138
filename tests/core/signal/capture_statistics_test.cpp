// The figures of a stretch; numpy checks them over random recordings (crosscheck captures.py).

#include "signal/capture_statistics.h"

#include <gtest/gtest.h>

#include <cmath>

namespace fern {
namespace {

/// A line through `offset` of so much a second, at 10 Hz, with ±`noise` in turns about it.
Capture line(double offset, double perSecond, double noise, int samples)
{
    Capture capture;
    for (int i = 0; i < samples; ++i) {
        capture.at.push_back(ticksFromSeconds(0.1 * i));
        // Pairs, so that the turns have no slope of their own.
        capture.values.push_back(
            offset + perSecond * 0.1 * i + ((i + 1) / 2 % 2 == 0 ? noise : -noise));
    }
    return capture;
}

TEST(CaptureStatistics, DriftIsNoNoise)
{
    const auto s = captureStatistics(line(1e6, 2, 0.25, 4000));
    EXPECT_EQ(s.samples, 4000U);
    EXPECT_NEAR(s.driftPerSecond, 2, 1e-5);
    EXPECT_NEAR(s.noise, 0.25, 1e-6);
    EXPECT_NEAR(s.mean, 1e6 + 399.9, 1e-6);
    EXPECT_NEAR(s.seconds, 399.9, 1e-9);
    EXPECT_NEAR(s.rate, 10, 1e-9);
    EXPECT_NEAR(s.jitter, 0, 1e-9);
    EXPECT_EQ(s.gaps, 0U);
}

TEST(CaptureStatistics, DropoutsAndGapsAreCounted)
{
    auto capture = line(5, 0, 0, 100);
    capture.values[10] = capture.values[11] = std::nan("");
    for (std::size_t i = 50; i < 100; ++i)
        capture.at[i] += ticksFromSeconds(0.06);
    const auto s = captureStatistics(capture);
    EXPECT_EQ(s.samples, 98U);
    EXPECT_EQ(s.dropouts, 2U);
    EXPECT_EQ(s.gaps, 1U);
    EXPECT_NEAR(s.longestGap, 0.16, 1e-9);
    EXPECT_EQ(s.mean, 5);
    EXPECT_EQ(s.deviation, 0);
}

TEST(CaptureStatistics, OfAStretch)
{
    const auto s = captureStatistics(line(0, 10, 0, 100), 10, 20);
    EXPECT_EQ(s.samples, 10U);
    EXPECT_NEAR(s.least, 10, 1e-12);
    EXPECT_NEAR(s.most, 19, 1e-12);
    const auto below = captureStatistics(line(-30, 10, 0, 100), 10, 20);
    EXPECT_NEAR(below.least, -20, 1e-12);
    EXPECT_NEAR(below.most, -11, 1e-12);
    EXPECT_EQ(captureStatistics(line(0, 1, 0, 5), 5, 9), CaptureStatistics{});
    EXPECT_EQ(captureStatistics(line(3, 1, 0, 1)).rate, 0);
}

} // namespace
} // namespace fern
