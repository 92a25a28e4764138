#include "world/receiver_device.h"

#include "base/calendar.h"
#include "curves/polyline.h"
#include "signal/checksum.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr double metresPerMinuteOfArc = 1852;
constexpr double homeLatitude = 54.2; // open water
constexpr double homeLongitude = 3.5;

std::string sentence(const std::string& body)
{
    return fmt::format("${}*{:02X}\r\n", body, exclusiveOr(body));
}

/// Degrees and decimal minutes, as the standard writes an angle.
std::string angle(double degrees, int degreeDigits, char positive, char negative)
{
    const double size = std::fabs(degrees);
    // Rounded once, so that 59.99999 minutes become a whole degree.
    const auto tenThousandths = std::llround(size * 60 * 1e4);
    const auto whole = tenThousandths / 600000;
    return fmt::format("{:0{}}{:07.4f},{}", whole, degreeDigits,
        static_cast<double>(tenThousandths % 600000) / 1e4, degrees < 0 ? negative : positive);
}

struct Told {
    double knots = 0, course = 47, altitude = 2;
    double latitude = homeLatitude, longitude = homeLongitude;
    int satellites = 8;
};

Told toldBy(const DeviceSetting& s, double seconds)
{
    Told t;
    const auto index = static_cast<std::uint64_t>(seconds * 1000);
    const double truth = polylineAt(s.lane, s.faults.seenSeconds(seconds));
    const RandomStream scatter(s.seed, s.id, "scatter");
    double speed = 0;
    switch (s.source.receiver.gives) {
    case ReceiverGives::Speed:
        speed = truth;
        break;
    case ReceiverGives::Course:
        t.course = truth * 180 / std::numbers::pi;
        break;
    case ReceiverGives::Altitude:
        t.altitude = truth;
        break;
    case ReceiverGives::Latitude:
        t.latitude = truth * 180 / std::numbers::pi;
        break;
    case ReceiverGives::Longitude:
        t.longitude = truth * 180 / std::numbers::pi;
        break;
    case ReceiverGives::Satellites:
        t.satellites = static_cast<int>(std::clamp(truth, 0.0, 24.0));
        break;
    }
    const double told = std::fabs(speed + s.source.receiver.scatter * scatter.normal(index));
    t.knots = told * 3600 / metresPerMinuteOfArc;
    t.latitude += s.source.receiver.scatter * scatter.normal(index + (1ULL << 40U))
        / (60 * metresPerMinuteOfArc);
    return t;
}

} // namespace

std::string receiverSentences(const DeviceSetting& s, double seconds)
{
    const auto t = toldBy(s, seconds);
    const double coldStart = inSi(s.source.receiver.coldStart);
    const bool hasFix =
        seconds >= coldStart && !s.faults.isOn(FaultKind::NoFix, seconds) && t.satellites >= 3;
    // In a cold start the satellites come into view one after another.
    const int inView = s.faults.isOn(FaultKind::NoFix, seconds) ? 1
        : seconds >= coldStart
        ? t.satellites + 2
        : static_cast<int>((t.satellites + 2) * seconds / std::max(coldStart, 1.0));
    const auto whole = static_cast<std::int64_t>(std::floor(seconds));
    const auto utc = utcOf(s.startEpoch + whole);
    const auto clock = fmt::format("{:02}{:02}{:02}.{:02}", utc.hour, utc.minute, utc.second,
        static_cast<int>((seconds - static_cast<double>(whole)) * 100));
    const auto date = fmt::format("{:02}{:02}{:02}", utc.day, utc.month, utc.year % 100);
    const auto place = hasFix
        ? angle(t.latitude, 2, 'N', 'S') + "," + angle(t.longitude, 3, 'E', 'W')
        : std::string(",,,");
    std::string all = sentence(hasFix ? fmt::format("GPRMC,{},A,{},{:.2f},{:.1f},{},,,A", clock,
                                   place, t.knots, t.course, date)
                                      : fmt::format("GPRMC,{},V,,,,,,,{},,,N", clock, date));
    all += sentence(hasFix ? fmt::format("GPGGA,{},{},1,{:02},1.1,{:.1f},M,45.0,M,,", clock, place,
                        t.satellites, t.altitude)
                           : fmt::format("GPGGA,{},,,,,0,00,,,M,,M,,", clock));
    if (whole % 4 == 0)
        all += sentence(fmt::format("GPGSV,1,1,{:02}", inView));
    return all;
}

} // namespace fern
