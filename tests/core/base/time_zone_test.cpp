#include "base/time_zone.h"

#include "base/calendar.h"

#include <array>
#include <gtest/gtest.h>
#include <string>
#include <vector>

namespace fern {
namespace {

TEST(Calendar, DatesAndSecondsAreTheSame)
{
    // Source: POSIX, "Seconds Since the Epoch"; 2000-02-29 exists, 2100 is no leap year.
    EXPECT_EQ(*parseUtc("1970-01-01T00:00:00Z"), 0);
    EXPECT_EQ(*parseUtc("2000-02-29T12:00:00Z"), 951825600);
    EXPECT_EQ(utcOf(951825600), (UtcTime{2000, 2, 29, 12, 0, 0}));
    EXPECT_EQ(utcOf(*parseUtc("2100-03-01T00:00:00Z") - 1), (UtcTime{2100, 2, 28, 23, 59, 59}));
    EXPECT_EQ(weekdayOf({2026, 11, 26}), 4);
}

TEST(Calendar, RefusesWhatIsNoTime)
{
    for (const auto* text : {"", "2030-13-01T00:00:00Z", "2030-02-30T00:00:00Z",
             "2030-01-01 00:00:00Z", "2030-01-01T24:00:00Z", "2030-01-01T00:00:00"})
        EXPECT_FALSE(parseUtc(text)) << text;
}

TEST(ZoneRule, ReadsOffsetsAndChanges)
{
    const auto rule = *parseZoneRule("CET-1CEST,M3.5.0,M10.5.0/3");
    EXPECT_EQ(rule.offset, 3600);
    EXPECT_EQ(rule.summerOffset, 7200);
    EXPECT_EQ(rule.toWinter, (ZoneChange{10, 5, 0, 10800}));
    EXPECT_EQ(parseZoneRule("<+0545>-5:45")->offset, 20700);
    EXPECT_EQ(parseZoneRule("UTC0")->offset, 0);
    // Half an hour in summer, as POSIX lets it be told.
    const auto half = *parseZoneRule("<+1030>-10:30<+11>-11,M10.1.0,M4.1.0");
    EXPECT_EQ(half.summerOffset - half.offset, 1800);
}

TEST(ZoneRule, RefusesWhatIsNone)
{
    for (const auto* text : {"", "CET", "C-1", "CET-25", "CET-1CEST", "CET-1CEST,M13.5.0,M10.5.0",
             "CET-1CEST,M3.6.0,M10.5.0", "CET-1CEST,M3.5.7,M10.5.0", "CET-1CEST,M3.5.0",
             "CET-1CEST,M3.5.0,M10.5.0 ", "<CET-1", "CET-1CEST,J60,J300"})
        EXPECT_FALSE(parseZoneRule(text)) << text;
}

// The rule's own sign counts west (IEEE Std 1003.1, 8.3).
TEST(ZoneRule, OffsetsAreReadAndSaidWithTheSignThatPeopleWrite)
{
    for (const auto& [text, rule, words] :
        std::vector<std::array<std::string, 3>>{{"+3", "<+03>-3", "UTC+3:00"},
            {"-5:30", "<-0530>5:30", "UTC-5:30"}, {"3 h", "<+03>-3", "UTC+3:00"},
            {"10800 s", "<+03>-3", "UTC+3:00"}, {"-3600s", "<-01>1", "UTC-1:00"},
            {"0", "UTC0", "UTC"}, {"5.75 h", "<+0545>-5:45", "UTC+5:45"}}) {
        EXPECT_EQ(*asZoneRule(text), rule) << text;
        EXPECT_EQ(zoneInWords(*parseZoneRule(rule)), words) << text;
    }
    EXPECT_EQ(*asZoneRule("CET-1CEST,M3.5.0,M10.5.0/3"), "CET-1CEST,M3.5.0,M10.5.0/3");
    EXPECT_EQ(
        zoneInWords(*parseZoneRule("CET-1CEST,M3.5.0,M10.5.0/3")), "UTC+1:00, in summer UTC+2:00");
    for (const auto* text : {"24 h", "+99", "0.3 s", "three", "", "+3:75"})
        EXPECT_FALSE(asZoneRule(text)) << text;
    for (int seconds = -86399; seconds < 86400; seconds += 1777)
        EXPECT_EQ(parseZoneRule(zoneRuleOf(seconds))->offset, seconds);
}

TEST(ZoneRule, SummerBeginsAndEndsToTheSecond)
{
    const auto rule = *parseZoneRule("CET-1CEST,M3.5.0,M10.5.0/3");
    // Directive 2000/84/EC: the last Sundays of March and October at 01:00 UTC.
    EXPECT_EQ(offsetAt(rule, *parseUtc("2026-03-29T00:59:59Z")), 3600);
    EXPECT_EQ(offsetAt(rule, *parseUtc("2026-03-29T01:00:00Z")), 7200);
    EXPECT_EQ(offsetAt(rule, *parseUtc("2026-10-25T00:59:59Z")), 7200);
    EXPECT_EQ(offsetAt(rule, *parseUtc("2026-10-25T01:00:00Z")), 3600);
}

} // namespace
} // namespace fern
