#include "judge/hazard.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

Hazard between(double from, double to, const char* unit = "V")
{
    PlainChannel c;
    c.unit = *parseUnit(unit);
    c.from = from;
    c.to = to;
    return hazardOf(c);
}

// Source: the extra-low-voltage limits used with IEC 61140: 120 V DC or 50 V AC, wet 60 V DC or
// 25 V AC; the peak of a sine is 1.4142 times its rms value.
TEST(Hazard, FollowsTheExtraLowVoltageLimits)
{
    EXPECT_EQ(between(0, 60), Hazard::None);
    EXPECT_EQ(between(0, 60.1), Hazard::WhereWet);
    EXPECT_EQ(between(0, 120), Hazard::WhereWet);
    EXPECT_EQ(between(0, 120.1), Hazard::Always);
    EXPECT_EQ(between(-121, 0), Hazard::Always);
    EXPECT_EQ(between(-35, 35), Hazard::None);
    EXPECT_EQ(between(-35.4, 35.4), Hazard::WhereWet);
    EXPECT_EQ(between(-70.8, 70.8), Hazard::Always);
    EXPECT_EQ(between(0, 500, "A"), Hazard::None);
}

} // namespace
} // namespace fern
