#include "world/receiver_device.h"

#include <gmock/gmock.h>
#include <gtest/gtest.h>

#include <cmath>

namespace fern {
namespace {

using testing::HasSubstr;
using testing::Not;

SenderSetting receiver(ReceiverGives gives, std::vector<CurvePoint> lane, double scatter = 0)
{
    SenderSetting s;
    s.device.kind = DeviceKind::Receiver;
    s.device.id = "receiver";
    s.device.fix.coldStart = {8, "s"};
    s.device.fix.scatter = scatter;
    s.startEpoch = 1'000'000'000; // 2001-09-09 01:46:40 UTC, as `date -u -d @1000000000` has it
    ToldValue value;
    value.source.kind = SourceKind::Receiver;
    value.source.receiver.gives = gives;
    value.lane = std::move(lane);
    s.values = {value};
    return s;
}

SenderSetting with(SenderSetting s, ReceiverGives gives, std::vector<CurvePoint> lane)
{
    s.values.push_back(receiver(gives, std::move(lane)).values.front());
    return s;
}

// A knot is one international nautical mile of 1852 m in an hour (ISO 80000-3, annex C).
TEST(ReceiverDevice, ToldInKnotsDegreesAndUtc)
{
    // 90 m to the north-east by 47 degrees are 61.38 m and 65.82 m: 0.0331 of a minute of latitude,
    // and 0.0608 of one of longitude, 1852 m · cos 54.2°.
    const auto speed = receiverSentences(receiver(ReceiverGives::Speed, {{0, 10}}), 9);
    EXPECT_THAT(
        speed, HasSubstr("$GPRMC,014649.00,A,5412.0331,N,00330.0608,E,19.44,47.0,090901,,,A*"));
    EXPECT_THAT(speed, HasSubstr("$GPGGA,014649.00,5412.0331,N,00330.0608,E,1,08,1.1,2.0,M,"));
    // 0.5 rad are 28 degrees and 38.8734 minutes (180/π).
    EXPECT_THAT(receiverSentences(receiver(ReceiverGives::Latitude, {{0, -0.5}}), 9),
        HasSubstr(",A,2838.8734,S,00330.0000,E,0.00,"));
    EXPECT_THAT(receiverSentences(receiver(ReceiverGives::Longitude, {{0, -0.5}}), 9),
        HasSubstr(",A,5412.0000,N,02838.8734,W,0.00,"));
    EXPECT_THAT(receiverSentences(receiver(ReceiverGives::Course, {{0, 0.5}}), 9),
        HasSubstr(",0.00,28.6,"));
    EXPECT_THAT(receiverSentences(receiver(ReceiverGives::Altitude, {{0, 123.44}}), 9),
        HasSubstr(",1,08,1.1,123.4,M,"));
}

TEST(ReceiverDevice, SatellitesComeIntoViewBeforeTheFix)
{
    const auto s = receiver(ReceiverGives::Speed, {{0, 10}});
    EXPECT_THAT(receiverSentences(s, 4), HasSubstr("$GPRMC,014644.00,V,,,,,,,090901,,,N*"));
    EXPECT_THAT(receiverSentences(s, 4), HasSubstr("$GPGSV,1,1,05*")) << "half of ten";
    EXPECT_THAT(receiverSentences(s, 8), HasSubstr("$GPGSV,1,1,10*")) << "two are not used";
    EXPECT_THAT(receiverSentences(s, 9), Not(HasSubstr("GPGSV"))) << "every fourth second";
    EXPECT_THAT(
        receiverSentences(receiver(ReceiverGives::Satellites, {{0, 3}}), 9), HasSubstr(",A,"));
    EXPECT_THAT(
        receiverSentences(receiver(ReceiverGives::Satellites, {{0, 2}}), 9), HasSubstr(",V,"));
}

/// The field of that number of the first sentence.
double field(const std::string& sentences, int number)
{
    std::size_t from = 0;
    for (int i = 0; i < number; ++i)
        from = sentences.find(',', from) + 1;
    return std::stod(sentences.substr(from));
}

// 0.4 m/s of scatter are 0.78 kn; 0.4 m along a meridian are 0.4/1852 of a minute of arc.
TEST(ReceiverDevice, ScattersByItsStandardDeviation)
{
    const auto s = with(receiver(ReceiverGives::Speed, {{0, 10}}, 0.4), ReceiverGives::Latitude,
        {{0, 54.2 * 3.14159265358979323846 / 180}});
    double speeds = 0, minutes = 0;
    constexpr int count = 4000;
    for (int i = 0; i < count; ++i) {
        const auto told = receiverSentences(s, 9 + i);
        speeds += std::pow(field(told, 7) - 10 * 3600 / 1852.0, 2);
        minutes += std::pow(field(told, 3) - 5412, 2);
    }
    EXPECT_NEAR(std::sqrt(speeds / count), 0.4 * 3600 / 1852, 0.03);
    EXPECT_NEAR(std::sqrt(minutes / count), 0.4 / 1852, 0.00002);
}

// All sentences speak of one trip: what is told of the course, the height and the satellites is
// told beside the speed, and the positions move as speed and course say.
TEST(ReceiverDevice, AllItsNumbersAreOfOneTrip)
{
    auto s = with(receiver(ReceiverGives::Speed, {{0, 0}, {20, 10}, {80, 10}, {100, 3}}),
        ReceiverGives::Course, {{0, 0}, {30, 1}, {70, 4}, {100, 4}});
    s = with(std::move(s), ReceiverGives::Altitude, {{0, 100}, {100, 200}});
    constexpr double radian = 3.14159265358979323846 / 180;
    const auto minutesAt = [](const std::string& told, int number) {
        const double angle = field(told, number); // degrees and minutes, as one number
        return std::floor(angle / 100) * 60 + std::fmod(angle, 100);
    };
    for (int t = 10; t < 100; ++t) {
        const auto before = receiverSentences(s, t);
        const auto after = receiverSentences(s, t + 1);
        const double north = 1852 * (minutesAt(after, 3) - minutesAt(before, 3));
        const double latitude = minutesAt(before, 3) / 60 * radian;
        const double east =
            1852 * std::cos(latitude) * (minutesAt(after, 5) - minutesAt(before, 5));
        const double told = (field(before, 7) + field(after, 7)) / 2 * 1852 / 3600;
        // Four decimals of a minute are 0.09 m either way at both ends; within a second the chord
        // is shorter than the way by less than that.
        EXPECT_NEAR(std::hypot(north, east), told, 0.3) << t;
    }
    EXPECT_THAT(receiverSentences(s, 50), HasSubstr(",150.0,M,"));
}

} // namespace
} // namespace fern
