#pragma once
// UTC dates and times as text and as seconds since 1970.

#include "base/result.h"

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>

namespace fern {

struct UtcTime {
    int year = 1970, month = 1, day = 1, hour = 0, minute = 0, second = 0;

    bool operator==(const UtcTime&) const = default;
};

/// Returns the date and time of that many seconds since 1970-01-01T00:00:00Z.
UtcTime utcOf(std::int64_t epochSeconds);
/// Returns the seconds since 1970 of a date in the proleptic Gregorian calendar.
std::int64_t epochOf(const UtcTime& time);
/// Returns the date of that many seconds since 1970: "2031-05-04".
std::string utcDate(std::int64_t epochSeconds);
/// Returns the day of the week: 0 Sunday … 6 Saturday.
int weekdayOf(const UtcTime& time);

/// A point in time as instruments and loggers write it.
struct DateTime {
    std::int64_t second = 0; ///< since 1970, UTC
    double fraction = 0; ///< of a second, 0 … 1
};

/// Reads a date and a time such as "2031-05-04 18:30:00.25" or "2031-05-04T18:30:00+02:00"; one
/// without an offset is taken as UTC. None for any other text.
std::optional<DateTime> parseDateTime(std::string_view text);

/// Reads "2030-05-11T18:30:00Z". Error names a text that is no such time.
Result<std::int64_t> parseUtc(std::string_view text);

} // namespace fern
