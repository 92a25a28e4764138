#include "judge/budget.h"

#include "parts/divider.h"
#include "run/channel_run.h"
#include "smooth/figures.h"

#include <cmath>

#include <fmt/format.h>

namespace fern {

double standardUncertainty(Distribution distribution, double a)
{
    switch (distribution) {
    case Distribution::Rectangular:
        return a / std::sqrt(3.0);
    case Distribution::Triangular:
        return a / std::sqrt(6.0);
    case Distribution::Normal:
        break;
    }
    return a;
}

double combined(const std::vector<double>& contributions)
{
    double squares = 0;
    for (const double u : contributions)
        squares += u * u;
    return std::sqrt(squares);
}

Budget budgetOf(const PlainChannel& c, double at, double roundingStep)
{
    const auto rectangular = [](double a) {
        return standardUncertainty(Distribution::Rectangular, std::fabs(a));
    };
    const double pin = at * dividerRatio(c.r1, c.r2);
    const double lsb = scalingOf(c).gain; // one count in the channel's unit
    const double tolerance = c.resistorTolerancePercent / 100;
    // V = pin · (r1 + r2)/r2, so ∂V/∂r1 = pin/r2 and ∂V/∂r2 = −pin · r1/r2².
    const double fromR1 = pin / c.r2 * (c.r1 * tolerance);
    const double fromR2 = pin * c.r1 / (c.r2 * c.r2) * (c.r2 * tolerance);
    Budget b;
    b.noiseGain = noiseGain(c.steps, inSeconds(c.sampleEvery));
    b.terms = {
        {"divider resistor r1", Leaf::Sensor, rectangular(fromR1), false},
        {"divider resistor r2", Leaf::Sensor, rectangular(fromR2), false},
        {"reference", Leaf::Reading, rectangular(at * c.referenceTolerancePercent / 100), false},
        {"converter nonlinearity", Leaf::Reading, rectangular(c.nonlinearityLsb * lsb), false},
        {"converter offset", Leaf::Reading, rectangular(c.offsetLsb * lsb), false},
        {"converter step", Leaf::Reading, rectangular(lsb / 2), true},
        {"noise after smoothing", Leaf::Smooth, c.noiseLsb * lsb * b.noiseGain, true},
        {"rounding", Leaf::Text, rectangular(roundingStep / 2), false},
    };
    std::vector<double> accuracy;
    std::vector<double> repeatability;
    for (const auto& term : b.terms) {
        if (term.leaf != Leaf::Text)
            accuracy.push_back(term.u);
        if (term.repeats)
            repeatability.push_back(term.u);
    }
    b.accuracy = combined(accuracy);
    b.repeatability = combined(repeatability);
    return b;
}

std::vector<double> leafShares(const Budget& budget)
{
    std::vector<double> shares(leafCount);
    double sum = 0;
    for (const auto& term : budget.terms) {
        shares[static_cast<std::size_t>(term.leaf)] += term.u * term.u;
        sum += term.u * term.u;
    }
    for (double& share : shares)
        share = sum > 0 ? share / sum : 0;
    return shares;
}

int honestDecimals(double u)
{
    int decimals = 0;
    double step = 1;
    // A hair of tolerance, so that u = 0.1 V written in binary still leaves one decimal.
    while (decimals < 9 && step / 10 >= u * (1 - 1e-12)) {
        step /= 10;
        ++decimals;
    }
    return decimals;
}

} // namespace fern
