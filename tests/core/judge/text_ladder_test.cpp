#include "judge/text_ladder.h"

#include "tests/support.h"
#include "text/format.h"

#include <algorithm>

namespace fern {
namespace {

std::string textAt(const std::vector<LadderRung>& rungs, const std::string& name)
{
    const auto it = std::find_if(
        rungs.begin(), rungs.end(), [&](const LadderRung& rung) { return rung.name == name; });
    return it == rungs.end() ? "missing" : it->text;
}

TEST(TextLadder, ShowsTheValuesThatBreakADisplay)
{
    const auto plain = test::plainSkiff();
    const auto rungs = textLadder(plain.channels[0], plain.readers[0]);
    EXPECT_EQ(textAt(rungs, "least"), "10.00");
    EXPECT_EQ(textAt(rungs, "most"), "14.60");
    EXPECT_EQ(textAt(rungs, "negative"), "-1.00");
    EXPECT_EQ(textAt(rungs, "just rolling over"), "#####"); // 99.996 V rounds to 100.00
    EXPECT_EQ(textAt(rungs, "not yet rolling"), "99.99");
    EXPECT_EQ(textAt(rungs, "overflow"), "#####");
    EXPECT_EQ(textAt(rungs, "invalid"), "-----");
    EXPECT_EQ(textAt(rungs, "stale"), "?????");
    EXPECT_EQ(textAt(rungs, "not yet"), ".....");
    for (const auto& rung : rungs)
        EXPECT_EQ(cellCount(rung.text), 5) << rung.name;
}

TEST(TextLadder, FindsANegativeRangeAndACrossingOfZero)
{
    auto plain = test::plainSkiff();
    plain.channels[0].from = -20;
    const auto rungs = textLadder(plain.channels[0], plain.readers[0]);
    EXPECT_EQ(textAt(rungs, "least"), "#####"); // -20.00 needs six cells
    EXPECT_EQ(textAt(rungs, "negative"), "#####");
    plain.readers[0].text.decimals = 1;
    EXPECT_EQ(textAt(textLadder(plain.channels[0], plain.readers[0]), "least"), "-20.0");
}

TEST(FloatDifference, CountsTheCodesThatPrintOtherDigits)
{
    auto plain = test::plainSkiff();
    auto& reader = plain.readers[0];
    EXPECT_EQ(floatDifference(plain.channels[0], reader).tried, 3685 - 2524 + 1);
    reader.text.decimals = 6; // 13.123456 has more digits than a 32-bit float
    reader.text.width = 10;
    const auto fine = floatDifference(plain.channels[0], reader);
    EXPECT_GT(fine.differing, fine.tried / 4);
    EXPECT_NE(fine.text32, fine.text64);
    reader.text.decimals = 0;
    EXPECT_EQ(floatDifference(plain.channels[0], reader).differing, 0);
}

} // namespace
} // namespace fern
