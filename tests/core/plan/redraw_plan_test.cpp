#include "plan/redraw_plan.h"

#include "tests/support.h"

#include <gmock/gmock.h>

namespace fern {
namespace {

TEST(RedrawPlan, WeighsBusEyesAndFreshness)
{
    const auto plain = test::plainSkiff();
    const auto plan = planRedraw(plain, plain.displays[0]);
    // Source: UM10204 bit counts: 33 writes of 9·(n + 1) + 2 bits.
    const double bits = 9 * 8 + 2 + 32 * (9 * 34 + 2);
    EXPECT_NEAR(plan.buses[0].cost.transfer, bits / 100e3, 1e-12);
    EXPECT_NEAR(plan.buses[1].cost.transfer, bits / 400e3, 1e-12);
    EXPECT_EQ(plan.shortestSeconds, 0.25);
    EXPECT_NEAR(plan.longestSeconds, 2 - 0.1 - 0.951 - 2 * bits / 400e3 - 0.01, 1e-3);
    EXPECT_EQ(plan.proposedSeconds, 0.5);
    EXPECT_EQ(inOneSentence(plan), "Redraw every 500 ms; sensible from 250 ms to 889 ms.");
}

TEST(RedrawPlan, TellsItsReasons)
{
    const auto plain = test::plainSkiff();
    EXPECT_THAT(planRedraw(plain, plain.displays[0]).reasons,
        testing::ElementsAre("A redraw sends at most 1096 bytes in 24.8 ms at 400 kHz.",
            "Faster than every 250 ms gains nothing: Changing digits can be read 2 to 4 times a "
            "second.",
            "House battery is to be at most 2 s old; sampling, smoothing, the other tasks and the "
            "redraw take 1.11 s of it, 889 ms are left to wait.",
            "Every 500 ms is the usual choice and satisfies the wish."));
}

TEST(RedrawPlan, ASlowBusSetsTheShortestInterval)
{
    auto plain = test::plainSkiff();
    plain.displays[0].busHertz = 50e3;
    const auto plan = planRedraw(plain, plain.displays[0]);
    EXPECT_NEAR(plan.shortestSeconds, 2 * (9 * 8 + 2 + 32 * 308) / 50e3, 1e-9);
}

TEST(RedrawPlan, SaysWhenNoIntervalKeepsTheWish)
{
    auto plain = test::plainSkiff();
    plain.channels[0].freshnessSeconds = 1;
    const auto plan = planRedraw(plain, plain.displays[0]);
    EXPECT_EQ(plan.proposedSeconds, 0);
    EXPECT_EQ(plan.reasons.back(),
        "No interval keeps the wish: smooth less, sample more often or accept an older number.");
    plain.channels[0].freshnessSeconds = 1.2;
    EXPECT_EQ(planRedraw(plain, plain.displays[0]).reasons.back(),
        "The wish asks for a faster redraw than is sensible: smooth less or accept an older "
        "number.");
}

TEST(RedrawPlan, ADisplayWithoutReadersHasNoLongestInterval)
{
    auto plain = test::plainSkiff();
    plain.displays[0].pages.clear();
    plain.displays[0].page = {};
    const auto plan = planRedraw(plain, plain.displays[0]);
    EXPECT_EQ(plan.longestSeconds, 0);
    EXPECT_EQ(plan.proposedSeconds, 0.5);
}

} // namespace
} // namespace fern
