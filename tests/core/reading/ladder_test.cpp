#include "reading/ladder.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

const Converter tenBits{
    10, ConverterSchool::DataSheet, ConverterForm::Unipolar, 0, Widening::Shifted};

LadderSpec ladder(std::vector<double> kilohm, double tolerancePercent = 1)
{
    LadderSpec spec;
    spec.tolerancePercent = tolerancePercent;
    for (std::size_t i = 0; i < kilohm.size(); ++i)
        spec.keys.push_back({"key " + std::to_string(i + 1), {kilohm[i], "kohm"}});
    return spec;
}

// A divider of equal resistors halves: half of 1024 counts.
TEST(Ladder, WindowsStandWhereTheDividerPutsThem)
{
    const auto windows = ladderWindows(ladder({0, 10}), tenBits);
    ASSERT_EQ(windows.size(), 3u);
    EXPECT_EQ(windows[0].code, 0);
    EXPECT_EQ(windows[1].code, 512);
    EXPECT_EQ(windows[2].code, 1023);
    EXPECT_TRUE(windows[2].isOpen);
    // With 1 % either way: 10.1 / (10.1 + 9.9) = 0.505, 9.9 / 20 = 0.495.
    EXPECT_EQ(windows[1].least, 506);
    EXPECT_EQ(windows[1].most, 517);
    EXPECT_EQ(windows[0].to, 253);
    EXPECT_EQ(windows[1].from, 254);
    EXPECT_EQ(windows[1].margin, 253);
}

TEST(Ladder, WindowsCoverEveryCodeOnce)
{
    const auto windows = ladderWindows(ladder({4.7, 0, 1, 22}), tenBits);
    EXPECT_EQ(windows.front().from, 0);
    EXPECT_EQ(windows.back().to, 1023);
    for (std::size_t i = 1; i < windows.size(); ++i)
        EXPECT_EQ(windows[i].from, windows[i - 1].to + 1);
}

TEST(Ladder, WideTolerancesOverlap)
{
    const auto windows = ladderWindows(ladder({10, 12}, 10), tenBits);
    EXPECT_LT(windows[0].margin, 0);
    EXPECT_GT(ladderWindows(ladder({10, 12}, 1), tenBits)[0].margin, 0);
}

TEST(Ladder, TheDesignHasWideMarginsFromE24Values)
{
    for (std::size_t keys = 2; keys <= 6; ++keys) {
        const auto designed = designedLadder(ladder(std::vector<double>(keys, 1)));
        const auto windows = ladderWindows(designed, tenBits);
        for (const auto& window : windows) // a third of an even step is left on every side
            EXPECT_GT(window.margin, 1024.0 / static_cast<double>(keys) / 3) << keys;
    }
}

} // namespace
} // namespace fern
