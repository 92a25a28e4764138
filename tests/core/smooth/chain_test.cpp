#include "smooth/chain.h"

#include "signal/csv.h"
#include "smooth/figures.h"
#include "smooth/step_text.h"
#include "tests/support.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <algorithm>
#include <cmath>

namespace fern {
namespace {

std::vector<double> smoothed(const std::string& steps, std::vector<double> values, double dt = 1,
    NumberKind kind = NumberKind::Float64)
{
    const std::vector<double> seconds(values.size(), dt);
    Chain(*parseSteps(steps), kind).run(seconds, values);
    return values;
}

// Source: exact rational arithmetic, in agreement with scipy.signal; see the head of the file.
TEST(Chain, AgreesWithTheReferenceOutputs)
{
    const auto table = parseCsv(test::readText(test::sourcePath("tests/data/filter-outputs.csv")));
    ASSERT_TRUE(table);
    const auto& x = table->columns[1];
    const auto average = smoothed("moving average 8", x);
    const auto exponential = smoothed("exponential alpha 0.2", x);
    const auto median = smoothed("median 5", x);
    ASSERT_EQ(x.size(), 64U);
    for (std::size_t i = 0; i < x.size(); ++i) {
        EXPECT_NEAR(average[i], table->columns[2][i], 1e-12 * 800) << i;
        EXPECT_NEAR(exponential[i], table->columns[3][i], 1e-12 * 800) << i;
        EXPECT_EQ(median[i], table->columns[4][i]) << i;
    }
}

TEST(Chain, UsesEachSamplesOwnTimeStep)
{
    Chain chain(*parseSteps("exponential tau 2"), NumberKind::Float64);
    EXPECT_EQ(chain.feed(0, 0), 0);
    const double once = chain.feed(1, 10);
    EXPECT_NEAR(once, 10 * (1 - std::exp(-0.5)), 1e-12);
    // Two half steps arrive where one whole step does.
    Chain halves(*parseSteps("exponential tau 2"), NumberKind::Float64);
    halves.feed(0, 0);
    halves.feed(0.5, 10);
    EXPECT_NEAR(halves.feed(0.5, 10), once, 1e-12);
}

TEST(Chain, PassesInvalidSamplesOnAndKeepsThemOut)
{
    const double nan = std::nan("");
    for (const char* steps : {"median 3", "moving average 3", "exponential alpha 0.5"}) {
        const auto with = smoothed(steps, {1, nan, 5, nan, nan, 9});
        const auto without = smoothed(steps, {1, 5, 9});
        EXPECT_TRUE(std::isnan(with[1]) && std::isnan(with[3]) && std::isnan(with[4])) << steps;
        EXPECT_EQ((std::vector<double>{with[0], with[2], with[5]}), without) << steps;
    }
    // With a time constant the gap counts: after a long one the old value is forgotten.
    EXPECT_NEAR(smoothed("exponential tau 0.1", {1, nan, nan, nan, 9})[4], 9, 1e-9);
}

TEST(Chain, ComputesInTheBoardsNumberKind)
{
    const auto wide = smoothed("exponential alpha 0.1", std::vector<double>(50, 0.1));
    const auto narrow =
        smoothed("exponential alpha 0.1", std::vector<double>(50, 0.1), 1, NumberKind::Float32);
    EXPECT_EQ(wide.back(), 0.1);
    EXPECT_EQ(narrow.back(), static_cast<double>(0.1F));
}

TEST(Chain, AverageDoesNotDriftInThirtyTwoBits)
{
    // A large value passes; afterwards the window must hold small ones exactly.
    std::vector<double> values{1e9};
    values.resize(100, 0.25);
    EXPECT_EQ(smoothed("moving average 4", values, 1, NumberKind::Float32).back(), 0.25);
}

rc::Gen<std::vector<double>> signals()
{
    return rc::gen::container<std::vector<double>>(
        rc::gen::map(rc::gen::inRange(-4096, 4096), [](int n) { return n / 4.0; }));
}

rc::Gen<std::string> steps()
{
    return rc::gen::oneOf(rc::gen::map(rc::gen::inRange(1, 30),
                              [](int n) { return "moving average " + std::to_string(n); }),
        rc::gen::map(
            rc::gen::inRange(0, 15), [](int n) { return "median " + std::to_string(2 * n + 1); }),
        rc::gen::map(rc::gen::inRange(1, 100),
            [](int n) { return "exponential alpha " + std::to_string(n / 100.0); }),
        rc::gen::map(rc::gen::inRange(1, 100),
            [](int n) { return "exponential tau " + std::to_string(n / 10.0); }));
}

RC_GTEST_PROP(Chain, OutputStaysWithinTheInput, ())
{
    const auto x = *signals();
    RC_PRE(!x.empty());
    const auto y = smoothed(*steps() + ";" + *steps(), x);
    RC_ASSERT(y.front() == x.front());
    const auto [least, most] = std::minmax_element(x.begin(), x.end());
    for (const double v : y)
        RC_ASSERT(v >= *least - 1e-9 && v <= *most + 1e-9);
}

RC_GTEST_PROP(Chain, EqualsItsStepsInOrder, ())
{
    const auto x = *signals();
    const auto first = *steps();
    const auto second = *steps();
    RC_ASSERT(smoothed(first + "; " + second, x) == smoothed(second, smoothed(first, x)));
}

RC_GTEST_PROP(Chain, MedianEqualsASort, ())
{
    const auto x = *signals();
    const int half = *rc::gen::inRange(0, 12);
    const auto window = static_cast<std::size_t>(2 * half + 1);
    const auto y = smoothed("median " + std::to_string(window), x);
    for (std::size_t i = 0; i < x.size(); ++i) {
        std::vector<double> recent(
            x.begin() + static_cast<std::ptrdiff_t>(i + 1 > window ? i + 1 - window : 0),
            x.begin() + static_cast<std::ptrdiff_t>(i + 1));
        std::sort(recent.begin(), recent.end());
        const auto n = recent.size();
        RC_ASSERT(y[i] == (n % 2 == 1 ? recent[n / 2] : (recent[n / 2 - 1] + recent[n / 2]) / 2));
    }
}

TEST(Figures, GiveTheKnownNoiseGains)
{
    // Source: 1/√N and √(α/(2 − α)), any text on digital filters; equal to scipy's impulse
    // responses.
    EXPECT_NEAR(noiseGain(*parseSteps("moving average 16"), 0.1), 0.25, 1e-9);
    EXPECT_NEAR(noiseGain(*parseSteps("exponential alpha 0.05"), 0.1), 0.16012815380508713, 1e-9);
    EXPECT_NEAR(noiseGain(*parseSteps("exponential alpha 0.2"), 0.1), 1.0 / 3, 1e-9);
    EXPECT_NEAR(noiseGain({}, 0.1), 1, 1e-12);
    // Standard deviation of the median of five normal deviates: 0.5356 (H. L. Harter, order
    // statistics tables; from memory).
    EXPECT_NEAR(noiseGain(*parseSteps("median 5"), 0.1), 0.5356, 0.012);
}

TEST(Figures, GiveDelayAndSettling)
{
    EXPECT_DOUBLE_EQ(delaySeconds(*parseSteps("moving average 9; median 5"), 0.1), 0.6);
    EXPECT_NEAR(delaySeconds(*parseSteps("exponential tau 10"), 0.01), 10, 0.006);
    // Source: n ≥ ln(fraction)/ln(1 − α): 21 samples to 1 % at α = 0.2.
    EXPECT_DOUBLE_EQ(settlingSeconds(*parseSteps("exponential alpha 0.2"), 1, 0.01), 20);
    EXPECT_DOUBLE_EQ(settlingSeconds(*parseSteps("moving average 8"), 1, 0.01), 7);
    // The delay of a rising ramp, measured.
    for (const char* text :
        {"exponential alpha 0.13", "moving average 7", "median 9; exponential tau 0.7"}) {
        Chain chain(*parseSteps(text), NumberKind::Float64);
        double lag = 0;
        for (int i = 0; i < 2000; ++i)
            lag = i * 0.1 - chain.feed(0.1, i * 0.1);
        EXPECT_NEAR(lag, delaySeconds(*parseSteps(text), 0.1), 1e-9) << text;
    }
}

TEST(StepText, ReadsAndWritesTheGrammar)
{
    for (const char* text :
        {"moving average 8", "exponential alpha 0.2", "exponential tau 0.8", "median 101"})
        EXPECT_EQ(stepText(*parseStep(text)), text);
    EXPECT_EQ(stepsText(*parseSteps("  median   5 ;\n exponential tau 1.50;")),
        "median 5; exponential tau 1.5");
    EXPECT_TRUE(parseSteps("")->empty());
    EXPECT_EQ(parseStep("median 4").error().message,
        "the step \"median 4\": a median needs an odd number of samples");
    EXPECT_EQ(parseStep("average 5").error().message,
        "the step \"average 5\" is not understood: write a step such as \"median 5\", "
        "\"exponential tau 0.8\", \"moving average 8\", \"spike gate 5 7 5\", \"slew 2\", "
        "\"dead band 0.1\", \"still below 0.5\", \"peak hold 3\", \"digit hysteresis 0.1\" or "
        "\"mains cycles 1 hertz 50\"");
    for (const char* wrong : {"median", "median 0", "median -3", "median 5.5", "median 10003",
             "exponential", "exponential 0.2", "exponential alpha 0", "exponential alpha 1.01",
             "exponential tau 0", "average 5", "moving average x"})
        EXPECT_FALSE(parseStep(wrong)) << wrong;
}

} // namespace
} // namespace fern
