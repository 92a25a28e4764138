#include "screens/page_turning.h"

#include <charconv>

#include <fmt/format.h>

namespace fern {

namespace {

/// A number of one or two digits below `end`, else -1.
int numberBelow(std::string_view digits, int end)
{
    int number = -1;
    const auto* last = digits.data() + digits.size();
    const auto read = std::from_chars(digits.data(), last, number);
    const bool isNumber = read.ec == std::errc() && read.ptr == last && digits.size() <= 2;
    return isNumber && number >= 0 && number < end ? number : -1;
}

} // namespace

int minuteOf(std::string_view clockTime)
{
    const auto colon = clockTime.find(':');
    if (colon == std::string_view::npos || clockTime.size() != colon + 3)
        return -1;
    const int hours = numberBelow(clockTime.substr(0, colon), 24);
    const int minutes = numberBelow(clockTime.substr(colon + 1), 60);
    return hours < 0 || minutes < 0 ? -1 : hours * 60 + minutes;
}

std::string clockTimeOf(int minute)
{
    return fmt::format("{:02}:{:02}", minute / 60, minute % 60);
}

std::size_t partAt(const DayPlan& plan, int minute)
{
    std::size_t part = plan.parts.size() - 1; // of yesterday
    for (std::size_t i = 0; i < plan.parts.size() && minuteOf(plan.parts[i].from) <= minute; ++i)
        part = i;
    return part;
}

} // namespace fern
