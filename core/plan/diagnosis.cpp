#include "plan/diagnosis.h"

#include "base/number_text.h"
#include "instrument/calibration_edits.h"
#include "plan/known_mistakes.h"
#include "run/channel_run.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>

#include <fmt/format.h>

namespace fern {

namespace {

/// What the channel would show for a true value while the mistakes act; both in its unit.
double shownWith(
    const PlainChannel& c, const std::vector<const KnownMistake*>& mistakes, double expected)
{
    const auto act = [&](MistakeStage stage, double x) {
        for (const auto* known : mistakes)
            if (known->stage == stage)
                x = known->change(x);
        return x;
    };
    if (!c.isAnalog())
        return act(MistakeStage::Value, expected);
    const double volts = act(MistakeStage::Pin, pinVolts(c.input, toSi(expected, c.unit)));
    const double code =
        act(MistakeStage::Code, static_cast<double>(codeOf(converterOf(c), volts, c.reference)));
    return act(MistakeStage::Value, scaledCode(scalingOf(c), NumberKind::Float64, code));
}

/// What the file scales with, from then on another factor.
Fix withFactor(const PlainChannel& c, double factor)
{
    auto spec = c.scaling;
    if (spec.kind == ScalingKind::FromParts) {
        const auto nominal = nominalScalingOf(c);
        spec = {};
        spec.kind = ScalingKind::Linear;
        spec.gain = nominal.gain;
        spec.offset = nominal.offset;
    }
    spec.gain *= factor;
    spec.offset *= factor;
    spec.calibration.clear();
    return {"Correct the factor",
        [id = c.id, spec](const Instrument& in) { return withScaling(in, id, spec); }};
}

Fix withTare(const PlainChannel& c, double tare)
{
    auto spec = c.scaling;
    spec.tare += tare;
    spec.calibration.clear();
    return {"Take it off as tare",
        [id = c.id, spec](const Instrument& in) { return withScaling(in, id, spec); }};
}

/// One factor, or one constant, that brings every expected value within half a digit of what is
/// shown; of a single pair any would.
std::vector<Explanation> fitted(const PlainChannel& c, const std::vector<ShownExpected>& pairs)
{
    std::vector<Explanation> found;
    const auto add = [&](Mistake mistake, const std::function<double(double)>& change) {
        Explanation e;
        for (const auto& pair : pairs) {
            e.predicted.push_back(change(pair.expected));
            e.worst = std::max(e.worst, std::fabs(pair.shown - e.predicted.back()) / pair.digit);
        }
        constexpr double shownDigit = 1; // either end of the digit, and the fit's own
        if (e.worst > shownDigit)
            return;
        e.mistakes.push_back(std::move(mistake));
        found.push_back(std::move(e));
    };
    if (pairs.size() < 2)
        return found;
    double products = 0;
    double squares = 0;
    double differences = 0;
    for (const auto& pair : pairs) {
        products += pair.shown * pair.expected;
        squares += pair.expected * pair.expected;
        differences += pair.shown - pair.expected;
    }
    const bool isLinear = c.scaling.kind == ScalingKind::FromParts
        ? nominalScalingOf(c).form == ScalingForm::Curve && !isResistive(c.input.sensor)
        : c.scaling.kind == ScalingKind::Linear;
    const double factor = products / squares;
    if (squares > 0 && factor > 0)
        add({"factor",
                fmt::format("everything is {} times what it should be", significantText(factor, 4)),
                "a resistor, the reference or the factor is another one: calibrate, or correct it",
                isLinear ? std::optional(withFactor(c, 1 / factor)) : std::nullopt},
            [=](double expected) { return factor * expected; });
    const double constant = differences / static_cast<double>(pairs.size());
    add({"constant",
            fmt::format("{} {} everywhere", significantText(std::fabs(constant), 3),
                constant > 0 ? "too much" : "too little"),
            "there is no tare, or an offset is missing", withTare(c, constant)},
        [=](double expected) { return expected + constant; });
    return found;
}

} // namespace

double lastDigit(std::string_view number)
{
    const auto point = number.find('.');
    double digit = 1;
    if (point != std::string_view::npos)
        for (auto i = point + 1; i < number.size() && number[i] >= '0' && number[i] <= '9'; ++i)
            digit /= 10;
    return digit;
}

bool canDiagnose(const PlainChannel& channel)
{
    return channel.isAnalog()
        || !(isConverted(channel.source.kind) || givesCodes(channel.source.kind));
}

std::vector<Explanation> diagnose(
    const PlainChannel& channel, const std::vector<ShownExpected>& pairs)
{
    if (!canDiagnose(channel) || pairs.empty())
        return {};
    const auto all = knownMistakes(channel);
    std::vector<Explanation> found;
    const auto look = [&](const std::vector<const KnownMistake*>& mistakes) {
        Explanation e;
        for (const auto& pair : pairs) {
            const double predicted = shownWith(channel, mistakes, pair.expected);
            // One count either way, through the mistakes, is what the reading cannot tell.
            const double step = toSi(1, channel.unit) - toSi(0, channel.unit);
            const double counts = countAt(channel, toSi(pair.expected, channel.unit)) / step;
            const double count = std::isfinite(counts) ? counts : 0;
            const double around =
                std::max(std::fabs(shownWith(channel, mistakes, pair.expected + count) - predicted),
                    std::fabs(shownWith(channel, mistakes, pair.expected - count) - predicted));
            const double digit = pair.digit;
            const double off = std::fabs(pair.shown - predicted);
            if (!(off <= digit / 2 * (1 + 1e-9) + around))
                return;
            e.worst = std::max(e.worst, off / digit);
            e.predicted.push_back(predicted);
        }
        for (const auto* known : mistakes)
            e.mistakes.push_back(known->mistake);
        found.push_back(std::move(e));
    };
    for (std::size_t i = 0; i < all.size(); ++i)
        look({&all[i]});
    // Two together only where neither alone, nor nothing, explains it.
    if (found.empty())
        for (std::size_t i = 1; i < all.size(); ++i)
            for (std::size_t k = i + 1; k < all.size(); ++k)
                look({&all[i], &all[k]});
    if (found.empty())
        found = fitted(channel, pairs);
    std::stable_sort(found.begin(), found.end(),
        [](const Explanation& a, const Explanation& b) { return a.worst < b.worst; });
    return found;
}

double tellApart(const PlainChannel& channel, const std::vector<Explanation>& explanations)
{
    if (explanations.size() < 2)
        return std::numeric_limits<double>::quiet_NaN();
    const auto all = knownMistakes(channel);
    const auto known = [&](const Explanation& e) {
        std::vector<const KnownMistake*> mistakes;
        for (const auto& mistake : e.mistakes)
            for (const auto& k : all)
                if (k.mistake.id == mistake.id)
                    mistakes.push_back(&k);
        return mistakes;
    };
    const auto first = known(explanations[0]);
    const auto second = known(explanations[1]);
    if (first.empty() || second.empty())
        return std::numeric_limits<double>::quiet_NaN();
    double best = std::numeric_limits<double>::quiet_NaN();
    double most = 0;
    constexpr int steps = 50;
    for (int i = 0; i <= steps; ++i) {
        const double at =
            fromSi(channel.from + (channel.to - channel.from) * i / steps, channel.unit);
        const double gap =
            std::fabs(shownWith(channel, first, at) - shownWith(channel, second, at));
        if (gap > most) {
            most = gap;
            best = at;
        }
    }
    return best;
}

} // namespace fern
