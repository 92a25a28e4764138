#include "world/faults.h"

#include <gtest/gtest.h>

#include "curves/sine.h"
#include <algorithm>
#include <cmath>
#include <numbers>

namespace fern {
namespace {

FaultSpec fault(FaultKind kind, double amount = 0, double share = 0)
{
    FaultSpec f;
    f.kind = kind;
    f.from = 10;
    f.to = 20;
    f.amount = {amount, "V"};
    f.share = share;
    return f;
}

Faults only(const FaultSpec& f)
{
    return {{f}, 3, "channel"};
}

TEST(Sine, IsTheSineOfTheLibraryToNineDigits)
{
    for (double turns = -2; turns < 3; turns += 0.01)
        EXPECT_NEAR(sineOfTurns(turns), std::sin(2 * std::numbers::pi * turns), 1e-9) << turns;
}

TEST(Faults, ActOnlyWhileTheyLast)
{
    const auto noise = only(fault(FaultKind::Noise, 0.5));
    EXPECT_EQ(noise.disturbed(9.9, 1, 1.0), 1.0);
    EXPECT_NE(noise.disturbed(10, 1, 1.0), 1.0);
    EXPECT_EQ(noise.disturbed(20, 1, 1.0), 1.0);
}

TEST(Faults, NoiseHasItsRms)
{
    const auto noise = only(fault(FaultKind::Noise, 0.5));
    double squares = 0;
    constexpr int n = 20000;
    for (int i = 0; i < n; ++i)
        squares += std::pow(noise.disturbed(15, i, 0), 2);
    EXPECT_NEAR(std::sqrt(squares / n), 0.5, 0.01); // four standard errors of a deviation
}

TEST(Faults, HumHasItsAmplitudeAndFrequency)
{
    auto spec = fault(FaultKind::Hum, 0.2);
    spec.hertz = 60;
    const auto hum = only(spec);
    double most = 0;
    for (int i = 0; i < 1000; ++i)
        most = std::max(most, hum.disturbed(15 + i / 60.0 / 1000, i, 0));
    EXPECT_NEAR(most, 0.2, 1e-5);
    EXPECT_NEAR(hum.disturbed(15, 0, 0), hum.disturbed(15 + 1 / 60.0, 1, 0), 1e-9);
}

TEST(Faults, DriftGrowsAMinuteByItsAmount)
{
    const auto drift = only(fault(FaultKind::Drift, 0.6));
    EXPECT_NEAR(drift.lasting(15, 1, 5), 1.05, 1e-12);
}

TEST(Faults, SpikesAndDropoutsComeAsOftenAsTheirShare)
{
    const auto spikes = only(fault(FaultKind::Spikes, 2, 0.1));
    const auto open = only(fault(FaultKind::Dropouts, 0, 0.1));
    int up = 0, down = 0, gone = 0;
    for (int i = 0; i < 10000; ++i) {
        up += spikes.disturbed(15, i, 1) == 3;
        down += spikes.disturbed(15, i, 1) == -1;
        gone += open.disturbed(15, i, 1) == 0;
    }
    EXPECT_NEAR(up + down, 1000, 120); // four standard errors of a share
    EXPECT_NEAR(up, down, 130);
    EXPECT_NEAR(gone, 1000, 120);
}

TEST(Faults, AStuckSensorShowsTheTruthOfItsBegin)
{
    const auto stuck = only(fault(FaultKind::Stuck));
    EXPECT_EQ(stuck.seenSeconds(9), 9);
    EXPECT_EQ(stuck.seenSeconds(17), 10);
}

TEST(Faults, AFloatingPinWandersWhateverStandsOnIt)
{
    const auto off = only(fault(FaultKind::Floating));
    double least = 5, most = 0;
    for (int i = 0; i < 1000; ++i) {
        const double volts = off.lasting(10 + i * 0.00997, i % 2 * 5, 5);
        least = std::min(least, volts);
        most = std::max(most, volts);
    }
    EXPECT_GT(least, 0);
    EXPECT_LT(most, 5);
    EXPECT_GT(most - least, 1);
}

// Source: the divider of 10 MΩ of stray coupling over the resistor that holds the pin.
TEST(Faults, AResistorHoldsAPinWithNothingOnIt)
{
    const auto off = only(fault(FaultKind::Floating));
    for (const double at : {11.0, 12.7, 15.3, 19.9}) {
        const double open = off.lasting(at, 3, 5);
        EXPECT_NEAR(off.lasting(at, 3, 5, {10e3, 0}), open * 10e3 / (10e3 + 10e6), 1e-12);
        EXPECT_NEAR(off.lasting(at, 3, 5, {10e6, 5}), (open + 5) / 2, 1e-12);
        EXPECT_EQ(off.lasting(at, 3, 5, {}), open);
    }
}

TEST(Faults, ACapacitorEatsAShortSpike)
{
    const auto spikes = only(fault(FaultKind::Spikes, 2, 1));
    // A millisecond through RC of one: 1 − 1/e of it.
    EXPECT_NEAR(std::fabs(spikes.disturbed(15, 7, 1, 1e-3) - 1), 2 * (1 - std::exp(-1)), 1e-12);
    EXPECT_NEAR(std::fabs(spikes.disturbed(15, 7, 1) - 1), 2, 1e-12);
}

} // namespace
} // namespace fern
