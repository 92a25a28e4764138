#include "reading/nmea.h"

#include "base/number_text.h"
#include "base/split.h"
#include "signal/checksum.h"

#include <algorithm>
#include <charconv>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr std::size_t longestSentence = 256; // with its line end
constexpr double kilometresPerNauticalMile = 1.852;
constexpr double secondsPerHour = 3600;

Error malformed(std::string message)
{
    return {ErrorCode::Malformed, std::move(message), ""};
}

bool isUpperOrDigit(char c)
{
    return (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9');
}

/// A field of a sentence; empty behind its end.
std::string_view field(const NmeaSentence& s, std::size_t index)
{
    return index < s.fields.size() ? std::string_view(s.fields[index]) : std::string_view();
}

std::optional<double> numberAt(const NmeaSentence& s, std::size_t index)
{
    return parseNumber(field(s, index));
}

std::optional<int> countAt(const NmeaSentence& s, std::size_t index)
{
    const auto number = numberAt(s, index);
    return number && *number >= 0 && *number < 1000 ? std::optional(static_cast<int>(*number))
                                                    : std::nullopt;
}

/// "4807.038" and "N": degrees and minutes; nothing beyond `most` degrees.
std::optional<double> degreesAt(
    const NmeaSentence& s, std::size_t index, std::string_view sides, double most)
{
    const auto packed = numberAt(s, index);
    const auto side = field(s, index + 1);
    if (!packed || *packed < 0 || side.size() != 1 || sides.find(side) == std::string_view::npos)
        return std::nullopt;
    const double whole = std::floor(*packed / 100);
    const double minutes = *packed - whole * 100;
    const double degrees = whole + minutes / 60;
    if (minutes >= 60 || degrees > most)
        return std::nullopt;
    return side[0] == sides[1] ? -degrees : degrees;
}

/// "123519.25" as seconds of the day.
std::optional<double> secondAt(const NmeaSentence& s, std::size_t index)
{
    const auto text = field(s, index);
    const auto packed = parseNumber(text);
    if (!packed || text.size() < 6 || *packed < 0)
        return std::nullopt;
    const double hours = std::floor(*packed / 1e4);
    const double minutes = std::floor(*packed / 100) - hours * 100;
    const double seconds = *packed - hours * 1e4 - minutes * 100;
    if (hours > 23 || minutes > 59 || seconds >= 61)
        return std::nullopt;
    return hours * secondsPerHour + minutes * 60 + seconds;
}

/// "230394" as 1994-03-23: years from 80 are of the last century.
std::string dateAt(const NmeaSentence& s, std::size_t index)
{
    const auto text = field(s, index);
    if (text.size() != 6
        || !std::all_of(text.begin(), text.end(), [](char c) { return c >= '0' && c <= '9'; }))
        return {};
    const int packed = std::stoi(std::string(text));
    const int day = packed / 10000;
    const int month = packed / 100 % 100;
    const int year = packed % 100 + (packed % 100 >= 80 ? 1900 : 2000);
    if (day < 1 || day > 31 || month < 1 || month > 12)
        return {};
    return fmt::format("{:04}-{:02}-{:02}", year, month, day);
}

std::optional<double> speedAt(const NmeaSentence& s, std::size_t index)
{
    const auto speed = numberAt(s, index);
    return speed && *speed >= 0 ? speed : std::nullopt;
}

void readPosition(ReceiverState& state, const NmeaSentence& s, std::size_t index)
{
    state.latitude = degreesAt(s, index, "NS", 90);
    state.longitude = degreesAt(s, index + 2, "EW", 180);
}

ReceiverState recommendedMinimum(const NmeaSentence& s)
{
    ReceiverState state;
    state.secondOfDay = secondAt(s, 0);
    state.date = dateAt(s, 8);
    // A mode of N says the same as a status of V.
    state.hasFix = field(s, 1) == "A" && field(s, 11) != "N";
    if (!*state.hasFix)
        return state;
    readPosition(state, s, 2);
    state.speed = speedAt(s, 6);
    state.course = numberAt(s, 7);
    return state;
}

ReceiverState fixData(const NmeaSentence& s)
{
    ReceiverState state;
    state.secondOfDay = secondAt(s, 0);
    state.quality = countAt(s, 5);
    state.satellitesUsed = countAt(s, 6);
    state.hasFix = state.quality.value_or(0) > 0;
    if (!*state.hasFix)
        return state;
    readPosition(state, s, 1);
    state.dilution = numberAt(s, 7);
    if (field(s, 9) == "M")
        state.altitude = numberAt(s, 8);
    return state;
}

ReceiverState geographicPosition(const NmeaSentence& s)
{
    ReceiverState state;
    state.secondOfDay = secondAt(s, 4);
    state.hasFix = field(s, 5) == "A" && field(s, 6) != "N";
    if (*state.hasFix)
        readPosition(state, s, 0);
    return state;
}

ReceiverState courseAndSpeed(const NmeaSentence& s)
{
    ReceiverState state;
    if (field(s, 8) == "N")
        return state;
    if (field(s, 1) == "T")
        state.course = numberAt(s, 0);
    if (field(s, 5) == "N")
        state.speed = speedAt(s, 4);
    if (const auto metric = speedAt(s, 6); !state.speed && metric && field(s, 7) == "K")
        state.speed = *metric / kilometresPerNauticalMile;
    return state;
}

/// Takes over what the newer state knows.
template <class T> void renew(std::optional<T>& known, const std::optional<T>& news)
{
    if (news)
        known = news;
}

} // namespace

