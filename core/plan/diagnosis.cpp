#include "plan/diagnosis.h"

#include "run/channel_run.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <limits>

namespace fern {

namespace {

/// Where along the channel a mistake acts.
enum class Stage { Pin, Code, Value };

struct Known {
    Mistake mistake;
    Stage stage = Stage::Value;
    std::function<double(double)> change; ///< of volts, of the code, or of the shown value
};

double swapBytes(double code)
{
    const auto bits = static_cast<unsigned>(std::max(0.0, code));
    return static_cast<double>(((bits & 0xFFU) << 8U) | ((bits >> 8U) & 0xFFU));
}

std::vector<Known> knownMistakes(const PlainChannel& c)
{
    const auto factor = [](double f) { return [f](double x) { return f * x; }; };
    const double codes = std::ldexp(1.0, c.bits);
    const bool hasDivider = c.input.sensor == SensorKind::Voltage && c.input.r1 > 0;
    const double ratio = c.input.r2 / (c.input.r1 + c.input.r2);
    std::vector<Known> all{
        {{"none", "nothing is wrong in reading and scaling",
             "look at the sensor and the reference"},
            Stage::Value, factor(1)},
        {{"school", "the counts are divided by 2^N − 1 instead of 2^N", "divide by 2^N"},
            Stage::Value, factor(codes / (codes - 1))},
        {{"shifted", "the code is shifted by four bits to the left",
             "the converter is left-justified: shift by four"},
            Stage::Code, factor(16)},
        {{"shifted-back", "the code is shifted by four bits to the right", "do not shift"},
            Stage::Code, [](double code) { return std::floor(code / 16); }},
        {{"bytes", "the two bytes of the code are swapped", "read the high byte first"},
            Stage::Code, swapBytes},
        {{"gain-double", "the gain is set to half of what is computed with", "look at the gain"},
            Stage::Pin, factor(0.5)},
        {{"gain-half", "the gain is set to twice of what is computed with", "look at the gain"},
            Stage::Pin, factor(2)},
        {{"reference-5", "computed with a reference of 5 V", "measure the reference"}, Stage::Value,
            factor(5 / c.reference)},
        {{"reference-3", "computed with a reference of 3.3 V", "measure the reference"},
            Stage::Value, factor(3.3 / c.reference)},
        {{"milli", "shown a thousand times too large", "a prefix is mixed up"}, Stage::Value,
            factor(1000)},
        {{"kilo", "shown a thousand times too small", "a prefix is mixed up"}, Stage::Value,
            factor(1e-3)},
        {{"no-divider", "the divider is not in the arithmetic", "multiply by its ratio"},
            Stage::Value, factor(ratio)},
        {{"divider-twice", "the divider is in the arithmetic twice", "multiply once"}, Stage::Value,
            factor(1 / ratio)},
        {{"divider-upside-down", "the two resistors of the divider are swapped",
             "the larger one leads to the voltage that is measured"},
            Stage::Pin, factor((1 - ratio) / ratio)},
        {{"whole", "cut to a whole number", "compute in float, divide last"}, Stage::Value,
            [](double value) { return std::trunc(value); }}, // last, as it is done
    };
    std::erase_if(all, [&](const Known& k) {
        const bool isOfDivider = k.mistake.id.find("divider") != std::string::npos;
        return (isOfDivider && !hasDivider) || (k.mistake.id == "reference-5" && c.reference == 5)
            || (k.mistake.id == "reference-3" && c.reference == 3.3)
            || (k.mistake.id == "bytes" && c.bits <= 8);
    });
    return all;
}

/// What the channel would show for a true value while the mistakes act; both in its unit.
double shownWith(const PlainChannel& c, const std::vector<const Known*>& mistakes, double expected)
{
    const auto act = [&](Stage stage, double x) {
        for (const auto* known : mistakes)
            if (known->stage == stage)
                x = known->change(x);
        return x;
    };
    const double volts = act(Stage::Pin, pinVolts(c.input, toSi(expected, c.unit)));
    const double code =
        act(Stage::Code, static_cast<double>(codeOf(converterOf(c), volts, c.reference)));
    return act(Stage::Value, scaledCode(scalingOf(c), NumberKind::Float64, code));
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

std::vector<Explanation> diagnose(
    const PlainChannel& channel, const std::vector<ShownExpected>& pairs)
{
    if (!channel.isAnalog() || pairs.empty())
        return {};
    const auto all = knownMistakes(channel);
    std::vector<Explanation> found;
    const auto look = [&](const std::vector<const Known*>& mistakes) {
        Explanation e;
        for (const auto& pair : pairs) {
            const double predicted = shownWith(channel, mistakes, pair.expected);
            // One count either way, through the mistakes, is what the reading cannot tell.
            const double step = toSi(1, channel.unit) - toSi(0, channel.unit);
            const double count = countAt(channel, toSi(pair.expected, channel.unit)) / step;
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
        std::vector<const Known*> mistakes;
        for (const auto& mistake : e.mistakes)
            for (const auto& k : all)
                if (k.mistake.id == mistake.id)
                    mistakes.push_back(&k);
        return mistakes;
    };
    const auto first = known(explanations[0]);
    const auto second = known(explanations[1]);
    double best = std::numeric_limits<double>::quiet_NaN();
    double most = -1;
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
