#include "judge/budget.h"

#include "run/channel_run.h"
#include "scale/calibrate.h"
#include "scale/verdict.h"
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

namespace {

/// The change of the value read for a unit of relative error of one part, by a five-point stencil:
/// the scaling goes on assuming the nominal parts.
double sensitivity(const PlainChannel& c, double at, InputPart part)
{
    constexpr double h = 1e-4;
    const auto f = [&](double relative) {
        return quantityAtPin(c.input, pinVolts(withError(c.input, part, relative), at));
    };
    return (8 * (f(h) - f(-h)) - (f(2 * h) - f(-2 * h))) / (12 * h);
}

double rectangular(double a)
{
    return standardUncertainty(Distribution::Rectangular, std::fabs(a));
}

/// What is known of a count, or of a number that a device tells.
std::vector<BudgetTerm> sourceTerms(const PlainChannel& c, double step, double noiseGain)
{
    std::vector<BudgetTerm> terms;
    if (c.source.kind == SourceKind::Pulses) // one pulse, or tick, more or less
        terms.push_back({c.source.pulses.measure == PulseMeasure::Period ? "tick of the period"
                                                                         : "pulse in the gate",
            Leaf::Reading, standardUncertainty(Distribution::Triangular, step) * noiseGain, true});
    else if (step > 0)
        terms.push_back({"step of the reading", Leaf::Reading, rectangular(step / 2), true});
    if (c.accuracy > 0)
        terms.push_back({"accuracy of the source", Leaf::Sensor, rectangular(c.accuracy), false});
    if (c.source.kind == SourceKind::Receiver && c.source.receiver.gives == ReceiverGives::Speed)
        terms.push_back(
            {"scatter after smoothing", Leaf::Smooth, c.source.receiver.scatter * noiseGain, true});
    return terms;
}

/// What is known since the calibration: how far the pairs lie from its curve, and how well its
/// reference is known.
std::vector<BudgetTerm> calibrationTerms(const PlainChannel& c, double at)
{
    std::vector<BudgetTerm> terms;
    const double perUnit = std::fabs(toSi(1, c.unit) - toSi(0, c.unit));
    if (const auto fit = fitOf(*c.calibration, nominalScalingOf(c).gain))
        terms.push_back({"calibration", Leaf::Scale, fit->residualDeviation * perUnit, false});
    const double limit = c.calibration->accuracy.limitAt(fromSi(at, c.unit));
    if (limit > 0)
        terms.push_back({"reference meter", Leaf::Scale, standardOfLimit(limit) * perUnit, false});
    return terms;
}

void sum(Budget& b)
{
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
}

} // namespace

Budget budgetOf(
    const PlainChannel& c, double at, double roundingStep, std::optional<double> smoothingGain)
{
    const double lsb = countAt(c, at);
    Budget b;
    b.noiseGain = smoothingGain ? *smoothingGain : noiseGain(c.steps, inSeconds(c.sampleEvery));
    if (!c.isAnalog()) {
        b.terms = sourceTerms(c, lsb, b.noiseGain);
        b.terms.push_back({"rounding", Leaf::Text, rectangular(roundingStep / 2), false});
        sum(b);
        return b;
    }
    if (c.calibration) { // what was measured replaces what the parts promise
        b.terms = calibrationTerms(c, at);
        const std::vector<BudgetTerm> others{
            {"converter nonlinearity", Leaf::Reading, rectangular(c.nonlinearityLsb * lsb), false},
            {"converter step", Leaf::Reading, rectangular(lsb / 2), true},
            {"noise after smoothing", Leaf::Smooth, c.noiseLsb * lsb * b.noiseGain, true},
            {"rounding", Leaf::Text, rectangular(roundingStep / 2), false},
        };
        b.terms.insert(b.terms.end(), others.begin(), others.end());
        sum(b);
        return b;
    }
    const auto addPart = [&](InputPart part, Leaf leaf, double percent) {
        const auto name = nameOf(c.input, part);
        if (!name.empty())
            b.terms.push_back({std::string(name), leaf,
                rectangular(sensitivity(c, at, part) * percent / 100), false});
    };
    addPart(InputPart::Sensor, Leaf::Sensor, c.sensorTolerancePercent);
    addPart(InputPart::UpperOrFixed, Leaf::Sensor, c.resistorTolerancePercent);
    addPart(InputPart::Lower, Leaf::Sensor, c.resistorTolerancePercent);
    const std::vector<BudgetTerm> others{
        {"converter nonlinearity", Leaf::Reading, rectangular(c.nonlinearityLsb * lsb), false},
        {"converter offset", Leaf::Reading, rectangular(c.offsetLsb * lsb), false},
        {"converter step", Leaf::Reading, rectangular(lsb / 2), true},
        {"noise after smoothing", Leaf::Smooth, c.noiseLsb * lsb * b.noiseGain, true},
        {"rounding", Leaf::Text, rectangular(roundingStep / 2), false},
    };
    // A ratiometric sensor shares the reference with the converter, and its error cancels.
    if (!isRatiometric(c.input.sensor))
        b.terms.push_back({"reference", Leaf::Reading,
            rectangular(
                pinVolts(c.input, at) / pinSlope(c.input, at) * c.referenceTolerancePercent / 100),
            false});
    b.terms.insert(b.terms.end(), others.begin(), others.end());
    sum(b);
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
