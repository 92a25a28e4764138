#include "run/channel_run.h"

#include "base/random.h"
#include "tests/support.h"

#include <cmath>
#include <numbers>

namespace fern {
namespace {

PlainChannel plainChannel(int bits)
{
    PlainChannel c;
    c.id = "c";
    c.unit = *parseUnit("V");
    c.bits = bits;
    c.reference = 1;
    c.input.r1 = 0;
    c.input.r2 = 1000;
    c.numberKind = NumberKind::Float64;
    return c;
}

// Source: W. R. Bennett 1948, SNR = 6.02 N + 1.76 dB of a full-scale sine; quantisation noise
// LSB/√12.
class IdealConverter : public testing::TestWithParam<int> { };

TEST_P(IdealConverter, HasTheTheoreticalNoise)
{
    const int bits = GetParam();
    ChannelRun run(plainChannel(bits), 1);
    constexpr int count = 1 << 16;
    constexpr double cycles = 1021; // prime, so that every sample meets another phase
    const double lsb = std::ldexp(1.0, -bits);
    double signal = 0;
    double noise = 0;
    for (int i = 0; i < count; ++i) {
        const double sine = 0.5 * std::sin(2 * std::numbers::pi * cycles * i / count) * (1 - lsb);
        const auto out = run.accept(Tap::World, {i}, 0.5 + sine);
        const double error =
            out.scaled + lsb / 2 - (0.5 + sine); // a code stands for the middle of its step
        signal += sine * sine;
        noise += error * error;
    }
    EXPECT_NEAR(10 * std::log10(signal / noise), 6.02 * bits + 1.76, 0.2);
    EXPECT_NEAR(std::sqrt(noise / count) / (lsb / std::sqrt(12.0)), 1, 0.02);
}

INSTANTIATE_TEST_SUITE_P(Bits, IdealConverter, testing::Values(10, 12, 16));

TEST(ChannelRun, EntersAtEveryTap)
{
    auto channel = plainChannel(10);
    channel.reference = 5;
    channel.input.r1 = 1000;
    EXPECT_DOUBLE_EQ(ChannelRun(channel, 1).accept(Tap::World, {}, 5).pin, 2.5);
    const auto pin = ChannelRun(channel, 1).accept(Tap::Pin, {}, 2.5);
    EXPECT_EQ(pin.reading, 512);
    EXPECT_TRUE(std::isnan(pin.world));
    const auto reading = ChannelRun(channel, 1).accept(Tap::Reading, {}, 512);
    EXPECT_DOUBLE_EQ(reading.smoothed, 5.0);
    EXPECT_TRUE(std::isnan(reading.pin));
    EXPECT_EQ(ChannelRun(channel, 1).accept(Tap::Scaled, {}, 7).smoothed, 7);
    EXPECT_EQ(ChannelRun(channel, 1).accept(Tap::Smoothed, {}, 7).smoothed, 7);
    EXPECT_TRUE(std::isnan(ChannelRun(channel, 1).accept(Tap::Reading, {}, notThere).smoothed));
}

TEST(ChannelRun, IsWrongAsItsSpecimenIsWrong)
{
    auto channel = test::plainSkiff().channels[0];
    channel.steps.clear();
    // The spread of many specimens follows the tolerances: two resistors of 1 % behind a ratio of
    // 0.797, the reference, the offset. Source: JCGM 100, a/√3 each, combined.
    double squares = 0;
    constexpr int specimens = 4000;
    for (std::uint64_t seed = 0; seed < specimens; ++seed) {
        const double off = ChannelRun(channel, seed).accept(Tap::World, {}, 13).scaled - 13;
        squares += off * off;
    }
    const double resistor = 13 * 0.7966 * 0.01 / std::sqrt(3.0);
    const double reference = 13 * 0.002 / std::sqrt(3.0);
    const double offset = 3 * 0.003961 / std::sqrt(3.0);
    const double expected =
        std::sqrt(2 * resistor * resistor + reference * reference + offset * offset);
    EXPECT_NEAR(std::sqrt(squares / specimens) / expected, 1, 0.05);
}

TEST(ChannelRun, TellsTheBoardsThirtyTwoBitsApart)
{
    auto channel = plainChannel(24);
    channel.reference = 3.3;
    const double wide = ChannelRun(channel, 1).accept(Tap::Reading, {}, 12345677).scaled;
    channel.numberKind = NumberKind::Float32;
    const double narrow = ChannelRun(channel, 1).accept(Tap::Reading, {}, 12345677).scaled;
    EXPECT_EQ(narrow,
        static_cast<double>(static_cast<float>(12345677.0F * static_cast<float>(3.3 / 16777216))));
    EXPECT_NE(wide, narrow);
}

// UM10204: nine clocks a byte with its acknowledge, a start and a stop: 20 + 29 clocks at 400 kHz.
TEST(ChannelRun, AModuleConvertsBesideTheProcessor)
{
    auto channel = test::plainSkiff().channels[0];
    channel.conversionSeconds = 1.2e-3;
    EXPECT_EQ(fetchSeconds(channel), 1.2e-3); // a board waits
    channel.isReadByModule = true;
    channel.bits = 16;
    channel.moduleBusHertz = 400e3;
    EXPECT_NEAR(fetchSeconds(channel), 49 / 400e3, 1e-12);
    channel.moduleBusHertz = 0;
    channel.bits = 24;
    EXPECT_NEAR(fetchSeconds(channel), 24 * 20e-6, 1e-12);
}

/// 10 kΩ over 10 kΩ and 1 µF at the pin: 5 ms.
PlainChannel filteredChannel()
{
    auto channel = plainChannel(16);
    channel.reference = 5;
    channel.input.r1 = channel.input.r2 = 10e3;
    channel.pinFarad = 1e-6;
    return channel;
}

// Source: the step response of a resistor and a capacitor, 1 − e^(−t/RC).
TEST(ChannelRun, ACapacitorAtThePinIsALowPass)
{
    ChannelRun run(filteredChannel(), 1);
    EXPECT_DOUBLE_EQ(run.accept(Tap::World, {}, 0).pin, 0);
    // A step within a nanosecond, then samples 2 ms apart.
    run.accept(Tap::World, Ticks{1}, 4);
    for (int i = 1; i <= 20; ++i)
        EXPECT_NEAR(run.accept(Tap::World, Ticks{1 + i * 2'000'000LL}, 4).pin,
            2 * (1 - std::exp(-i * 2e-3 / 5e-3)), 1e-6)
            << i;
    // A ramp of 100 V/s at the pin is followed RC later.
    for (int i = 1; i <= 50; ++i) {
        const double volts =
            run.accept(Tap::World, Ticks{40'000'001LL + i * 1'000'000LL}, 4 + 0.2 * i).pin;
        if (i == 50) {
            EXPECT_NEAR(volts, 2 + 0.1 * 50 - 100 * 5e-3, 1e-3);
        }
    }
}

// Source: the gain of a first-order low-pass, 1/√(1 + (2πf·RC)²).
TEST(ChannelRun, HumIsWeakerBehindACapacitor)
{
    FaultSpec hum;
    hum.kind = FaultKind::Hum;
    hum.from = 0;
    hum.to = 100;
    hum.amount = {1, "V"};
    const Faults faults({hum}, 1, "c");
    const auto swing = [&](const PlainChannel& channel) {
        ChannelRun run(channel, 1);
        double least = 9;
        double most = -9;
        for (int i = 0; i < 1000; ++i) {
            const double volts =
                run.accept(Tap::World, Ticks{i * 1'003'000LL}, 5, {&faults, 0, true, i}).pin;
            least = std::min(least, volts);
            most = std::max(most, volts);
        }
        return (most - least) / 2;
    };
    auto bare = filteredChannel();
    bare.pinFarad = 0;
    EXPECT_NEAR(swing(bare), 1, 1e-3);
    EXPECT_NEAR(
        swing(filteredChannel()), 1 / std::hypot(1, 2 * std::numbers::pi * 50 * 5e-3), 1e-3);
}

TEST(ChannelRun, WhatADeviceTellsIsTheValueItself)
{
    PlainChannel channel;
    channel.unit = *parseUnit("km/h");
    channel.readingUnit = *parseUnit("kn");
    channel.source.kind = SourceKind::Receiver;
    const auto out = ChannelRun(channel, 1).accept(Tap::World, {}, toSi(10, channel.unit));
    EXPECT_NEAR(fromSi(out.smoothed, channel.unit), 10, 1e-6);
    EXPECT_TRUE(std::isnan(out.reading));
}

TEST(ChannelRun, ASpecimenIsBentWithinItsNonlinearity)
{
    auto channel = plainChannel(10);
    channel.nonlinearityLsb = 3;
    const double lsb = std::ldexp(1.0, -10);
    double most = 0;
    for (std::uint64_t seed = 1; seed <= 60; ++seed) {
        ChannelRun run(channel, seed);
        for (int i = 0; i <= 1000; ++i) {
            // Without noise and offset what is left is the half step of the code, and the bend.
            const double volts = i / 1000.0 * (1 - lsb);
            const double off = run.accept(Tap::World, Ticks{i}, volts).scaled + lsb / 2 - volts;
            ASSERT_LT(std::fabs(off), 3.51 * lsb) << seed << " " << volts;
            most = std::max(most, std::fabs(off));
        }
        EXPECT_LT(std::fabs(run.accept(Tap::World, Ticks{2000}, 0).scaled), lsb)
            << "its ends are where they belong";
    }
    EXPECT_GT(most, 2.5 * lsb) << "some specimen comes near";
}

TEST(ChannelRun, ASenderFedFromTheReferenceFollowsIt)
{
    auto channel = plainChannel(16);
    channel.reference = 5;
    channel.referenceTolerancePercent = 5;
    channel.input.sensor = SensorKind::Sender;
    channel.input.lowOutput = 0.5;
    channel.input.highOutput = 4.5;
    const auto off = [&](bool follows) {
        channel.input.followsReference = follows;
        double most = 0;
        for (std::uint64_t seed = 1; seed <= 20; ++seed)
            most = std::max(most,
                std::fabs(ChannelRun(channel, seed).accept(Tap::World, {}, 0.5).scaled - 0.5));
        return most;
    };
    EXPECT_LT(off(true), 5.0 / 65536 / 2) << "a step of the converter, over 4 V";
    EXPECT_GT(off(false), 0.01); // up to 5 % of 2.5 V, over 4 V
}

} // namespace
} // namespace fern
