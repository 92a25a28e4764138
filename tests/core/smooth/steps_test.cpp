// The steps that hold, gate and limit, each by its definition.

#include "smooth/chain.h"
#include "smooth/step_text.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <algorithm>
#include <cmath>

namespace fern {
namespace {

std::vector<double> through(const std::string& steps, std::vector<double> values, double dt = 0.1,
    NumberKind kind = NumberKind::Float64)
{
    const std::vector<double> seconds(values.size(), dt);
    Chain(*parseSteps(steps), kind).run(seconds, values);
    return values;
}
using Values = std::vector<double>;

TEST(SpikeGate, HoldsWhileASampleStandsOut)
{
    EXPECT_EQ(through("spike gate 3 5 3 least 0.1", {10, 10.1, 10, 99, 10.1, -50, 10}),
        (Values{10, 10.1, 10, 10, 10.1, 10.1, 10}));
}

TEST(SpikeGate, FollowsANewLevelAfterSoManyOnOneSide)
{
    EXPECT_EQ(through("spike gate 3 5 3 least 0.1", {10, 10, 10, 20, 20.1, 19.9, 20, 20.1}),
        (Values{10, 10, 10, 10, 10, 19.9, 20, 20.1}));
    // Now above, now below: no new level.
    EXPECT_EQ(through("spike gate 3 5 3 least 0.1", {10, 10, 10, 20, 0, 20, 0, 20, 10}),
        (Values{10, 10, 10, 10, 10, 10, 10, 10, 10}));
}

TEST(SlewLimit, FollowsNoFasterThanItsLimit)
{
    const auto out = through("slew 2", {0, 10, 10, 10, -10}, 0.5);
    EXPECT_EQ(out, (Values{0, 1, 2, 3, 2}));
}

TEST(DeadBand, HoldsUntilTheInputDiffersByIt)
{
    EXPECT_EQ(
        through("dead band 0.5", {1, 1.4, 1.5, 1.9, 1.0, 1.1}), (Values{1, 1, 1.5, 1.5, 1.0, 1.0}));
}

// common practice: a stationary receiver shows up to about 1 km/h.
TEST(StillBelow, ShowsNoMovementUnderItsThreshold)
{
    EXPECT_EQ(through("still below 1", {0.3, -0.9, 1, 5, 0.99}), (Values{0, 0, 1, 5, 0}));
}

TEST(Holds, KeepExtremesForTheirTime)
{
    EXPECT_EQ(through("peak hold", {1, 5, 3, 6, 2}), (Values{1, 5, 5, 6, 6}));
    EXPECT_EQ(through("minimum hold", {4, 5, 3, 6, 2}), (Values{4, 4, 3, 3, 2}));
    EXPECT_EQ(through("peak hold 1", {5, 1, 2, 3}, 0.6), (Values{5, 5, 2, 3}));
}

TEST(LastDigit, ChangesOnlyWellPastItsEdge)
{
    // 12.34 and 12.36 lie on two sides of an edge; only what is further than 0.7 digits changes.
    EXPECT_EQ(through("digit hysteresis 0.1", {12.34, 12.36, 12.34, 12.38, 12.34}),
        (Values{123 * 0.1, 123 * 0.1, 123 * 0.1, 124 * 0.1, 124 * 0.1}));
    EXPECT_EQ(
        through("digit hysteresis 5 beyond 1", {-12, -8, -6, -4}), (Values{-10, -10, -10, -5}));
}

TEST(MainsCycles, TakesAWholeNumberOfCyclesAway)
{
    // 50 Hz sampled each 4 ms: five samples are one cycle.
    Values hum;
    for (int i = 0; i < 50; ++i)
        hum.push_back(7 + std::sin(2 * 3.14159265358979 * 50 * 0.004 * i));
    const auto out = through("mains cycles 1 hertz 50", hum, 0.004);
    EXPECT_EQ(out[0], hum[0]);
    for (std::size_t i = 4; i < out.size(); ++i)
        EXPECT_NEAR(out[i], 7, 1e-9) << i;
}

TEST(Steps, ReadWhatTheyWriteAndSayWhatIsWrong)
{
    for (const char* text :
        {"spike gate 4 7 5", "spike gate 4 7 5 least 0.01", "slew 2", "dead band 0.05",
            "still below 0.5", "peak hold", "peak hold 3", "minimum hold 2", "digit hysteresis 0.1",
            "digit hysteresis 0.1 beyond 1", "mains cycles 2 hertz 50 off"})
        EXPECT_EQ(stepText(*parseStep(text)), text);
    for (const char* text : {"spike gate 4 7", "slew", "slew 0", "dead band -1",
             "digit hysteresis 0.1 beyond 0.2", "mains cycles 1.5 hertz 50",
             "mains cycles hertz 50", "peak hold 3 4", "spike gate 0 5 5"})
        EXPECT_FALSE(parseStep(text)) << text;
    EXPECT_EQ(parseStep("slew x").error().message.substr(0, 39),
        "the step \"slew x\" lacks a number: write");
}

rc::Gen<std::string> holdingSteps()
{
    return rc::gen::element<std::string>("spike gate 3 5 3 least 1", "slew 7", "dead band 3",
        "still below 4", "peak hold", "minimum hold 0.3", "digit hysteresis 2",
        "mains cycles 1 hertz 2", "median 3", "exponential tau 0.4");
}
rc::Gen<std::vector<double>> whole()
{
    return rc::gen::container<std::vector<double>>(
        rc::gen::map(rc::gen::inRange(-400, 400), [](int n) { return n / 4.0; }));
}

RC_GTEST_PROP(Steps, BoundedInputGivesBoundedOutput, ())
{
    const auto x = *whole();
    RC_PRE(!x.empty());
    const auto y = through(*holdingSteps() + ";" + *holdingSteps(), x);
    const auto [least, most] = std::minmax_element(x.begin(), x.end());
    for (const double v : y) // a digit rounds by half of its worth, standing still is 0
        RC_ASSERT(v >= std::min(0.0, *least) - 2 && v <= std::max(0.0, *most) + 2);
}

RC_GTEST_PROP(Steps, AConstantStaysTheConstant, ())
{
    const double x = 8.0 * *rc::gen::inRange(1, 50);
    const auto y = through(*holdingSteps() + ";" + *holdingSteps(), Values(20, x));
    for (const double v : y)
        RC_ASSERT(std::fabs(v - x) < 1e-9);
}

RC_GTEST_PROP(Steps, InvalidSamplesNeverPoison, ())
{
    auto x = *whole();
    const auto steps = *holdingSteps();
    const auto clean = through(steps, x);
    // A hole between two samples: what follows is as without it, but for the time that passed.
    RC_PRE(x.size() >= 2 && steps.find("slew") == std::string::npos
        && steps.find("hold 0.3") == std::string::npos && steps.find("tau") == std::string::npos
        && steps.find("mains") == std::string::npos);
    const auto at = *rc::gen::inRange<std::size_t>(0, x.size());
    x.insert(x.begin() + static_cast<std::ptrdiff_t>(at), std::nan(""));
    auto with = through(steps, x);
    RC_ASSERT(std::isnan(with[at]));
    with.erase(with.begin() + static_cast<std::ptrdiff_t>(at));
    RC_ASSERT(with == clean);
}

RC_GTEST_PROP(Steps, AMedianIgnoresOneSpikeInThree, ())
{
    const double level = *rc::gen::inRange(-100, 100);
    Values x(30, level);
    for (std::size_t i = 3; i < x.size(); i += 3)
        x[i] = level + *rc::gen::inRange(-1000, 1000);
    for (const double v : through("median 3", x))
        RC_ASSERT(v == level);
}

// 0.1 s cannot be written in binary: ten of them added up as doubles are less than a second.
TEST(Steps, AHoldCountsWholeNanoseconds)
{
    Chain chain(*parseSteps("peak hold 1"), NumberKind::Float64);
    EXPECT_EQ(chain.feed(0, 5), 5);
    for (int i = 1; i <= 10; ++i)
        EXPECT_EQ(chain.feed(0.1, 1), 5) << i;
    EXPECT_EQ(chain.feed(0.1, 1), 1);
}

} // namespace
} // namespace fern
