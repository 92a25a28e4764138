// Lists of times: what comes next, also over midnight, against a search of every second.

#include "base/clock_time.h"
#include "run/due_list.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <fmt/format.h>

#include <set>

namespace fern {
namespace {

TEST(ClockTime, ReadsTimesAndRefusesTheRest)
{
    EXPECT_EQ(*parseClockTime("7:42"), 7 * 3600 + 42 * 60);
    EXPECT_EQ(*parseClockTime("23:59:59"), 86399);
    EXPECT_EQ(*parseClockTime("0:00"), 0);
    EXPECT_EQ(*parseClockTime("95"), 95);
    EXPECT_EQ(*parseClockTime("2.5"), 2.5);
    for (const auto* wrong :
        {"", ":", "7:", "7:60", "7:42:60", "1:2:3:4", "7:4x", "-5", "7:-2", "99999:00", "noon"})
        EXPECT_FALSE(parseClockTime(wrong)) << wrong;
}

TEST(DueList, DropsARowWhenItsTimeHasCome)
{
    const DueList list({{"12:05", "south"}, {"7:42", "north"}}, true);
    const double due = *parseClockTime("7:42");
    EXPECT_EQ(list.next(due - 60, 1)->wait, 60);
    EXPECT_EQ(list.next(due - 60, 1)->row, "7:42");
    EXPECT_EQ(list.next(due, 1)->row, "12:05");
    EXPECT_EQ(list.next(due - 60, 2)->row, "12:05");
}

TEST(DueList, ADailyOneBeginsAgainAtMidnight)
{
    const std::vector<NameSpec> rows{{"7:00", "first"}, {"21:00", "last"}};
    const double late = *parseClockTime("22:00");
    EXPECT_EQ(DueList(rows, true).next(late, 1)->wait, 9 * 3600);
    EXPECT_EQ(DueList(rows, true).next(late, 4)->wait, (2 + 24 + 21) * 3600);
    EXPECT_FALSE(DueList(rows, false).next(late, 1));
    EXPECT_FALSE(DueList({}, true).next(late, 1));
}

RC_GTEST_PROP(DueList, AgreesWithASearchOfEveryMinute, ())
{
    const auto minutes =
        *rc::gen::nonEmpty(rc::gen::container<std::set<int>>(rc::gen::inRange(0, 1440)));
    std::vector<NameSpec> rows;
    for (const int minute : minutes)
        rows.push_back({fmt::format("{}:{:02}", minute / 60, minute % 60), "x"});
    const int now = *rc::gen::inRange(0, 1440);
    const int n = *rc::gen::inRange(1, 6);
    int found = 0;
    int minute = now;
    while (found < n)
        found += static_cast<int>(minutes.count(++minute % 1440));
    const auto due = DueList(rows, true).next(60.0 * now, n);
    RC_ASSERT(due.has_value());
    RC_ASSERT(due->wait == 60.0 * (minute - now));
}

} // namespace
} // namespace fern
