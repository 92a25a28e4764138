// Figures of chains by formula, against handbook values and against the chains themselves.

#include "smooth/figures.h"

#include "smooth/chain.h"
#include "smooth/step_text.h"

#include <gtest/gtest.h>

#include <cmath>
#include <complex>
#include <numbers>

namespace fern {
namespace {

// Source: filter-hum.csv of the reference sheets: |sin(πfT)/(N sin(πfT/N))| of an average over T.
TEST(Figures, HumThroughAnAverageIsThatOfTheHandbook)
{
    struct Row {
        double milliseconds, hertz, gain;
    };
    // Samples of 0.1 ms come close to the continuous average that the sheet computes.
    for (const auto& row :
        {Row{10, 50, 0.63661977}, {10, 60, 0.50455115}, {20, 50, 0}, {20, 60, 0.15591488},
            {20, 49.5, 0.01009935}, {20, 100, 0}, {33.333333, 50, 0.16539867}}) {
        StepSpec average;
        average.kind = StepKind::MovingAverage;
        average.window = static_cast<int>(std::lround(row.milliseconds * 10));
        EXPECT_NEAR(gainAt({average}, 1e-4, row.hertz), row.gain, 2e-3)
            << row.milliseconds << " ms, " << row.hertz << " Hz";
    }
    // Source: the same sheet, sampled windows checked with numpy.
    EXPECT_NEAR(gainAt(*parseSteps("moving average 40"), 1.0 / 2000, 60), 0.1561459428, 1e-9);
    EXPECT_NEAR(gainAt(*parseSteps("moving average 8"), 1.0 / 400, 60), 0.1618385331, 1e-9);
    EXPECT_NEAR(gainAt(*parseSteps("moving average 8"), 1.0 / 400, 400), 1, 1e-9) << "an alias";
    EXPECT_NEAR(gainAt(*parseSteps("mains cycles 1 hertz 50"), 1.0 / 2000, 50), 0, 1e-9);
}

// The gain of a chain is the transform of its impulse response.
TEST(Figures, TheGainIsThatOfTheImpulseResponse)
{
    constexpr double dt = 0.02;
    for (const char* text : {"exponential tau 0.3", "exponential alpha 0.2; moving average 7",
             "mains cycles 2 hertz 5; exponential tau 0.1"}) {
        const auto steps = *parseSteps(text);
        const auto response = stepResponse(steps, dt, 2000);
        for (const double hertz : {0.0, 0.7, 3.0, 11.0, 24.0}) {
            std::complex<double> sum = 0;
            for (std::size_t i = 0; i < response.size(); ++i)
                sum += (response[i] - (i > 0 ? response[i - 1] : 0))
                    * std::polar(1.0, -2 * std::numbers::pi * hertz * dt * static_cast<double>(i));
            EXPECT_NEAR(gainAt(steps, dt, hertz), std::abs(sum), 1e-9) << text << " " << hertz;
        }
    }
}

TEST(Figures, StepsThatHoldAddNoDelayButTakeTheirTime)
{
    EXPECT_EQ(delaySeconds(*parseSteps("dead band 1; slew 2; spike gate 5 7 5"), 0.1), 0);
    EXPECT_NEAR(delaySeconds(*parseSteps("mains cycles 5 hertz 50"), 0.01), 0.045, 1e-12);
    // A jump of 3 at 2 a second needs a second and a half.
    EXPECT_NEAR(settlingSeconds(*parseSteps("slew 2"), 0.1, 1e-6, 3), 1.4, 0.11);
    EXPECT_EQ(noiseGain(*parseSteps("still below 1; digit hysteresis 0.1"), 0.1), 1);
}

TEST(Figures, CountTheMemoryOfTheBoard)
{
    const auto bytes = [](const char* text, NumberKind kind) {
        return costOf(*parseStep(text), kind, 0.01).bytes;
    };
    EXPECT_EQ(bytes("moving average 16", NumberKind::Float32), 17 * 4 + 4);
    EXPECT_EQ(bytes("median 101", NumberKind::Float64), 2 * 101 * 8 + 4);
    EXPECT_EQ(bytes("exponential tau 1", NumberKind::Float32), 4);
    EXPECT_EQ(bytes("mains cycles 10 hertz 50", NumberKind::Float32), 21 * 4 + 4) << "20 samples";
    EXPECT_GT(costOf(*parseStep("median 101"), NumberKind::Float32, 1).operations,
        costOf(*parseStep("median 5"), NumberKind::Float32, 1).operations);
}

} // namespace
} // namespace fern
