#include "world/receiver_device.h"

#include "base/calendar.h"
#include "curves/polyline.h"
#include "signal/checksum.h"
#include "world/trip.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr double metresPerMinuteOfArc = 1852;
constexpr double usualCourse = 47; ///< degrees, of a trip whose course nobody tells
constexpr double usualAltitude = 2; ///< metre
constexpr double usualSatellites = 8;
constexpr double degreesPerRadian = 180 / std::numbers::pi;

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
    double knots = 0, course = 0, altitude = 0;
    double latitude = 0, longitude = 0;
    int satellites = 0;
};

/// The channel that is told a quantity, with a truth; null when there is none.
const ToldValue* valueOf(const SenderSetting& s, ReceiverGives gives)
{
    for (const auto& value : s.values)
        if (value.source.receiver.gives == gives && !value.lane.empty())
            return &value;
    return nullptr;
}

/// Where the trip has led, at the place that a channel's own lane says where there is one.
GroundPlace placeAt(const SenderSetting& s, double seconds)
{
    const auto laneOf = [&](ReceiverGives gives, double usual) {
        const auto* value = valueOf(s, gives);
        return value == nullptr ? std::vector<CurvePoint>{{0, usual}} : value->lane;
    };
    const auto& fix = s.device.fix;
    return placeAfter({fix.latitude, fix.longitude},
        wayOf(laneOf(ReceiverGives::Speed, 0),
            laneOf(ReceiverGives::Course, usualCourse / degreesPerRadian),
            s.faults.seenSeconds(seconds)));
}

Told toldBy(const SenderSetting& s, double seconds)
{
    const auto index = static_cast<std::uint64_t>(seconds * 1000);
    const RandomStream scatter(s.seed, s.device.id, "scatter");
    const auto seen = [&](ReceiverGives gives) {
        const auto* value = valueOf(s, gives);
        return receiverTruth(
            s, gives, value == nullptr ? seconds : value->faults.seenSeconds(seconds));
    };
    Told t;
    t.course = degreesPerRadian * seen(ReceiverGives::Course);
    t.course -= 360 * std::floor(t.course / 360);
    t.altitude = seen(ReceiverGives::Altitude);
    t.latitude = degreesPerRadian * seen(ReceiverGives::Latitude);
    t.longitude = degreesPerRadian * seen(ReceiverGives::Longitude);
    t.satellites = static_cast<int>(std::clamp(seen(ReceiverGives::Satellites), 0.0, 24.0));
    const double size = s.device.fix.scatter;
    const double told = std::fabs(seen(ReceiverGives::Speed) + size * scatter.normal(index));
    t.knots = told * 3600 / metresPerMinuteOfArc;
    t.latitude += size * scatter.normal(index + (1ULL << 40U)) / (60 * metresPerMinuteOfArc);
    return t;
}

} // namespace

double receiverTruth(const SenderSetting& s, ReceiverGives gives, double seconds)
{
    if (const auto* value = valueOf(s, gives))
        return polylineAt(value->lane, seconds);
    switch (gives) {
    case ReceiverGives::Speed:
        break;
    case ReceiverGives::Course:
        return usualCourse / degreesPerRadian;
    case ReceiverGives::Altitude:
        return usualAltitude;
    case ReceiverGives::Satellites:
        return usualSatellites;
    case ReceiverGives::Latitude:
        return placeAt(s, seconds).latitude / degreesPerRadian;
    case ReceiverGives::Longitude:
        return placeAt(s, seconds).longitude / degreesPerRadian;
    }
    return 0;
}

std::string receiverSentences(const SenderSetting& s, double seconds)
{
    const auto t = toldBy(s, seconds);
    const double coldStart = inSi(s.device.fix.coldStart);
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
