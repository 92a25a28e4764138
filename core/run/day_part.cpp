#include "run/day_part.h"

#include <algorithm>
#include <cmath>

namespace fern {

std::optional<int> minuteOfDay(const PlainDisplay& display, const ValueOf& valueOf)
{
    constexpr double minute = 60; // seconds
    const double seconds = display.day.clock ? valueOf(*display.day.clock).real : notThere;
    return std::isnan(seconds)
        ? std::nullopt
        : std::optional(std::clamp(static_cast<int>(seconds / minute), 0, minutesOfDay - 1));
}

const PlainDayPart* dayPartAt(const PlainDisplay& display, std::optional<int> minute)
{
    const auto& day = display.day;
    return day.parts.empty() || !minute ? nullptr : &day.parts[partAt(day.spec, *minute)];
}

const PlainDayPart* dayPartOf(const PlainDisplay& display, const ValueOf& valueOf)
{
    return dayPartAt(display, minuteOfDay(display, valueOf));
}

const std::vector<std::size_t>& turnedIn(const PlainDisplay& display, const PlainDayPart* part)
{
    return part == nullptr ? display.turned : part->pages;
}

} // namespace fern
