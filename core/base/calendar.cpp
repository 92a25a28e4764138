#include "base/calendar.h"

#include <charconv>
#include <chrono>

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

} // namespace fern
