#include "scale/scaling.h"

#include "base/number_text.h"

#include <algorithm>
#include <array>
#include <cassert>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

template <class Real> double curveIn(const Scaling& s, double code)
{
    using K = Kernel<Real>;
    const auto x = static_cast<Real>(code);
    const auto gain = static_cast<Real>(s.gain);
    const auto offset = static_cast<Real>(s.offset);
    if (!isResistive(s.sensor))
        return K::ft_linear(x, gain, offset);
    const auto curve = static_cast<Real>(s.curve);
    const Real multiple = K::ft_resistance(x, static_cast<Real>(s.divisor), s.sensorAbove)
        * static_cast<Real>(s.fixedOverNominal);
    return K::ft_linear(s.sensor == SensorKind::Thermistor ? K::ft_thermistor(multiple, curve)
            : s.sensor == SensorKind::Platinum             ? K::ft_platinum(multiple)
                                                           : K::ft_photoresistor(multiple, curve),
        gain, offset);
}

template <class Real> std::vector<Real> inKind(const std::vector<double>& values)
{
    return {values.begin(), values.end()};
}

template <class Real> Real tableIn(const Scaling& s, double code)
{
    std::vector<Real> codes;
    std::vector<Real> values;
    for (const auto& point : s.points) {
        codes.push_back(static_cast<Real>(point.x));
        values.push_back(static_cast<Real>(point.y));
    }
    return Kernel<Real>::ft_table(static_cast<Real>(code), codes.data(), values.data(),
        static_cast<int>(codes.size()), static_cast<int>(s.ends));
}

template <class Real> Real steinhartHartIn(const Scaling& s, Real x)
{
    using K = Kernel<Real>;
    const auto c = inKind<Real>(s.coefficients);
    return K::ft_steinhart_hart(K::ft_resistance(x, static_cast<Real>(s.divisor), s.sensorAbove)
            * static_cast<Real>(s.fixedOverNominal),
        c[0], c[1], c[2]);
}

template <class Real> Real formulaIn(const Scaling& s, Real x)
{
    const auto valueOf = [x](std::size_t /*variable*/, FormulaAsks /*asks*/) {
        return static_cast<double>(x);
    };
    if (!s.formula)
        return std::numeric_limits<Real>::quiet_NaN();
    if constexpr (sizeof(Real) == sizeof(float))
        return s.formula->valueInFloat(valueOf);
    else
        return s.formula->value(valueOf);
}

/// What a form other than a curve gives, in its own unit.
template <class Real> Real formIn(const Scaling& s, double code)
{
    const auto x = static_cast<Real>(code);
    switch (s.form) {
    case ScalingForm::Curve:
        break;
    case ScalingForm::SteinhartHart:
        return steinhartHartIn<Real>(s, x);
    case ScalingForm::Formula:
        return formulaIn<Real>(s, x);
    case ScalingForm::Polynomial: {
        const auto c = inKind<Real>(s.coefficients);
        return Kernel<Real>::ft_polynomial(x, c.data(), static_cast<int>(c.size()));
    }
    case ScalingForm::Table:
        return tableIn<Real>(s, code);
    case ScalingForm::RangeMap:
        return Kernel<Real>::ft_range_map(
            x, s.map.inLow, s.map.inHigh, s.map.outLow, s.map.outHigh);
    }
    return std::numeric_limits<Real>::quiet_NaN();
}

template <class Real> double scaledIn(const Scaling& s, double code)
{
    if (s.form == ScalingForm::Curve)
        return curveIn<Real>(s, code);
    const Real value = formIn<Real>(s, code);
    if (!convertsItsUnit(s))
        return value;
    return Kernel<Real>::ft_linear(value, static_cast<Real>(s.gain), static_cast<Real>(s.offset));
}

/// Lets the scaling give values in `to` that it gives in `from`.
void convert(Scaling& s, const Unit& from, const Unit& to)
{
    const double offset = fromSi(toSi(0, from), to);
    const double gain = fromSi(toSi(1, from), to) - offset;
    s.offset = s.offset * gain + offset;
    s.gain *= gain;
}

std::string signedText(double value)
{
    return fmt::format("{} {}", value < 0 ? "−" : "+", significantText(std::fabs(value), 7));
}

} // namespace

bool convertsItsUnit(const Scaling& s)
{
    return s.form != ScalingForm::Curve && (s.gain != 1 || s.offset != 0);
}

Scaling ofFrontEnd(Scaling thermistor, const SteinhartHart& curve, double fixedOhms)
{
    thermistor.form = ScalingForm::SteinhartHart;
    thermistor.coefficients = {curve.a, curve.b, curve.c};
    thermistor.fixedOverNominal = fixedOhms;
    return thermistor;
}

