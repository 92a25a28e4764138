// Better resistors in front of a converter.

#include "judge/front_end_fix.h"

#include "instrument/edits.h"
#include "tests/support.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

TEST(FrontEndFix, WithoutADividerWhatLeadsToGroundStays)
{
    auto in = test::skiff();
    auto wish = in.channels[0]->wish;
    wish.from = {0, "V"};
    wish.to = {2, "V"};
    in = *withWish(in, "house-battery", wish);
    const auto better = betterFrontEnd(in, resolve(in, "")->channels[0]);
    ASSERT_TRUE(better);
    EXPECT_EQ(inSi(better->r1), 0);
    EXPECT_EQ(better->r2, in.channels[0]->frontEnd.r2);
    in = *withFrontEnd(in, "house-battery", *better);
    EXPECT_FALSE(betterFrontEnd(in, resolve(in, "")->channels[0])) << "nothing better is left";
}

} // namespace
} // namespace fern
