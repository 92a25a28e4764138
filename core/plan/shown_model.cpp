#include "plan/shown_model.h"

#include "judge/budget.h"
#include "run/channel_run.h"
#include "smooth/figures.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace fern {

namespace {

constexpr double reach = 3; ///< standard deviations of the factor that are looked at
constexpr double hair = 1 + 1e-9; ///< of rounding, at the edge of a digit

/// The standard deviation of what the parts' tolerances do to a value, relative to it.
double spreadOf(const PlainChannel& c)
{
    if (!c.isAnalog())
        return 0;
    if (c.calibration)
        return 0.001; // what is left of it after a calibration
    const auto budget = budgetOf(c, c.to, 0);
    double squares = 0;
    for (const auto& term : budget.terms)
        if (term.leaf == Leaf::Sensor || term.name == "reference")
            squares += term.u * term.u;
    const double slope = pinVolts(c.input, c.to) / pinSlope(c.input, c.to); // per unit of factor
    const double relative = std::sqrt(squares) / std::fabs(slope);
    constexpr double most = 0.2;
    return std::isfinite(relative) ? std::min(most, relative) : 0;
}

bool isSmooth(const Mistakes& mistakes)
{
    return std::all_of(
        mistakes.begin(), mistakes.end(), [](const KnownMistake* m) { return m->isSmooth; });
}

double off(double shown, const ShownExpected& pair)
{
    return std::fabs(shown - pair.shown) / pair.digit;
}

} // namespace

ShownModel::ShownModel(const PlainChannel& channel)
    : m_channel(channel)
    , m_converter(converterOf(channel))
    , m_scaling(scalingOf(channel))
    , m_spread(spreadOf(channel))
    , m_codes(channel.isAnalog() ? std::max(1.0,
                  std::ceil(2 * channel.noiseLsb * m_converter.stepCodes()
                      * noiseGain(channel.steps, inSeconds(channel.sampleEvery))))
                                 : 1)
{
}

double ShownModel::codeWorth(double expected) const
{
    const double worth =
        differenceFromSi(countAt(m_channel, toSi(expected, m_channel.unit)), m_channel.unit);
    return std::isfinite(worth) ? worth : 0;
}

double ShownModel::shown(
    const Mistakes& mistakes, double expected, double factor, double codes) const
{
    const auto act = [&](MistakeStage stage, double x) {
        for (const auto* known : mistakes)
            if (known->stage == stage)
                x = known->change(x);
        return x;
    };
    if (!m_channel.isAnalog())
        return act(MistakeStage::Value, expected + codes * codeWorth(expected));
    const double volts =
        act(MistakeStage::Pin, factor * pinVolts(m_channel.input, toSi(expected, m_channel.unit)));
    const double lsb = voltsOf(m_converter, m_converter.stepCodes(), m_channel.reference);
    const double step = static_cast<double>(m_converter.stepCodes());
    // A code is whole; where nothing depends on that, the smoothed one is not.
    double code = isSmooth(mistakes)
        ? (volts / lsb - 0.5) * step
        : static_cast<double>(codeOf(m_converter, volts, m_channel.reference));
    code = std::clamp(code + codes * step, static_cast<double>(m_converter.bottomCode()),
        static_cast<double>(m_converter.topCode()));
    code = act(MistakeStage::Code, code);
    const auto scale = std::find_if(mistakes.begin(), mistakes.end(),
        [](const KnownMistake* m) { return m->stage == MistakeStage::Scale; });
    return act(MistakeStage::Value,
        scale == mistakes.end() ? scaledCode(m_scaling, NumberKind::Float64, code)
                                : (*scale)->change(code));
}

/// The factors that are looked at, near enough to each other that no digit is passed over.
std::vector<double> ShownModel::factorsFor(const std::vector<ShownExpected>& pairs) const
{
    constexpr double fewest = 25;
    constexpr double most = 301;
    if (m_spread <= 0)
        return {1};
    double finest = 0;
    for (const auto& pair : pairs)
        finest = std::max(finest, std::fabs(pair.shown) / (pair.digit / 2));
    const auto count =
        static_cast<int>(std::clamp(2 * reach * m_spread * finest, fewest, most)) | 1;
    std::vector<double> factors;
    factors.reserve(static_cast<std::size_t>(count));
    for (int i = 0; i < count; ++i)
        factors.push_back(1 + m_spread * reach * (2.0 * i / (count - 1) - 1));
    return factors;
}

/// Whether any factor and code can show it: what changes smoothly lies between its ends.
bool ShownModel::isWithin(const Mistakes& mistakes, const ShownExpected& pair) const
{
    if (!isSmooth(mistakes))
        return true;
    double least = std::numeric_limits<double>::infinity();
    double most = -least;
    for (const double side : {-1.0, 1.0})
        for (const double codes : {-m_codes, m_codes}) {
            const double x = shown(mistakes, pair.expected, 1 + side * reach * m_spread, codes);
            least = std::min(least, x);
            most = std::max(most, x);
        }
    return pair.shown >= least - pair.digit / 2 * hair
        && pair.shown <= most + pair.digit / 2 * hair;
}

double ShownModel::probability(
    const Mistakes& mistakes, const ShownExpected& pair, double factor) const
{
    const double low = pair.shown - pair.digit / 2 * hair;
    const double high = pair.shown + pair.digit / 2 * hair;
    if (isSmooth(mistakes)) { // the share of what the codes spread over that the digit holds
        const double a = shown(mistakes, pair.expected, factor, -m_codes);
        const double b = shown(mistakes, pair.expected, factor, m_codes);
        if (std::isnan(a) || std::isnan(b))
            return 0; // a code that the sensor never gives
        const auto [least, most] = std::minmax(a, b);
        const double held = std::min(high, most) - std::max(low, least);
        if (held < 0)
            return 0;
        return most > least ? held / (most - least) : 1;
    }
    int hits = 0;
    int looks = 0;
    for (double codes = -m_codes; codes <= m_codes; ++codes) {
        const double x = shown(mistakes, pair.expected, factor, codes);
        hits += x >= low && x <= high;
        ++looks;
    }
    return static_cast<double>(hits) / looks;
}

double ShownModel::likelihood(
    const Mistakes& mistakes, const std::vector<ShownExpected>& pairs) const
{
    if (!std::all_of(pairs.begin(), pairs.end(),
            [&](const ShownExpected& pair) { return isWithin(mistakes, pair); }))
        return 0;
    double sum = 0;
    double weights = 0;
    for (const double factor : factorsFor(pairs)) {
        const double deviations = m_spread > 0 ? (factor - 1) / m_spread : 0;
        const double weight = std::exp(-deviations * deviations / 2);
        weights += weight;
        double product = weight;
        for (const auto& pair : pairs) {
            product *= probability(mistakes, pair, factor);
            if (product == 0)
                break;
        }
        sum += product;
    }
    return sum / weights;
}

double ShownModel::missedBy(const Mistakes& mistakes, const std::vector<ShownExpected>& pairs) const
{
    double least = std::numeric_limits<double>::infinity();
    for (const double factor : factorsFor(pairs)) {
        double worst = 0;
        for (const auto& pair : pairs) {
            const double missed = off(shown(mistakes, pair.expected, factor), pair);
            worst = std::isnan(missed) ? std::numeric_limits<double>::infinity()
                                       : std::max(worst, missed);
        }
        if (worst < least)
            least = worst;
    }
    return least;
}

} // namespace fern
