#include "judge/glass_moment.h"

#include "judge/glass_findings.h"

#include "instrument/edits.h"
#include "run/firmware_run.h"
#include "tests/core/judge/display_cases.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

struct Looked {
    PlainInstrument plain;
    GlassMoment moment;
};

/// A display of the shed some seconds after it was switched on.
Looked lookedAt(const Instrument& in, double seconds = 10)
{
    auto plain = *resolve(in, "");
    RunHistory history(ticksFromSeconds(5));
    FirmwareRun(plain, {}, history).advanceTo(ticksFromSeconds(seconds));
    auto moment = glassMoments(plain, history, ticksFromSeconds(seconds)).front();
    return {std::move(plain), std::move(moment)};
}

TEST(GlassMoment, KeepsTheLastTenRedrawsAndTheTransfersOfTwo)
{
    const auto looked = lookedAt(test::shed());
    ASSERT_EQ(looked.moment.sent.size(), sentKept);
    for (std::size_t i = 0; i < sentKept; ++i) {
        EXPECT_EQ(looked.moment.sent[i].bytes, 1096U);
        EXPECT_EQ(looked.moment.sent[i].heard != nullptr, i + 2 >= sentKept);
    }
    const auto& last = looked.moment.sent.back();
    EXPECT_EQ(afterTransfers(last, 0)->seen(last.to), last.before->seen(last.to));
    EXPECT_EQ(afterTransfers(last, 99)->seen(last.to), last.after->seen(last.to));
    EXPECT_EQ(afterTransfers(looked.moment.sent.front(), 0), nullptr);
    EXPECT_EQ(*looked.moment.picture, last.after->seen(last.to));
}

// How long the glass shows neither the old page nor the new one.
TEST(GlassMoment, BlankingIsMeasuredFromTheTransfers)
{
    const auto blankingWith = [](RedrawStrategy strategy) {
        const auto looked = lookedAt(test::withStrategy("character-16x2", strategy));
        return *blankingOf(looked.plain, looked.plain.displays[0], looked.moment);
    };
    // 2 ms of waiting for the clear, the address and the characters that are not blank.
    const auto cleared = blankingWith(RedrawStrategy::ClearAndWrite);
    EXPECT_GT(cleared.seconds, 2e-3);
    EXPECT_NEAR(cleared.share, cleared.seconds / 0.5, 1e-12);
    EXPECT_LT(blankingWith(RedrawStrategy::ChangedCells).seconds, 1e-3);
    // A refresh of paper flashes until it ends.
    const auto paper = lookedAt(test::shedOn("paper-128x296",
                                    [](Display& d) {
                                        d.redrawEvery = {20, "s"};
                                    }),
        70);
    EXPECT_NEAR(blankingOf(paper.plain, paper.plain.displays[0], paper.moment)->seconds, 1.5, 0.02);
    EXPECT_FALSE(blankingOf(paper.plain, paper.plain.displays[0], GlassMoment{}));
}

// Each field is told apart: the label of the shed stands still, its number is written anew.
TEST(GlassMoment, BlankingIsThatOfEachField)
{
    const auto looked =
        lookedAt(test::withStrategy("character-16x2", RedrawStrategy::ClearAndWrite));
    const auto& display = looked.plain.displays[0];
    const auto blanking = *blankingOf(looked.plain, display, looked.moment);
    ASSERT_EQ(blanking.fields.size(), display.page.fields.size());
    for (const double seconds : blanking.fields) {
        EXPECT_GT(seconds, 2e-3);
        EXPECT_LE(seconds, blanking.seconds);
    }
    const auto changes =
        lookedAt(test::withStrategy("character-16x2", RedrawStrategy::ChangedCells));
    const auto still = *blankingOf(changes.plain, changes.plain.displays[0], changes.moment);
    for (std::size_t i = 0; i < display.page.fields.size(); ++i)
        EXPECT_TRUE(display.page.fields[i].kind == FieldKind::Value || still.fields[i] == 0);
}

TEST(GlassMoment, AFullRefreshTakesTheGhostsAway)
{
    const auto ghostsWith = [](int every) {
        const auto looked = lookedAt(test::refreshedFully(every), 330);
        const auto& picture = *looked.moment.picture;
        return std::count_if(
            picture.levels.begin(), picture.levels.end(), [&](std::uint16_t level) {
                return level != picture.face->ground && isGround(*picture.face, level);
            });
    };
    EXPECT_GT(ghostsWith(0), 0);
    EXPECT_EQ(ghostsWith(1), 0);
    const auto eighth = lookedAt(test::refreshedFully(8), 1);
    const auto& firmware = *eighth.plain.displays[0].firmware;
    EXPECT_FALSE(firmware.wantsFull(6));
    EXPECT_TRUE(firmware.wantsFull(7)) << "seven partial ones, and the eighth is full";
}

TEST(GlassMoment, TextsStandInWhereNothingWasShown)
{
    const auto looked = lookedAt(test::shed());
    const auto& display = looked.plain.displays[0];
    const auto shown = contentShown(looked.plain, display, looked.moment);
    const auto none = contentShown(looked.plain, display, GlassMoment{});
    for (std::size_t i = 0; i < display.page.fields.size(); ++i) {
        if (display.page.fields[i].kind != FieldKind::Value)
            continue;
        EXPECT_EQ(shown[i].text, looked.moment.readers.front().text);
        EXPECT_EQ(none[i].text, std::string(shown[i].text.size(), '8'));
    }
}

// What explains a wrong number: only of displays that show the channel, only of their firmware.
TEST(GlassFindings, AreOfTheFirmwareThatShowsTheChannel)
{
    const auto foundIn = [](const Instrument& in, std::size_t channel) {
        const auto plain = *resolve(in, "");
        const auto findings = findingsOf(in, plain);
        std::string rules;
        for (const auto* finding : glassFindings(plain, channel, findings))
            rules += finding->rule;
        return rules;
    };
    const auto wrong = test::withMistake("mono-128x64", DriverMistake::NotCleared);
    EXPECT_EQ(foundIn(wrong, 0), "D12");
    EXPECT_EQ(foundIn(test::shed(), 0), "");
    EXPECT_EQ(foundIn(test::hurried(RedrawStrategy::FullFrame), 0), "") << "G03 is of its pace";
    auto unseen = wrong;
    unseen.pages.clear();
    EXPECT_EQ(foundIn(unseen, 0), "");
}

} // namespace
} // namespace fern
