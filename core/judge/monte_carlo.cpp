#include "judge/monte_carlo.h"

#include "base/random.h"
#include "judge/budget.h"
#include "run/channel_run.h"
#include "smooth/figures.h"

#include <algorithm>
#include <cmath>
#include <vector>

namespace fern {

namespace {

/// The deviates of one draw.
class Deviates {
public:
    Deviates(const RandomStream& stream, std::uint64_t draw)
        : m_stream(stream)
        , m_next(draw * each)
    {
    }
    double symmetric() { return m_stream.symmetric(m_next++); }
    double normal() { return m_stream.normal(m_next++); }
    /// Of standard deviation 1.
    double standard(Distribution shape)
    {
        switch (shape) {
        case Distribution::Rectangular:
            return std::sqrt(3.0) * symmetric();
        case Distribution::Triangular:
            return std::sqrt(1.5) * (symmetric() + symmetric());
        case Distribution::Normal:
            break;
        }
        return normal();
    }

private:
    static constexpr std::uint64_t each = 64; ///< more than any channel has terms
    const RandomStream& m_stream;
    std::uint64_t m_next;
};

/// The error of one draw, SI units; NaN where no reading stands for the value.
using Draw = std::function<double(Deviates& deviates)>;

/// Through the parts as a specimen may be, the converter and the scaling.
Draw throughParts(const PlainChannel& c, double at)
{
    const double lsb = countAt(c, at);
    const double lsbVolts = std::fabs(lsb * pinSlope(c.input, at));
    return [&c, at, lsb, lsbVolts, converter = converterOf(c), scaling = scalingOf(c),
               gain = noiseGain(c.steps, inSeconds(c.sampleEvery))](Deviates& d) {
        const double value = at + lsb / 2 * d.symmetric();
        auto input = c.input;
        const auto vary = [&](InputPart part, double percent) {
            input = withError(input, part, percent / 100 * d.symmetric());
        };
        vary(InputPart::Sensor, c.sensorTolerancePercent);
        vary(InputPart::UpperOrFixed, c.resistorTolerancePercent);
        vary(InputPart::Lower, c.resistorTolerancePercent);
        const double reference = c.referenceTolerancePercent / 100 * d.symmetric();
        input = withError(input, InputPart::Supply, reference);
        const double volts = pinVolts(input, value)
            + lsbVolts * (c.offsetLsb * d.symmetric() + c.nonlinearityLsb * d.symmetric());
        const auto code =
            static_cast<double>(codeOf(converter, volts, c.reference * (1 + reference)));
        // Smoothing lets so much of the noise through.
        return toSi(scaledCode(scaling, c.numberKind, code), c.unit) - value
            + lsb * c.noiseLsb * gain * d.normal();
    };
}

/// The sum of the budget's terms, each from its own distribution.
Draw ofTerms(const Budget& budget)
{
    return [budget](Deviates& d) {
        double error = 0;
        for (const auto& term : budget.terms)
            if (term.leaf != Leaf::Text)
                error += term.u * d.standard(term.shape);
        return error;
    };
}

} // namespace

Result<DrawnBudget> drawnBudget(const PlainChannel& c, double at, std::size_t draws,
    std::uint64_t seed, const DrawProgress& progress)
{
    constexpr std::size_t reported = 10'000; // draws between two reports
    const auto budget = budgetOf(c, at, 0);
    if (!budget.isKnown())
        return Error{ErrorCode::InvalidArgument, budget.missing, ""};
    const auto draw = c.isAnalog() && !c.calibration ? throughParts(c, at) : ofTerms(budget);
    const RandomStream stream(seed, c.id, "monte carlo");
    std::vector<double> errors;
    errors.reserve(draws);
    for (std::size_t i = 0; i < draws; ++i) {
        if (i % reported == 0 && !progress(static_cast<double>(i) / static_cast<double>(draws)))
            return Error{ErrorCode::InvalidArgument, "it was stopped", ""};
        Deviates deviates(stream, i);
        errors.push_back(draw(deviates));
        if (!std::isfinite(errors.back()))
            return Error{
                ErrorCode::InvalidArgument, "a sensor may end where no reading stands for it", ""};
    }
    DrawnBudget drawn{draws, at, 0, 0, 0, 0};
    const auto count = static_cast<double>(draws);
    for (const double error : errors)
        drawn.mean += error / count;
    double squares = 0;
    for (const double error : errors)
        squares += (error - drawn.mean) * (error - drawn.mean);
    drawn.standard = std::sqrt(squares / (count - 1));
    const auto quantile = [&](double share) {
        const auto place =
            errors.begin() + static_cast<std::ptrdiff_t>(share * static_cast<double>(draws - 1));
        std::nth_element(errors.begin(), place, errors.end());
        return *place;
    };
    drawn.low = quantile(0.025);
    drawn.high = quantile(0.975);
    return drawn;
}

} // namespace fern
