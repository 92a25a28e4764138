#include "judge/rules/signal.h"

#include "instrument/edits.h"
#include "smooth/step_text.h"
#include "tests/core/sources.h"
#include "tests/support.h"

#include <gmock/gmock.h>

#include <algorithm>
#include <cmath>

namespace fern {
namespace {

FaultSpec fault(FaultKind kind, double amount = 0, double share = 0)
{
    FaultSpec f;
    f.channel = "house-battery";
    f.kind = kind;
    f.from = 5;
    f.to = 1000;
    f.amount = {amount, "V"};
    f.share = share;
    return f;
}

std::vector<Finding> after(const Instrument& in, double seconds, std::size_t channel = 0)
{
    const test::Ran ran(in, seconds);
    return signalFindings(in, ran.plain, channel, ran.history, ran.run.now());
}

std::string titleOf(const std::vector<Finding>& findings, const std::string& rule)
{
    const auto found = std::find_if(
        findings.begin(), findings.end(), [&](const Finding& f) { return f.rule == rule; });
    return found == findings.end() ? "" : found->title;
}

/// The skiff's battery, sampled every 7 ms, at which 50 Hz is seen at 50 Hz.
Instrument quick(std::vector<FaultSpec> faults, const std::string& steps = "exponential tau 0.05")
{
    auto in = *withSampleEvery(test::skiff(), "house-battery", {7, "ms"});
    in = *withSmoothing(in, "house-battery", *parseSteps(steps));
    return test::withFaults(in, std::move(faults));
}

TEST(SignalFindings, ASoundSignalGivesNothingAway)
{
    EXPECT_TRUE(after(quick({}), 20).empty());
    EXPECT_TRUE(after(test::skiff(), 20).empty());
}

/// The battery at the pin itself, which nothing holds when it has come off.
Instrument onAWire(const Instrument& in)
{
    FrontEndSpec wire;
    wire.r1 = {0, "ohm"};
    wire.r2 = {1, "Gohm"};
    auto wish = in.channels[0]->wish;
    wish.from = {0, "V"};
    wish.to = {3.2, "V"};
    return *withWish(*withFrontEnd(in, "house-battery", wire), "house-battery", wish);
}

TEST(SignalFindings, AFloatingPinIsRecognised)
{
    const auto findings = after(onAWire(quick({fault(FaultKind::Floating)})), 20);
    EXPECT_EQ(titleOf(findings, "R02"), "House battery looks like a pin with nothing on it");
    EXPECT_EQ(titleOf(findings, "R04"), "") << "one cause, one finding";
    // A strong hum alone is none: the codes stay where they are.
    EXPECT_EQ(titleOf(after(quick({fault(FaultKind::Hum, 0.1)}), 20), "R02"), "");
}

TEST(SignalFindings, SpikesThatPassAMeanWantAMedianFirst)
{
    const std::vector spikes{fault(FaultKind::Spikes, 0.8, 0.02)};
    const auto in = quick(spikes, "exponential tau 0.02");
    const auto findings = after(in, 20);
    const auto found = std::find_if(
        findings.begin(), findings.end(), [](const Finding& f) { return f.rule == "M02"; });
    ASSERT_NE(found, findings.end());
    EXPECT_NE(found->title.find("spikes pass the mean"), std::string::npos);
    const auto fixed = *found->fixes.at(0).apply(in);
    EXPECT_EQ(stepsText(fixed.channels[0]->smoothing), "median 3; exponential tau 0.02");
    EXPECT_EQ(titleOf(after(fixed, 20), "M02"), "");
    EXPECT_EQ(titleOf(after(quick({}, "exponential tau 0.02"), 20), "M02"), "");
}

TEST(SignalFindings, HumThatPassesTheSmoothingIsSaidAndItsFixTakesItAway)
{
    const auto in = quick({fault(FaultKind::Hum, 0.2)});
    const auto findings = after(in, 20);
    const auto found = std::find_if(
        findings.begin(), findings.end(), [](const Finding& f) { return f.rule == "R04"; });
    ASSERT_NE(found, findings.end());
    EXPECT_NE(found->reason.find("50 Hz, sampled every 7 ms"), std::string::npos) << found->reason;
    ASSERT_EQ(found->fixes.size(), 1u);
    EXPECT_EQ(found->fixes[0].label, "Average 20 samples, 5 ms apart");
    const auto fixed = *found->fixes[0].apply(in);
    EXPECT_EQ(titleOf(after(fixed, 20), "R04"), "");
    // A hum too small to move the wished step is no matter.
    EXPECT_EQ(titleOf(after(quick({fault(FaultKind::Hum, 0.002)}), 20), "R04"), "");
}

TEST(SignalFindings, AReadingThatNeverMovesIsStuck)
{
    // A pin without noise of its own that stands at ground: every reading is the same.
    auto in = test::skiff();
    auto converter = *in.parts[0]->converter;
    converter.offsetLsb = 0;
    in = *withConverter(in, "board", converter);
    auto open = fault(FaultKind::Dropouts, 0, 1);
    const auto findings = after(test::withFaults(in, {open}), 40);
    EXPECT_EQ(titleOf(findings, "R07"), "Every reading of House battery is 0");
    EXPECT_EQ(titleOf(findings, "R08"), "") << "nothing comes back";
    // A sensor that sticks still shows the converter's own noise.
    EXPECT_EQ(titleOf(after(test::withFaults(in, {fault(FaultKind::Stuck)}), 40), "R07"), "");
}

TEST(SignalFindings, ALooseContactDropsOut)
{
    const auto in = quick({fault(FaultKind::Dropouts, 0, 0.01)});
    const auto findings = after(in, 20);
    EXPECT_NE(titleOf(findings, "R08").find("House battery drops to nothing"), std::string::npos);
    EXPECT_EQ(titleOf(after(quick({}), 20), "R08"), "");
}

TEST(SignalFindings, ADeviceThatFallsSilentIsMissed)
{
    Source lines;
    lines.kind = SourceKind::Lines;
    lines.sampleEvery = {1, "s"};
    lines.lines.key = "depth";
    auto in = test::withSource(test::bench(), "Depth", {lines, "m", {{0, 3}}});
    auto silent = fault(FaultKind::Silence);
    silent.channel = in.channels[0]->id;
    silent.from = 20;
    EXPECT_TRUE(after(test::withFaults(in, {silent}), 22).empty());
    EXPECT_EQ(titleOf(after(test::withFaults(in, {silent}), 30), "R08"),
        "Nothing from Depth's device for 11 s");
    auto damaged = fault(FaultKind::Garbage, 0, 0.5);
    damaged.channel = in.channels[0]->id;
    // A line a second: from the beginning to 59 s come sixty.
    EXPECT_THAT(titleOf(after(test::withFaults(in, {damaged}), 59.5), "R08"),
        testing::EndsWith(" of the last 60 lines of Depth's device came damaged"));
}

} // namespace
} // namespace fern
