// Fixes that make a number younger: the same steps, shortened by one factor.

#include "instrument/edits.h"
#include "judge/freshness_fix.h"
#include "smooth/figures.h"
#include "smooth/step_text.h"
#include "tests/core/judge/display_cases.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

std::string shortenedText(std::string_view steps, double sampleSeconds, double seconds)
{
    const auto made = shortened(*parseSteps(steps), sampleSeconds, seconds);
    EXPECT_LE(delaySeconds(made, sampleSeconds), seconds * (1 + 1e-9)) << steps;
    return stepsText(made);
}

// The delay of an average over n is (n - 1)/2 samples, of an exponential (1 - α)/α: common
// practice.
TEST(FreshnessFix, ShortensEachStepByItsOwnMeasure)
{
    EXPECT_EQ(shortenedText("moving average 21", 0.05, 0.25), "moving average 11");
    EXPECT_EQ(shortenedText("median 9", 0.05, 0.15), "median 7");
    EXPECT_EQ(shortenedText("median 9", 0.05, 0.13), "median 5") << "a median's window is odd";
    EXPECT_EQ(shortenedText("exponential alpha 0.1", 0.1, 0.3), "exponential alpha 0.25");
    EXPECT_EQ(shortenedText("exponential alpha 0.1", 0.1, 0.2), "exponential alpha 0.334");
    // Ten cycles of 50 Hz are 200 samples at 1 ms, 99.5 ms late.
    EXPECT_EQ(shortenedText("mains cycles 10 hertz 50", 0.001, 0.06), "mains cycles 6 hertz 50");
    EXPECT_EQ(shortened(*parseSteps("mains cycles 2 hertz 50"), 0.001, 0.001).front().cycles, 1)
        << "never less than a whole cycle";
    EXPECT_EQ(
        shortenedText("moving average 21; median 5", 0.05, 0.3), "moving average 11; median 3");
    EXPECT_EQ(shortenedText("moving average 3", 0.05, 0.01), "") << "one of one does nothing";
    EXPECT_EQ(shortenedText("moving average 21 off; moving average 21", 0.05, 0.25),
        "moving average 21 off; moving average 11");
}

TEST(FreshnessFix, ATimeConstantIsShortenedBelowTheDelay)
{
    const auto made = shortened(*parseSteps("exponential tau 0.8"), 0.05, 0.4);
    EXPECT_GT(delaySeconds(made, 0.05), 0.38);
    EXPECT_LE(delaySeconds(made, 0.05), 0.4);
}

// Paper hears nothing while it refreshes: what is offered to make its number younger leaves it the
// two seconds that it takes.
TEST(FreshnessFix, PaperIsNeverRedrawnFasterThanItRefreshes)
{
    auto in = test::refreshedFully(8);
    auto wish = in.channels[0]->wish;
    wish.freshness = {3, "s"};
    in = *withWish(in, in.channels[0]->id, wish);
    const auto findings = findingsOf(in, *resolve(in, ""));
    const auto late = std::find_if(findings.begin(), findings.end(),
        [](const Finding& finding) { return finding.rule == "W04"; });
    ASSERT_NE(late, findings.end());
    ASSERT_FALSE(late->fixes.empty());
    for (const auto& fix : late->fixes)
        EXPECT_GE(inSi(fix.apply(in)->displays[0]->redrawEvery), 2) << fix.label;
}

} // namespace
} // namespace fern
