#include "parts/divider.h"
#include "parts/e_series.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <algorithm>
#include <cmath>

namespace fern {
namespace {

// Source: IEC 60063, E24; nearest by difference, the lower one of a tie.
TEST(ESeries, FindsTheNearestE24Value)
{
    const struct {
        double target, nearest;
    } known[] = {{4498, 4300}, {9.6, 10}, {985, 1000}, {1234, 1200}, {0.47, 0.47}, {99900, 100000},
        {5000, 5100}, {33333, 33000}, {1050, 1000}, {9800, 10000}, {2.2e6, 2.2e6}, {82000, 82000},
        {1, 1}};
    for (const auto& [target, nearest] : known)
        EXPECT_EQ(nearestE24(target), nearest) << target;
    EXPECT_EQ(e24().size(), 24U);
    EXPECT_TRUE(std::is_sorted(e24().begin(), e24().end()));
    EXPECT_EQ(nextE24(9.1), 10);
    EXPECT_EQ(nextE24(47000), 51000);
    EXPECT_EQ(nextE24(47001), 51000);
}

TEST(Divider, DividesAndShowsItsSourceResistance)
{
    EXPECT_DOUBLE_EQ(dividerRatio(30000, 10000), 0.25);
    EXPECT_EQ(dividerRatio(0, 10000), 1);
    EXPECT_DOUBLE_EQ(dividerSourceResistance(30000, 10000), 7500);
}

bool isE24(double ohm)
{
    return std::fabs(nearestE24(ohm) / ohm - 1) < 1e-9;
}

RC_GTEST_PROP(Divider, BestPairStaysBelowThePinLimitAndUsesIt, ())
{
    const double pin = *rc::gen::inRange(10, 60) / 10.0;
    const double input = pin * *rc::gen::inRange(11, 400) / 10.0;
    const double total = *rc::gen::inRange(1000, 500000);
    const double tolerance = *rc::gen::element(0.1, 1.0, 5.0);
    const auto pair = bestE24Divider(input, pin, total, tolerance);
    RC_ASSERT(isE24(pair.r1) && isE24(pair.r2));
    const double worst =
        input * dividerRatio(pair.r1 * (1 - tolerance / 100), pair.r2 * (1 + tolerance / 100));
    RC_ASSERT(worst <= pin);
    // Brute force over two decades each: no admissible pair uses more than half a percent more.
    double best = 0;
    for (double a = 1; a < 1e7; a *= 10)
        for (const double x : e24())
            for (double b = a / 1000; b <= a * 1000; b *= 10)
                for (const double y : e24())
                    if (input
                            * dividerRatio(
                                a * x * (1 - tolerance / 100), b * y * (1 + tolerance / 100))
                        <= pin)
                        best = std::max(best, dividerRatio(a * x, b * y));
    RC_ASSERT(dividerRatio(pair.r1, pair.r2) >= best * 0.99);
}

} // namespace
} // namespace fern
