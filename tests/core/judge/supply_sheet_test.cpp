#include "judge/supply_sheet.h"

#include "judge/cautions.h"
#include "tests/support.h"

#include <gmock/gmock.h>
#include <gtest/gtest.h>

namespace fern {
namespace {

using testing::ElementsAre;

std::vector<std::string> linesOf(const SupplySheet& sheet)
{
    std::vector<std::string> lines;
    for (const auto& bar : sheet.bars)
        lines.push_back(bar.title + ": " + bar.words);
    for (const auto& share : sheet.shares)
        lines.push_back(share.title + " " + share.words);
    lines.push_back(sheet.hours);
    lines.push_back(sheet.made);
    return lines;
}

TEST(SupplySheet, TellsWhoDrawsWhat)
{
    const auto in = test::wholeSkiff();
    const auto sheet = supplySheet(in, *resolve(in, ""));
    // At 5 V flow 135.1 mA of the board and what it feeds, 5 mA of its regulator and 5 mA of the
    // paddlewheel; the step-down takes 5 V/(12.8 V · 88 %) of that and 2 mA; 80 % of 7 Ah.
    EXPECT_THAT(linesOf(sheet),
        ElementsAre("Board, 3.3 V: 0.135 A, 0.135 A of 0.6 A at most",
            "House battery, 12.8 V: 66.4 mA", "Step-down, 5 V: 0.145 A, 0.145 A of 1 A at most",
            "Board 45 mA", "Bow display 40 mA", "Receiver 31 mA", "Helm display 15 mA",
            "Paddlewheel 5 mA", "Rower pulse 4 mA", "Stroke reed 0.1 mA", "84 h on House battery",
            "7 Ah, 80 % of it usable; 66.4 mA out of it on average, the regulators' losses "
            "counted. Wished are 10 h. Self-discharge is counted, cold and age are not."));
    double whole = 0;
    for (const auto& share : sheet.shares)
        whole += share.share;
    EXPECT_NEAR(whole, 1, 1e-9);
    EXPECT_FALSE(sheet.isBelowWish);
}

TEST(SupplySheet, SaysWhatIsMissing)
{
    const auto sheet = supplySheet(Instrument{}, PlainInstrument{});
    EXPECT_TRUE(sheet.bars.empty());
    EXPECT_EQ(sheet.hours, "no battery or power bank yet");
}

} // namespace
} // namespace fern