Result<NmeaSentence> parseNmea(std::string_view line)
{
    const auto begin = line.find_last_of("$!");
    if (begin == std::string_view::npos)
        return malformed("a sentence begins with $");
    line = trimmed(line.substr(begin));
    if (line.size() + 2 > longestSentence) // its line end counts
        return malformed(fmt::format(
            "a sentence has at most {} characters, this one {}", longestSentence, line.size() + 2));
    const auto star = line.find('*');
    if (star == std::string_view::npos || line.size() != star + 3)
        return malformed("the sentence has no checksum of two digits");
    const auto body = line.substr(1, star - 1);
    const auto digits = line.substr(star + 1);
    unsigned said = 0;
    const auto [end, failure] =
        std::from_chars(digits.data(), digits.data() + digits.size(), said, 16);
    if (failure != std::errc{} || end != digits.data() + digits.size())
        return malformed(fmt::format("\"{}\" is no checksum", digits));
    if (const auto sum = exclusiveOr(body); sum != said)
        return malformed(
            fmt::format("the checksum is {:02X}, the sentence says {:02X}", sum, said));
    auto fields = splitAt(body, ',');
    const auto address = std::move(fields.front());
    fields.erase(fields.begin());
    constexpr std::size_t typeLength = 3;
    if (address.size() < typeLength || !std::all_of(address.begin(), address.end(), isUpperOrDigit))
        return malformed(fmt::format("\"{}\" is no address of a sentence", address));
    if (address.front() == 'P') // of one maker: no talker
        return NmeaSentence{{}, address, std::move(fields)};
    const auto cut = address.size() - typeLength;
    return NmeaSentence{address.substr(0, cut), address.substr(cut), std::move(fields)};
}

ReceiverState stateOf(const NmeaSentence& s)
{
    if (s.type == "RMC")
        return recommendedMinimum(s);
    if (s.type == "GGA")
        return fixData(s);
    if (s.type == "GLL")
        return geographicPosition(s);
    if (s.type == "VTG")
        return courseAndSpeed(s);
    ReceiverState state;
    if (s.type == "GSV")
        state.satellitesInView = countAt(s, 2);
    return state;
}

void merge(ReceiverState& state, const ReceiverState& news)
{
    renew(state.hasFix, news.hasFix);
    renew(state.quality, news.quality);
    renew(state.satellitesUsed, news.satellitesUsed);
    renew(state.satellitesInView, news.satellitesInView);
    renew(state.secondOfDay, news.secondOfDay);
    if (!news.date.empty())
        state.date = news.date;
    if (state.hasFix == false) {
        for (auto* needsFix : {&state.latitude, &state.longitude, &state.speed, &state.course,
                 &state.altitude, &state.dilution})
            needsFix->reset();
        return;
    }
    renew(state.latitude, news.latitude);
    renew(state.longitude, news.longitude);
    renew(state.speed, news.speed);
    renew(state.course, news.course);
    renew(state.altitude, news.altitude);
    renew(state.dilution, news.dilution);
}

int ReceiverDecoder::feed(std::string_view bytes)
{
    int good = 0;
    for (const auto& line : m_lines.feed(bytes)) {
        const auto sentence = parseNmea(line);
        if (!sentence) {
            ++m_bad;
            continue;
        }
        merge(m_state, stateOf(*sentence));
        ++good;
    }
    m_good += good;
    return good;
}

} // namespace fern