Scaling scalingOf(const ScalingSpec& spec, const Unit& unit)
{
    Scaling s;
    auto given = spec.unit.empty() ? unit : *parseUnit(spec.unit);
    switch (spec.kind) {
    case ScalingKind::FromParts:
    case ScalingKind::SteinhartHart:
        assert(false);
        break;
    case ScalingKind::Linear:
        s.gain = spec.gain;
        s.offset = spec.offset;
        break;
    case ScalingKind::Ratio:
        s.gain = spec.value / spec.per;
        break;
    case ScalingKind::TwoPoints: {
        const auto& a = spec.points.front();
        const auto& b = spec.points.back();
        s.gain = (b.y - a.y) / (b.x - a.x);
        s.offset = a.y - s.gain * a.x;
        break;
    }
    case ScalingKind::Polynomial:
        s.form = ScalingForm::Polynomial;
        s.coefficients = spec.coefficients;
        break;
    case ScalingKind::Table:
        s.form = ScalingForm::Table;
        s.points = spec.points;
        s.ends = spec.ends;
        break;
    case ScalingKind::RangeMap:
        s.form = ScalingForm::RangeMap;
        s.map = spec.map;
        break;
    case ScalingKind::Formula:
        s.form = ScalingForm::Formula;
        if (auto formula =
                Formula::parse(spec.formula, {std::string(scalingVariable)}, FormulaOf::Reading))
            s.formula = *std::move(formula);
        // One with units gives SI.
        if (s.formula) {
            const auto made = s.formula->dimension([](std::string_view) { return Dimension{}; });
            if (made && *made != Dimension{})
                given = Unit{{}, *made};
        }
        break;
    }
    if (given.name != unit.name)
        convert(s, given, unit);
    s.offset -= spec.tare;
    return s;
}

double scaledCode(const Scaling& scaling, NumberKind kind, double code)
{
    return kind == NumberKind::Float32 ? scaledIn<float>(scaling, code)
                                       : scaledIn<double>(scaling, code);
}

std::optional<double> readingFor(const Scaling& scaling, double value, double least, double most)
{
    const auto f = [&](double reading) { return scaledIn<double>(scaling, reading); };
    const double low = f(least);
    const double high = f(most);
    if (std::isnan(low) || std::isnan(high) || low == high)
        return std::nullopt;
    const bool rises = high > low;
    // A scaling that turns back has more than one answer, or one that cannot be told.
    constexpr int looks = 256;
    double before = low;
    for (int i = 1; i <= looks; ++i) {
        const double next = f(least + (most - least) * i / looks);
        if (std::isnan(next) || (rises ? next < before : next > before))
            return std::nullopt;
        before = next;
    }
    if (value < std::min(low, high) || value > std::max(low, high))
        return std::nullopt;
    // The first reading that reaches the value, and the first that passes it.
    const auto edge = [&](bool passes) {
        double a = least;
        double b = most;
        for (int i = 0; i < 200 && b - a > 1e-15 * std::max(std::fabs(a), std::fabs(b)); ++i) {
            const double middle = 0.5 * (a + b);
            const double there = f(middle);
            const bool isThere = rises ? (passes ? there > value : there >= value)
                                       : (passes ? there < value : there <= value);
            (isThere ? b : a) = middle;
        }
        return 0.5 * (a + b);
    };
    return 0.5 * (edge(false) + edge(true));
}

std::string scalingInWords(const Scaling& s, const std::string& unit)
{
    const auto name = unit.empty() ? std::string("value") : unit;
    switch (s.form) {
    case ScalingForm::Curve:
        break;
    case ScalingForm::Polynomial: {
        auto text = fmt::format("{} = {}", name, significantText(s.coefficients[0], 7));
        for (std::size_t power = 1; power < s.coefficients.size(); ++power)
            text += fmt::format(" {} × counts{}", signedText(s.coefficients[power]),
                power == 1 ? "" : fmt::format("^{}", power));
        return text;
    }
    case ScalingForm::Table:
        return fmt::format("{} from {} points, straight between them, from {} to {} counts", name,
            s.points.size(), shortestText(s.points.front().x), shortestText(s.points.back().x));
    case ScalingForm::SteinhartHart:
        return fmt::format(
            "{} by Steinhart and Hart: 1/T = {} {} × ln R {} × (ln R)^3, R from a resistor of {} "
            "ohm",
            name, significantText(s.coefficients[0], 7), signedText(s.coefficients[1]),
            signedText(s.coefficients[2]), shortestText(s.fixedOverNominal));
    case ScalingForm::Formula:
        return fmt::format("{} = {}", name, s.formula ? s.formula->text() : "");
    case ScalingForm::RangeMap:
        return fmt::format("{} … {} counts become {} … {} {} in whole numbers", s.map.inLow,
            s.map.inHigh, s.map.outLow, s.map.outHigh, name);
    }
    return fmt::format("{} = {} × counts{}", name, significantText(s.gain, 7),
        std::fabs(s.offset) <= 1e-9 * std::fabs(s.gain) ? std::string() // what rounding leaves
                                                        : " " + signedText(s.offset));
}

} // namespace fern
