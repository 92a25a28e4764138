// How long to sleep: hours against ages, and what a start costs.

#include "plan/sleep_plan.h"

#include "instrument/program_edits.h"
#include "judge/asleep.h"
#include "judge/findings.h"
#include "tests/core/judge/parts_cases.h"

#include <gtest/gtest.h>

#include <algorithm>

namespace fern {
namespace {

/// The shed on a battery of so many ampere-hours, which sleeps for ten seconds in each turn; its
/// numbers may be so old, and it is to run so long.
Instrument sleepingShed(double ampereHours, double freshness, double hours)
{
    auto in = test::withBattery([&](BatterySpec& battery) {
        battery.capacity = {ampereHours, "Ah"};
    });
    in = test::withBoard(in, [](Part& board) { board.load->sleep = {0.1, "mA"}; });
    in = *withNewTask(in, "", TaskDoes::Sleep);
    auto wish = in.channels[0]->wish;
    wish.freshness = {freshness, "s"};
    in = *withWish(in, in.channels[0]->id, wish);
    in.wish.hours = {hours, "h"};
    return *accepted(in);
}

SleepPlan sleepPlanOf(const Instrument& in)
{
    return planSleep(in, *resolve(in, "")).front();
}

TEST(SleepPlan, IsTheFreshestThatRunsLongEnough)
{
    const auto in = sleepingShed(2, 600, 72);
    const auto plan = sleepPlanOf(in);
    ASSERT_TRUE(plan.chosen) << plan.reason;
    const auto& chosen = plan.points[*plan.chosen];
    EXPECT_GE(chosen.lasts, 72 * 3600);
    EXPECT_LE(chosen.oldest, 600);
    for (std::size_t i = 0; i < *plan.chosen; ++i)
        EXPECT_LT(plan.points[i].lasts, 72 * 3600) << "a shorter sleep would be fresher";
    for (std::size_t i = 1; i < plan.points.size(); ++i) {
        EXPECT_GT(plan.points[i].lasts, plan.points[i - 1].lasts);
        EXPECT_GT(plan.points[i].oldest, plan.points[i - 1].oldest);
    }
}

// What the plan says of a sleep is what the instrument has with it, once its part says so too.
TEST(SleepPlan, KeepsItsPromiseWhenItIsTaken)
{
    auto in = sleepingShed(2, 600, 72);
    const auto plan = sleepPlanOf(in);
    ASSERT_TRUE(plan.chosen);
    const auto& chosen = plan.points[*plan.chosen];
    in = *withTaskParameter(in, plan.task, "time", std::to_string(chosen.seconds) + " s");
    for (const auto& finding : findingsOf(in, *resolve(in, "")))
        if (finding.rule == "P13") {
            in = *finding.fixes.front().apply(in);
            break;
        }
    EXPECT_NEAR(resolve(in, "")->runTime.seconds() / chosen.lasts, 1, 0.01);
}

TEST(SleepPlan, SaysWhyNothingFits)
{
    const auto old = sleepPlanOf(sleepingShed(2, 5, 72));
    EXPECT_FALSE(old.chosen);
    EXPECT_NE(old.reason.find("times what is wished"), std::string::npos) << old.reason;
    const auto never = sleepPlanOf(sleepingShed(0.02, 1e5, 24 * 365));
    EXPECT_FALSE(never.chosen);
    EXPECT_NE(never.reason.find("No sleep gives"), std::string::npos) << never.reason;
    auto untold = sleepingShed(2, 600, 24);
    untold = test::withBoard(untold, [](Part& board) { board.load.reset(); });
    const auto unknown = sleepPlanOf(untold);
    EXPECT_FALSE(unknown.chosen);
    EXPECT_NE(unknown.reason.find("not known"), std::string::npos) << unknown.reason;
    EXPECT_TRUE(planSleep(test::shed(), *resolve(test::shed(), "")).empty());
}

// By hand: asleep for 10 s, 0.3 s to start at 45 mA and 200 mA beside, of it all again each turn.
TEST(SleepPlan, AStartThatJoinsANetworkCountsAsTimeAwake)
{
    const auto plain = sleepingShed(2, 600, 24);
    const auto joining =
        *withTaskParameter(plain, sleepPlanOf(plain).task, "startUpDraw", "200 mA");
    const auto& load = *findById(plain.parts, "board")->load;
    const auto without = asleepByCharge(*resolve(plain, ""), 0, load);
    const auto with = asleepByCharge(*resolve(joining, ""), 0, load);
    const double cycle = 10 / asleepShare(*resolve(plain, ""), 0);
    EXPECT_NEAR(without - with, 0.3 * 200 / cycle / (45 - 0.1), 1e-9);
    const auto volts = resolve(joining, "")->loops[0].volts;
    EXPECT_GT(volts, 0);
    EXPECT_NEAR(
        firstNumberJoules(*resolve(joining, ""), 0) - firstNumberJoules(*resolve(plain, ""), 0),
        volts * 0.2 * 0.3, 1e-9);
    EXPECT_LT(sleepPlanOf(joining).points.front().lasts, sleepPlanOf(plain).points.front().lasts);
}

} // namespace
} // namespace fern
