#include "judge/budget.h"

#include "run/channel_run.h"
#include "scale/calibrate.h"
#include "scale/uncertainty.h"
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

/// Standard uncertainty of what a satellite receiver tells of a place, in SI units: some 3 m along
/// the ground and twice that in height, under open sky (common practice). It wanders for minutes,
/// so no smoothing takes it out. 0 of what is no place.
double placeScatter(const PlainChannel& c)
{
    constexpr double metres = 3;
    constexpr double earthRadius = 6371e3; // IUGG mean
    if (c.source.kind != SourceKind::Receiver)
        return 0;
    switch (c.source.receiver.gives) {
    case ReceiverGives::Latitude:
    case ReceiverGives::Longitude:
        return metres / earthRadius;
    case ReceiverGives::Altitude:
        return 2 * metres;
    case ReceiverGives::Speed:
    case ReceiverGives::Course:
    case ReceiverGives::Satellites:
        break;
    }
    return 0;
}

/// Half of what the number kind can tell apart at a value, SI units.
double numberHalfStep(const PlainChannel& c, double value)
{
    if (c.numberKind != NumberKind::Float32)
        return 0;
    const auto inUnit = std::fabs(static_cast<float>(fromSi(value, c.unit)));
    const double step = static_cast<double>(std::nextafter(inUnit, 2 * inUnit + 1)) - inUnit;
    return differenceToSi(step / 2, c.unit);
}

/// What is known of a count, or of a number that a device tells, beside whether it is right.
std::vector<BudgetTerm> sourceTerms(const PlainChannel& c, double step, double noiseGain)
{
    std::vector<BudgetTerm> terms;
    if (c.source.kind == SourceKind::Pulses) // one pulse, or tick, more or less
        terms.push_back({c.source.pulses.measure == PulseMeasure::Period ? "tick of the period"
                                                                         : "pulse in the gate",
            Leaf::Reading, standardUncertainty(Distribution::Triangular, step) * noiseGain, true,
            Distribution::Triangular});
    else if (step > 0)
        terms.push_back({"step of the reading", Leaf::Reading, rectangular(step / 2), true});
    if (c.source.kind == SourceKind::Receiver && c.source.receiver.gives == ReceiverGives::Speed)
        terms.push_back({"scatter after smoothing", Leaf::Smooth, c.device->fix.scatter * noiseGain,
            true, Distribution::Normal});
    return terms;
}

std::vector<BudgetTerm> converterTerms(const PlainChannel& c, double lsb, double noiseGain)
{
    return {{"converter nonlinearity", Leaf::Reading, rectangular(c.nonlinearityLsb * lsb), false},
        {"converter step", Leaf::Reading, rectangular(lsb / 2), true},
        {"noise after smoothing", Leaf::Smooth, c.noiseLsb * lsb * noiseGain, true,
            Distribution::Normal}};
}

/// What the parts promise: their tolerances, and the reference's and the converter's offset.
std::vector<BudgetTerm> partTerms(const PlainChannel& c, double at, double lsb)
{
    std::vector<BudgetTerm> terms;
    const auto addPart = [&](InputPart part, double percent) {
        const auto name = nameOf(c.input, part);
        if (!name.empty())
            terms.push_back({std::string(name), Leaf::Sensor,
                rectangular(sensitivity(c, at, part) * percent / 100), false});
    };
    addPart(InputPart::Sensor, c.sensorTolerancePercent);
    addPart(InputPart::UpperOrFixed, c.resistorTolerancePercent);
    addPart(InputPart::Lower, c.resistorTolerancePercent);
    // A ratiometric sensor shares the reference with the converter, and its error cancels.
    if (!isRatiometric(c.input))
        terms.push_back({"reference", Leaf::Reading,
            rectangular(
                pinVolts(c.input, at) / pinSlope(c.input, at) * c.referenceTolerancePercent / 100),
            false});
    terms.push_back({"converter offset", Leaf::Reading, rectangular(c.offsetLsb * lsb), false});
    return terms;
}

/// What makes the budget of a channel anywhere: its smoothing's noise gain and the claims of its
/// calibration.
class Account {
public:
    Account(const PlainChannel& channel, std::optional<double> smoothingGain)
        : m_channel(channel)
        , m_noiseGain(smoothingGain ? *smoothingGain
                                    : noiseGain(channel.steps, inSeconds(channel.sampleEvery)))
    {
        if (!channel.calibration)
            return;
        auto fit = fitOf(*channel.calibration, nominalScalingOf(channel).gain);
        if (fit)
            m_claims.emplace(
                *std::move(fit), usedPairs(*channel.calibration), channel.calibration->accuracy);
        m_readings = readingsOf(channel);
    }

