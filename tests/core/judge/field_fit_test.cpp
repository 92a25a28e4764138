// Whether fields fit, and whether they cover one another.

#include "judge/field_fit.h"

#include "run/display_run.h"
#include "tests/core/judge/display_cases.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

// The largest field that a file can hold would need gigabytes if it was drawn as a whole.
TEST(FieldFit, AHugeFieldIsJudgedWithinItsGlass)
{
    const auto plain = *resolve(test::shed(), "");
    const auto& display = plain.displays[0];
    Field huge;
    huge.id = "huge";
    huge.kind = FieldKind::TextBlock;
    huge.text = "8";
    huge.width = huge.height = 1024;
    huge.font = "32x64";
    huge.scale = 4;
    const auto ink = inkBox(plain, display, huge);
    EXPECT_LE(ink.width, 128);
    EXPECT_LE(ink.height, 64);
    EXPECT_FALSE(fitsGlass(huge, 1, display));
    EXPECT_FALSE(atClearPlace(plain, display, display.pages[0], huge));
}

// Cells of lettering have blank rows: boxes may touch where nothing is drawn.
TEST(FieldFit, InkDecidesWhatCoversWhat)
{
    const auto plain = *resolve(test::shed(), "");
    const auto& display = plain.displays[0];
    Field upper;
    upper.id = "upper";
    upper.text = "88";
    upper.font = "12x24";
    Field lower = upper;
    lower.id = "lower";
    const auto ink = inkBox(plain, display, upper);
    lower.y = ink.height; // its box begins within the other's
    EXPECT_LT(lower.y, fieldBox(upper, 2, display.metrics).height);
    EXPECT_FALSE(collide(plain, display, upper, lower));
    lower.y = ink.height - 1;
    EXPECT_TRUE(collide(plain, display, upper, lower));
    lower.text = "  ";
    EXPECT_FALSE(collide(plain, display, upper, lower)) << "blanks cover nothing";
}

// Signs of one's own are sent once, with the first redraw of their page: no rule may count them
// with every redraw.
TEST(FieldFit, SignsOfABarCostNothingInEveryRedraw)
{
    const auto costOf = [](const Instrument& in) {
        const auto plain = *resolve(in, "");
        return redrawCost(plain, plain.displays[0], 100e3).transfer;
    };
    EXPECT_EQ(
        costOf(test::barOn("character-16x2-i2c")), costOf(test::shedOn("character-16x2-i2c")));
}

} // namespace
} // namespace fern
