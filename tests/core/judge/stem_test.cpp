#include "judge/facts.h"
#include "judge/stem.h"

#include "instrument/edits.h"
#include "run/firmware_run.h"
#include "smooth/step_text.h"
#include "tests/core/sources.h"
#include "tests/support.h"

#include <cmath>

namespace fern {
namespace {

struct Followed {
    PlainInstrument plain;
    StemChoice choice;
    Stem stem;
};

Followed follow(const Instrument& instrument, double seconds, Recordings recordings = {})
{
    Followed f{*resolve(instrument, ""), {}, {}};
    f.choice = stemChoices(f.plain, 0).at(0);
    RunHistory history(ticksFromSeconds(30));
    FirmwareRun run(f.plain, {{}, std::move(recordings)}, history);
    run.advanceTo(ticksFromSeconds(seconds));
    f.stem = stemOf(f.plain, f.choice, history, run.now());
    return f;
}

const LeafFigures& leaf(const Stem& stem, Leaf which)
{
    return stem.leaves[static_cast<std::size_t>(which)];
}

TEST(Stem, AgesGrowFromLeafToLeaf)
{
    const auto stem = follow(test::skiff(), 20.45).stem;
    EXPECT_EQ(leaf(stem, Leaf::World).age, 0);
    EXPECT_NEAR(leaf(stem, Leaf::Reading).age, 0.05, 1e-3);
    EXPECT_GT(leaf(stem, Leaf::Smooth).age, leaf(stem, Leaf::Scale).age + 0.9);
    // The glass still shows the text made at 20.0 s, which grows old with it.
    EXPECT_NEAR(leaf(stem, Leaf::Text).age - leaf(stem, Leaf::Smooth).age, 0.4, 1e-3);
    EXPECT_EQ(leaf(stem, Leaf::Glass).age, leaf(stem, Leaf::Text).age);
}

// What the pin shakes by counts in the world's unit, as the reading does: the divider takes 4.9 V
// to 1 V.
TEST(Stem, NoiseOfThePinCountsInTheWorldsUnit)
{
    const auto stem = follow(test::skiff(), 20.45).stem;
    EXPECT_NEAR(leaf(stem, Leaf::Sensor).noise, leaf(stem, Leaf::Reading).noise, 0.004);
    EXPECT_GT(leaf(stem, Leaf::Sensor).noise, 0.01);
}

// Of few samples an rms says nothing; of slow ones sixteen are taken, however long they last. The
// mean of squares itself is that of the differences, here 1 V at every sample.
TEST(Stem, NoiseIsToldOfEnoughSamples)
{
    const auto plain = *resolve(test::skiff(), "");
    const auto choice = stemChoices(plain, 0).at(0);
    const auto stemAfter = [&](int samples, double every, bool hasTwin) {
        RunHistory history(ticksFromSeconds(3600));
        SampleRecord record;
        for (int i = 1; i <= samples; ++i) {
            record.at = record.takenAt = ticksFromSeconds(every * i);
            record.real = {12, 2.4, 3000, 12, 12};
            record.calm = {12, 2.4, 3000, 11, 12};
            // Before the last sixteen it shook more: that is not looked at where they suffice.
            record.calm.scaled = i > samples - 16 ? 11 : 2;
            record.hasTwin = hasTwin;
            history.sampled(record);
        }
        return stemOf(plain, choice, history, record.at);
    };
    EXPECT_TRUE(std::isnan(leaf(stemAfter(0, 1, true), Leaf::Scale).noise));
    EXPECT_TRUE(std::isnan(leaf(stemAfter(7, 0.1, true), Leaf::Scale).noise));
    const auto quick = stemAfter(8, 0.1, true);
    EXPECT_NEAR(leaf(quick, Leaf::Scale).noise, 1, 1e-12);
    EXPECT_EQ(quick.noiseOver, "10 s");
    const auto slow = stemAfter(30, 20, true);
    EXPECT_NEAR(leaf(slow, Leaf::Scale).noise, 1, 1e-12);
    EXPECT_EQ(slow.noiseOver, "16 samples");
    EXPECT_FALSE(slow.noiseIsAboutTrace);
    EXPECT_TRUE(stemAfter(30, 20, false).noiseIsAboutTrace);
}

// A line a second tells 3 m to a hundredth: the reading is the number as it was told.
TEST(Stem, ShowsWhatADeviceTold)
{
    Source lines;
    lines.kind = SourceKind::Lines;
    lines.sampleEvery = {1, "s"};
    lines.lines.key = "depth";
    lines.resolution = {0.01, "m"};
    const auto stem =
        follow(test::withSource(test::bench(), "Depth", {lines, "m", {{0, 3.25}}}), 5).stem;
    EXPECT_EQ(leaf(stem, Leaf::Reading).value, "3.25");
    EXPECT_EQ(leaf(stem, Leaf::Reading).unit, "m");
}

TEST(Stem, TheDividerLimitsUntilItsResistorsAreBetter)
{
    auto skiff = test::skiff();
    const auto coarse = follow(skiff, 5).stem;
    EXPECT_EQ(coarse.limit, Leaf::Sensor);
    EXPECT_FALSE(coarse.limitIsAge);
    EXPECT_EQ(coarse.honestDecimals, 1);
    EXPECT_NE(coarse.limitReason.find("divider resistor"), std::string::npos);
    auto divider = skiff.channels[0]->frontEnd;
    divider.tolerancePercent = 0.01;
    const auto fine = follow(*withFrontEnd(skiff, "house-battery", divider), 5).stem;
    EXPECT_EQ(fine.limit, Leaf::Reading);
    EXPECT_LT(fine.budget.accuracy, coarse.budget.accuracy / 3);
}

TEST(Stem, LatenessLimitsWhenTheWishIsMissed)
{
    const auto stem =
        follow(*withSmoothing(test::skiff(), "house-battery", *parseSteps("exponential tau 4")), 5)
            .stem;
    EXPECT_TRUE(stem.limitIsAge);
    EXPECT_EQ(stem.limit, Leaf::Smooth);
    auto display = *test::skiff().displays[0];
    display.redrawEvery = {5, "s"};
    EXPECT_EQ(follow(*withDisplay(test::skiff(), display), 12).stem.limit, Leaf::Glass);
    EXPECT_EQ(follow(*withSampleEvery(*withSmoothing(test::skiff(), "house-battery", {}),
                         "house-battery", {4, "s"}),
                  12)
                  .stem.limit,
        Leaf::Reading);
}

TEST(Stem, ARecordingHasNoiseAboutItsTraceAndSaysSo)
{
    Capture capture{"house-battery", Tap::Reading, "", {}, {}};
    for (int i = 0; i < 200; ++i) {
        capture.at.push_back(ticksFromSeconds(i * 0.1));
        capture.values.push_back(3200 + (i % 2 == 0 ? 4 : -4));
    }
    const auto stem =
        follow(test::skiff(), 19.9, *recordingsFor(test::plainSkiff(), {capture})).stem;
    EXPECT_TRUE(stem.noiseIsAboutTrace);
    EXPECT_NEAR(leaf(stem, Leaf::Scale).noise, 4 * 0.003961, 0.003);
    EXPECT_TRUE(std::isnan(leaf(stem, Leaf::Smooth).noise));
    EXPECT_EQ(leaf(stem, Leaf::World).value, "—");
}

TEST(Stem, LoadsAreTheBusyShareOfTheLastSecond)
{
    // From 9.2 s to 10.2 s the helm is redrawn twice and the bow, seven bytes to its two-wire
    // driver, once.
    const auto stem = follow(test::skiff(), 10.2).stem;
    EXPECT_NEAR(stem.busLoad, 2 * 0.024825 + 0.0201, 1e-4);
    EXPECT_GT(stem.processorLoad, stem.busLoad);
}

TEST(Facts, SayTheNumbersOfEachStage)
{
    const auto f = follow(test::skiff(), 5);
    const SignalFigures signal{0.4, 2, 1};
    const auto view = channelViewOf(test::skiff(), f.plain, f.choice.channel, f.choice);
    const auto fact = [&](Leaf which, const std::string& label) {
        for (const auto& x : factsOf(f.plain, f.choice, view, f.stem, signal, which))
            if (x.label == label)
                return x.value;
        return std::string("missing");
    };
    EXPECT_EQ(fact(Leaf::World, "Scenario"), "10 min");
    EXPECT_EQ(fact(Leaf::Sensor, "Divides by"), "4.9167");
    EXPECT_EQ(fact(Leaf::Sensor, "Source resistance"), "9.56 kΩ");
    EXPECT_EQ(fact(Leaf::Reading, "One count at the pin"), "0.8057 mV");
    EXPECT_EQ(fact(Leaf::Reading, "Codes over the range"), "2524 … 3685");
    EXPECT_EQ(fact(Leaf::Scale, "4"), "V = 0.003961182 × counts");
    EXPECT_EQ(fact(Leaf::Smooth, "Late by"), "951 ms");
    EXPECT_EQ(fact(Leaf::Smooth, "Shown text changes"), "0.4 per s");
    EXPECT_EQ(fact(Leaf::Smooth, "Spikes passed"), "1 of 2");
    EXPECT_EQ(fact(Leaf::Text, "Honest decimals"), "1");
    EXPECT_EQ(fact(Leaf::Glass, "A redraw, at most"), "24.9 ms");
    EXPECT_EQ(fact(Leaf::Glass, "Oldest number"), "1.65 s");
}

} // namespace
} // namespace fern