    Budget at(double value, double roundingStep) const
    {
        const auto& c = m_channel;
        const double lsb = countAt(c, value);
        Budget b;
        b.at = value;
        if (m_claims)
            addClaims(b, value);
        else if (c.calibration)
            b.missing = "no curve goes through the pairs of the calibration";
        else if (c.isAnalog())
            b.terms = partTerms(c, value, lsb);
        else if (c.accuracy > 0)
            b.terms = {{"accuracy of the source", Leaf::Sensor, rectangular(c.accuracy), false}};
        else if (const double u = placeScatter(c); u > 0)
            b.terms = {{"scatter of the receiver", Leaf::Sensor, u, false, Distribution::Normal}};
        else if (isTold(c.source.kind) || !c.madeOf.empty()) // a setting is what it says
            b.missing = "how far the source may be off is not told";
        const auto more =
            c.isAnalog() ? converterTerms(c, lsb, m_noiseGain) : sourceTerms(c, lsb, m_noiseGain);
        b.terms.insert(b.terms.end(), more.begin(), more.end());
        addNumberKind(b, numberHalfStep(c, value));
        b.terms.push_back({"rounding", Leaf::Text, rectangular(roundingStep / 2), false});
        sum(b);
        return b;
    }

private:
    /// What was measured stands for what the parts promise.
    void addClaims(Budget& b, double value) const
    {
        b.missing = m_claims->missing();
        if (!b.missing.empty())
            return;
        const double inUnit = fromSi(value, m_channel.unit);
        const auto reading =
            readingFor(scalingOf(m_channel), inUnit, m_readings.least, m_readings.most);
        const auto claim = m_claims->at(reading.value_or(nominalReading(m_channel, value)));
        if (std::isnan(claim.total())) {
            b.missing = "the wished range goes beyond the table";
            return;
        }
        const auto standard = [&](double half) { return differenceToSi(half / 2, m_channel.unit); };
        b.terms.push_back(
            {"calibration", Leaf::Scale, standard(claim.curve), false, Distribution::Normal});
        if (claim.reference > 0)
            b.terms.push_back({"reference meter", Leaf::Scale, standard(claim.reference), false,
                Distribution::Normal});
    }

    /// A float that tells apart far less than the rest is not worth a line.
    static void addNumberKind(Budget& b, double halfStep)
    {
        constexpr double worthTelling = 0.05;
        const auto* most = b.largest();
        if (const double u = rectangular(halfStep); most != nullptr && u > worthTelling * most->u)
            b.terms.push_back({"32-bit float", Leaf::Scale, u, true});
    }

    static void sum(Budget& b)
    {
        std::vector<double> accuracy;
        std::vector<double> repeatability;
        for (const auto& term : b.terms) {
            if (term.leaf != Leaf::Text)
                accuracy.push_back(term.u);
            if (term.repeats)
                repeatability.push_back(term.u);
        }
        b.accuracy = b.isKnown() ? combined(accuracy) : notThere;
        b.repeatability = combined(repeatability);
    }

    const PlainChannel& m_channel;
    double m_noiseGain;
    std::optional<CurveClaims> m_claims;
    ReadingRange m_readings;
};

} // namespace

const BudgetTerm* Budget::largest() const
{
    const BudgetTerm* most = nullptr;
    for (const auto& term : terms)
        if (term.leaf != Leaf::Text && (most == nullptr || term.u > most->u))
            most = &term;
    return most;
}

Budget budgetOf(
    const PlainChannel& c, double at, double roundingStep, std::optional<double> smoothingGain)
{
    return Account(c, smoothingGain).at(at, roundingStep);
}

Budget worstBudget(const PlainChannel& c, double roundingStep, std::optional<double> smoothingGain)
{
    constexpr int places = 20; // between the ends; what bends, bends slowly
    const Account account(c, smoothingGain);
    // A sensor has no slope where it ends; what is uncertain without end is told by the range.
    auto worst = account.at(c.to, roundingStep);
    for (int i = 0; i < places && worst.isKnown(); ++i) {
        auto budget = account.at(c.from + (c.to - c.from) * i / places, roundingStep);
        if (!budget.isKnown() || !std::isfinite(worst.accuracy)
            || (std::isfinite(budget.accuracy) && budget.accuracy > worst.accuracy))
            worst = std::move(budget);
    }
    return worst;
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
