// What the sheet of a calibration tells while pairs are taken.

#include "judge/calibration_sheet.h"

#include "reading/settled.h"
#include "run/channel_run.h"
#include "scale/calibrate.h"
#include "tests/core/judge/scale_cases.h"

#include <gmock/gmock.h>

#include <cmath>

namespace fern {
namespace {

using testing::HasSubstr;
using testing::StartsWith;

CalibrationSheet sheetOf(const Instrument& in)
{
    return calibrationSheetOf(*in.channels[0], resolve(in, "")->channels[0]);
}

Instrument withPairs(const std::vector<CalibrationPair>& pairs, FitModel model = FitModel::Line)
{
    Calibration draft;
    draft.pairs = pairs;
    draft.model = model;
    draft.accuracy = {0.05, 0, 0};
    return *withDraft(test::skiff(), "house-battery", draft);
}

TEST(CalibrationSheet, AsksForTheEndsThenTheMiddle)
{
    const auto none = sheetOf(*withDraft(test::skiff(), "house-battery", std::nullopt));
    EXPECT_EQ(none.equation, "no pairs yet");
    EXPECT_THAT(none.next, StartsWith("Next: set about 10 V"));
    const auto one = sheetOf(withPairs({{2525, 10}}));
    EXPECT_FALSE(one.hasFit);
    EXPECT_EQ(one.equation, "1 different reading for 2 coefficients");
    EXPECT_THAT(one.next, StartsWith("Next: set about 14.6 V"));
    const auto two = sheetOf(withPairs({{2525, 10}, {3686, 14.6}}));
    EXPECT_THAT(two.next, StartsWith("Next: set about 12.3 V"));
    EXPECT_THAT(two.advice, HasSubstr("a third one would tell"));
    const auto four = sheetOf(withPairs({{2525, 10}, {3686, 14.6}, {3100, 12.28}, {2800, 11.09}}));
    EXPECT_THAT(four.next, StartsWith("Next best: about 1"));
    EXPECT_EQ(four.judgement, Judgement::Good) << four.verdict;
}

TEST(CalibrationSheet, TellsHowFarEachPairIsOffAndWhatOtherModelsGive)
{
    const auto sheet =
        sheetOf(withPairs({{2500, 10}, {3100, 12.5},
                              {3700, 15, 0, Direction::Unknown, true, "slipped", {}}, {3700, 14.8}},
            FitModel::TwoPoint));
    EXPECT_NEAR(sheet.offBy[1], 12.4 - 12.5, 1e-12);
    EXPECT_TRUE(std::isnan(sheet.offBy[2])) << "left out";
    EXPECT_EQ(sheet.models[static_cast<std::size_t>(FitModel::TwoPoint)].words,
        "two-point: at most 0.1 V off");
    EXPECT_THAT(sheet.models[static_cast<std::size_t>(FitModel::Table)].words,
        HasSubstr("at most 0 V off"));
    EXPECT_EQ(sheet.equation, "V = 0.004 × counts");
    EXPECT_EQ(solved(sheet.calibration, sheet.nominalGain)->result.kind, ScalingKind::Linear);
    EXPECT_LE(sheet.curve.front().x, 2500);
    EXPECT_GE(sheet.curve.back().x, 3700);
}

TEST(CalibrationSheet, ShowsWhatWasAppliedWhileNothingIsTaken)
{
    const auto in = test::calibrated({{2500}, {3100, 0.01}, {3700}});
    const auto sheet = sheetOf(in);
    EXPECT_FALSE(sheet.isDraft);
    EXPECT_TRUE(sheet.hasFit);
    EXPECT_EQ(sheet.calibration.id, "calibration-1");
    EXPECT_EQ(in.channels[0]->scaling.calibration, "calibration-1");
    // A second one keeps the first; going back is one edit.
    const auto again = *withCalibration(in, "house-battery", sheet.calibration);
    ASSERT_EQ(again.channels[0]->calibrations.size(), 2U);
    EXPECT_EQ(again.channels[0]->scaling.calibration, "calibration-2");
    const auto back =
        *withScaling(again, "house-battery", again.channels[0]->calibrations[0].result);
    EXPECT_EQ(sheetOf(back).calibration.id, "calibration-1");
}

TEST(SettledReading, WaitsUntilNothingMovesAnyMore)
{
    EXPECT_FALSE(settledReading({}, 10).isSettled);
    EXPECT_FALSE(settledReading(std::vector<double>{5, 5, 5}, 10).isSettled) << "too few";
    const auto still = settledReading(std::vector<double>{9, 100, 101, 99, 100, 101, 99}, 6);
    EXPECT_TRUE(still.isSettled);
    EXPECT_EQ(still.mean, 100);
    EXPECT_NEAR(still.scatter, std::sqrt(0.8), 1e-12);
    EXPECT_EQ(still.count, 6);
    EXPECT_FALSE(
        settledReading(std::vector<double>{90, 92, 94, 96, 98, 100, 102, 104}, 8).isSettled);
    const double none = std::nan("");
    EXPECT_EQ(settledReading(std::vector<double>{7, none, 7, 8, none, 8}, 4).mean, 7.5);
}

Instrument kitbag()
{
    return *readInstrument(test::readText(test::sourcePath("demo/kitbag-scale.fern.json")));
}

// The pairs of the demo were read from its own specimen: its weights must show as what they are.
TEST(KitbagScale, ShowsItsWeightsWithinTheWish)
{
    const auto plain = *resolve(kitbag(), "");
    const auto& c = plain.channels[0];
    for (const double kilogram : {0.0, 2.0, 5.0, 10.0, 20.0}) {
        ChannelRun run(c, plain.seed);
        EXPECT_NEAR(run.accept(Tap::World, Ticks{}, kilogram).scaled, kilogram, 0.01);
    }
    auto parts = c;
    parts.scaling = {};
    const auto missedBy = [&](const PlainChannel& channel) {
        return std::fabs(
            ChannelRun(channel, plain.seed).accept(Tap::World, Ticks{}, 20).scaled - 20);
    };
    EXPECT_LT(missedBy(c), missedBy(parts) / 2) << "better than the parts' arithmetic";
}

TEST(KitbagScale, TellsItsDriftAndHysteresis)
{
    const auto sheet = sheetOf(kitbag());
    EXPECT_THAT(sheet.drift, StartsWith("Against that of 2031-04-05: +22 g at 20 kg"));
    EXPECT_EQ(sheet.judgement, Judgement::Good);
    EXPECT_TRUE(sheet.isCovered);
    const auto pairs = usedPairs(sheet.calibration);
    const double gap = hysteresisOf(*fitOf(sheet.calibration, 1), pairs);
    EXPECT_GT(gap, 0.004);
    EXPECT_LT(gap, 0.01);
}

} // namespace
} // namespace fern
