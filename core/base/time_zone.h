#pragma once
// Local time by a POSIX TZ rule, the form that the C library of boards takes:
// "CET-1CEST,M3.5.0,M10.5.0/3", or "UTC0".

#include "base/result.h"

#include <cstdint>
#include <string>
#include <string_view>

namespace fern {

/// The day and hour on which an offset begins: the n-th weekday of a month, n = 5 the last one.
struct ZoneChange {
    int month = 1, week = 1, weekday = 0;
    int seconds = 7200; ///< after local midnight, in the time that ends

    bool operator==(const ZoneChange&) const = default;
};

struct ZoneRule {
    std::string name = "UTC", summerName; ///< no summer name: the offset stays
    int offset = 0, summerOffset = 0; ///< seconds east of UTC
    ZoneChange toSummer, toWinter;

    bool operator==(const ZoneRule&) const = default;
};

/// Reads a rule with changes of the form Mm.w.d (source: IEEE Std 1003.1, 8.3). Error says where it
/// is wrong.
Result<ZoneRule> parseZoneRule(std::string_view text);

/// Returns an offset in seconds east of UTC as people say it: "UTC+3:00", "UTC-5:30", "UTC".
std::string offsetInWords(int seconds);

/// Returns what a rule means, whose own sign counts west: "UTC+1:00, in summer UTC+2:00".
std::string zoneInWords(const ZoneRule& rule);

/// Returns the rule of an offset that stays, in seconds east of UTC: "<+03>-3".
std::string zoneRuleOf(int seconds);

/// Reads a rule, or an offset east of UTC: "+3", "-5:30", "3 h", "10800 s". Returns the rule. Error
/// as of parseZoneRule(), or when the offset is a day or more.
Result<std::string> asZoneRule(std::string_view text);

/// Returns the offset in seconds east of UTC that holds at a time.
int offsetAt(const ZoneRule& rule, std::int64_t epochSeconds);

} // namespace fern
