#include "curves/platinum.h"

#include "kernel/kernel.h"

#include <gtest/gtest.h>

#include <cmath>

namespace fern {
namespace {

struct Row {
    double celsius, ohm;
};

// Source: IEC 60751:2022, table of resistances of a 100 ohm sensor (pt100.csv of the reference
// sheets, which computes them again exactly).
constexpr Row table[] = {{-200, 18.52}, {-150, 39.72}, {-100, 60.26}, {-50, 80.31}, {-20, 92.16},
    {0, 100}, {10, 103.90}, {20, 107.79}, {25, 109.73}, {50, 119.40}, {75, 128.99}, {100, 138.51},
    {200, 175.86}, {400, 247.09}, {600, 313.71}, {850, 390.48}};

TEST(Platinum, IsTheTableOfTheStandard)
{
    for (const auto& row : table)
        EXPECT_NEAR(100 * platinumMultiple(row.celsius), row.ohm, 0.005) << row.celsius;
}

TEST(Platinum, ComesBackFromItsResistance)
{
    for (double t = -200; t <= 850; t += 0.5)
        EXPECT_NEAR(platinumCelsius(platinumMultiple(t)), t, 1e-9) << t;
    // Source: pt100-inverse.csv of the reference sheets.
    EXPECT_NEAR(platinumCelsius(0.60), -100.631129623076, 1e-9);
    EXPECT_NEAR(platinumCelsius(0.8031), -49.9906374460314, 1e-9);
    EXPECT_NEAR(platinumCelsius(0.999), -0.255856046999476, 1e-9);
}

TEST(Platinum, SlopeIsTheChangeForADegree)
{
    for (double t = -190; t <= 800; t += 30)
        EXPECT_NEAR(platinumSlope(t),
            (platinumMultiple(t + 0.01) - platinumMultiple(t - 0.01)) / 0.02, 1e-9)
            << t;
}

TEST(Platinum, TheBoardComputesItToo)
{
    for (double t = -200; t <= 850; t += 1) {
        EXPECT_NEAR(Kernel<double>::ft_platinum(platinumMultiple(t)) - 273.15, t, 2e-6) << t;
        // A 32-bit float keeps about seven digits of a resistance that changes by 0.4 % a degree.
        EXPECT_NEAR(
            Kernel<float>::ft_platinum(static_cast<float>(platinumMultiple(t))) - 273.15, t, 5e-3)
            << t;
    }
}

} // namespace
} // namespace fern
