#include "base/calendar.h"

#include <algorithm>
#include <charconv>
#include <chrono>

#include <fmt/format.h>

namespace fern {

namespace {

using namespace std::chrono;

year_month_day dateOf(const UtcTime& t)
{
    return {year{t.year}, month{static_cast<unsigned>(t.month)}, day{static_cast<unsigned>(t.day)}};
}

} // namespace

UtcTime utcOf(std::int64_t epochSeconds)
{
    const auto at = sys_seconds{seconds{epochSeconds}};
    const auto date = floor<days>(at);
    const year_month_day ymd{date};
    const hh_mm_ss<seconds> clock{at - date};
    return {static_cast<int>(ymd.year()), static_cast<int>(static_cast<unsigned>(ymd.month())),
        static_cast<int>(static_cast<unsigned>(ymd.day())), static_cast<int>(clock.hours().count()),
        static_cast<int>(clock.minutes().count()), static_cast<int>(clock.seconds().count())};
}

std::int64_t epochOf(const UtcTime& t)
{
    const sys_days date{dateOf(t)};
    return duration_cast<seconds>(date.time_since_epoch()).count() + std::int64_t{3600} * t.hour
        + std::int64_t{60} * t.minute + t.second;
}

std::string utcDate(std::int64_t epochSeconds)
{
    const auto time = utcOf(epochSeconds);
    return fmt::format("{:04}-{:02}-{:02}", time.year, time.month, time.day);
}

int weekdayOf(const UtcTime& t)
{
    return static_cast<int>(weekday{sys_days{dateOf(t)}}.c_encoding());
}

Result<std::int64_t> parseUtc(std::string_view text)
{
    const Error wrong{ErrorCode::InvalidArgument,
        "\"" + std::string(text) + "\" is no time such as 2030-05-11T18:30:00Z", ""};
    constexpr std::string_view form = "0000-00-00T00:00:00Z";
    if (text.size() != form.size())
        return wrong;
    for (std::size_t i = 0; i < form.size(); ++i)
        if (form[i] == '0' ? text[i] < '0' || text[i] > '9' : text[i] != form[i])
            return wrong;
    const auto number = [&](std::size_t at, std::size_t length) {
        int value = 0;
        std::from_chars(text.data() + at, text.data() + at + length, value);
        return value;
    };
    const UtcTime t{
        number(0, 4), number(5, 2), number(8, 2), number(11, 2), number(14, 2), number(17, 2)};
    if (!dateOf(t).ok() || t.hour > 23 || t.minute > 59 || t.second > 59)
        return wrong;
    return epochOf(t);
}

std::optional<DateTime> parseDateTime(std::string_view text)
{
    constexpr std::size_t wholeSeconds = std::string_view("0000-00-00T00:00:00").size();
    if (text.size() < wholeSeconds || (text[10] != ' ' && text[10] != 'T'))
        return std::nullopt;
    const auto second =
        parseUtc(std::string(text.substr(0, 10)) + "T" + std::string(text.substr(11, 8)) + "Z");
    if (!second)
        return std::nullopt;
    DateTime time{*second, 0};
    text.remove_prefix(wholeSeconds);
    if (text.starts_with('.')) {
        const auto end = std::min(text.find_first_not_of("0123456789", 1), text.size());
        if (end < 2)
            return std::nullopt;
        std::from_chars(text.data(), text.data() + end, time.fraction);
        text.remove_prefix(end);
    }
    if (text.empty() || text == "Z")
        return time;
    int hours = 0;
    int minutes = 0;
    const bool isOffset = text.size() == 6 && (text[0] == '+' || text[0] == '-') && text[3] == ':'
        && std::from_chars(text.data() + 1, text.data() + 3, hours).ptr == text.data() + 3
        && std::from_chars(text.data() + 4, text.data() + 6, minutes).ptr == text.data() + 6;
    if (!isOffset || hours < 0 || hours > 23 || minutes < 0 || minutes > 59)
        return std::nullopt;
    const std::int64_t offset = std::int64_t{3600} * hours + std::int64_t{60} * minutes;
    time.second += text[0] == '-' ? offset : -offset;
    return time;
}

} // namespace fern
