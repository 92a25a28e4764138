#include "base/number_text.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <cmath>

namespace fern {
namespace {

TEST(NumberText, ReadsOnlyWholePlainNumbers)
{
    EXPECT_EQ(parseNumber("-1.5e3"), -1500);
    EXPECT_EQ(parseNumber("+2"), 2);
    for (const char* wrong :
        {"", " 1", "1 ", "1,5", "nan", "inf", "1e400", "++1", "+-1", "0x1p3", "1.5V"})
        EXPECT_FALSE(parseNumber(wrong)) << wrong;
}

TEST(NumberText, TellsWhatIsKnown)
{
    EXPECT_EQ(knownText(2385.448, 2.3), "2385.4");
    EXPECT_EQ(knownText(2385.448, 230), "2390");
    EXPECT_EQ(knownText(2.9000012, 0.016), "2.9");
    EXPECT_EQ(knownText(-0.0123456, 0.00099), "-0.01235");
    EXPECT_EQ(knownText(3402.329, 0), "3402.329");
    EXPECT_EQ(knownText(0.003, 5), "0.003") << "one digit at least";
    EXPECT_EQ(knownText(0, 5), "0");
}

TEST(NumberText, RoundsForPeople)
{
    EXPECT_EQ(significantText(0.08349, 3), "0.0835");
    EXPECT_EQ(significantText(2, 3), "2");
    EXPECT_EQ(significantText(1234.5, 3), "1230");
    EXPECT_EQ(significantText(-9.996, 3), "-10");
    EXPECT_EQ(significantText(0, 3), "0");
    EXPECT_EQ(durationText(0.02476), "24.8 ms");
    EXPECT_EQ(durationText(0.9996), "1 s");
    EXPECT_EQ(durationText(1.0859), "1.09 s");
    EXPECT_EQ(durationText(40e-6), "40 µs");
}

RC_GTEST_PROP(NumberText, ShortestTextReadsBackEqual, (double value))
{
    RC_PRE(std::isfinite(value));
    RC_ASSERT(parseNumber(shortestText(value)) == value);
}

} // namespace
} // namespace fern
