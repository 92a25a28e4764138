#include "reading/spectrum.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>
#include <numbers>
#include <vector>

namespace fern {
namespace {

// A sine of amplitude 2 that begins in the middle: of seven half-overlapping segments of 64 three
// hold it whole, one by half, three not at all. A mean of squares of amplitudes keeps that.
TEST(AveragedSpectrum, TakesItsSegmentsFromTheWholeSeries)
{
    constexpr std::size_t count = 256;
    constexpr double every = 0.01;
    std::vector<double> samples(count);
    for (std::size_t i = count / 2; i < count; ++i)
        samples[i] = 2 * std::sin(2 * std::numbers::pi * 12.5 * every * static_cast<double>(i));
    const auto highestFrom = [&](std::size_t from) {
        const auto lines = averagedSpectrum(std::span(samples).subspan(from), every, 64, count);
        const auto highest = std::max_element(lines.begin(), lines.end(),
            [](const SpectrumLine& a, const SpectrumLine& b) { return a.amplitude < b.amplitude; });
        EXPECT_NEAR(highest->hertz, 12.5, 1e-9);
        return highest->amplitude;
    };
    EXPECT_NEAR(highestFrom(count / 2), 2, 0.01);
    const double whole = highestFrom(0);
    EXPECT_GT(whole, 2 * std::sqrt(3.0 / 7));
    EXPECT_LT(whole, 2 * std::sqrt(4.0 / 7));
}

} // namespace
} // namespace fern
