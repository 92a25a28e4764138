#include "plan/known_mistakes.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "run/channel_run.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

using Change = std::function<double(double)>;

Change factor(double f)
{
    return [f](double x) { return f * x; };
}

double swapBytes(double code)
{
    const auto bits = static_cast<unsigned>(std::max(0.0, code));
    return static_cast<double>(((bits & 0xFFU) << 8U) | ((bits >> 8U) & 0xFFU));
}

Fix swappedResistors(const PlainChannel& c)
{
    return {"They are wired so", [id = c.id](const Instrument& in) -> Result<Instrument> {
                const auto* channel = findById(in.channels, id);
                if (channel == nullptr)
                    return Error{ErrorCode::NotFound, "the channel is gone", ""};
                auto frontEnd = channel->frontEnd;
                std::swap(frontEnd.r1, frontEnd.r2);
                return withFrontEnd(in, id, frontEnd);
            }};
}

/// Sets another range of the converter, if it has that one.
std::optional<Fix> otherRange(const PlainChannel& c, double volts)
{
    const auto found = std::find_if(c.ranges.begin(), c.ranges.end(),
        [&](double range) { return std::fabs(range - volts) < 1e-6 * volts; });
    if (found == c.ranges.end())
        return std::nullopt;
    return Fix{fmt::format("The range is {} V", shortestText(*found)),
        [id = c.id, range = *found](const Instrument& in) {
            return withSourceRange(in, id, {range, "V"});
        }};
}

Fix otherPulses(const PlainChannel& c, double times, std::string label)
{
    auto source = c.source;
    source.pulses.perUnit *= times;
    return {std::move(label),
        [id = c.id, source](const Instrument& in) { return withSource(in, id, source); }};
}

void addOfConverter(std::vector<KnownMistake>& all, const PlainChannel& c)
{
    using enum MistakeStage;
    const double codes = std::ldexp(1.0, c.bits);
    all.push_back({{"school", "the counts are divided by 2^N − 1 instead of 2^N", "divide by 2^N",
                       std::nullopt},
        Value, factor(codes / (codes - 1))});
    all.push_back({{"shifted", "the code is shifted by four bits to the left",
                       "the converter is left-justified: shift by four", std::nullopt},
        Code, factor(16)});
    all.push_back({{"shifted-back", "the code is shifted by four bits to the right", "do not shift",
                       std::nullopt},
        Code, [](double code) { return std::floor(code / 16); }});
    if (c.bits > 8)
        all.push_back({{"bytes", "the two bytes of the code are swapped",
                           "read the high byte first", std::nullopt},
            Code, swapBytes});
    all.push_back({{"gain-double", "the gain is set to half of what is computed with",
                       "look at the gain", otherRange(c, 2 * c.reference)},
        Pin, factor(0.5)});
    all.push_back({{"gain-half", "the gain is set to twice of what is computed with",
                       "look at the gain", otherRange(c, c.reference / 2)},
        Pin, factor(2)});
    for (const double reference : {5.0, 3.3})
        if (c.reference != reference)
            all.push_back({{reference == 5 ? "reference-5" : "reference-3",
                               fmt::format("computed with a reference of {} V", reference),
                               "measure the reference", std::nullopt},
                Value, factor(reference / c.reference)});
    if (c.input.sensor != SensorKind::Voltage || c.input.r1 <= 0)
        return;
    const double ratio = c.input.r2 / (c.input.r1 + c.input.r2);
    all.push_back({{"no-divider", "the divider is not in the arithmetic", "multiply by its ratio",
                       std::nullopt},
        Value, factor(ratio)});
    all.push_back(
        {{"divider-twice", "the divider is in the arithmetic twice", "multiply once", std::nullopt},
            Value, factor(1 / ratio)});
    all.push_back({{"divider-upside-down", "the two resistors of the divider are swapped",
                       "the larger one leads to the voltage that is measured", swappedResistors(c)},
        Pin, factor((1 - ratio) / ratio)});
}

void addOfPulses(std::vector<KnownMistake>& all, const PlainChannel& c)
{
    using enum MistakeStage;
    all.push_back(
        {{"each-change", "each change of the level counts, not each pulse",
             "count rising edges only", otherPulses(c, 2, "Each change counts on purpose")},
            Value, factor(2)});
    all.push_back({{"every-second", "only every second pulse counts",
                       "look at the debounce and at the edge that counts",
                       otherPulses(c, 0.5, "Half as many pulses for one unit")},
        Value, factor(0.5)});
    all.push_back({{"per-minute", "counted in a minute, computed as in a second",
                       "divide by the seconds of the gate", std::nullopt},
        Value, factor(60)});
    all.push_back({{"per-second", "counted in a second, computed as in a minute", "multiply by 60",
                       std::nullopt},
        Value, factor(1.0 / 60)});
}

/// Another unit of the same thing behind the same number.
void addUnits(std::vector<KnownMistake>& all, const PlainChannel& c)
{
    for (const auto& name : usualUnits(c.unit)) {
        const auto other = *parseUnit(name);
        const double ratio =
            (toSi(1, c.unit) - toSi(0, c.unit)) / (toSi(1, other) - toSi(0, other));
        const double powers = std::log10(ratio) / 3;
        const bool isPrefix =
            std::fabs(powers - std::round(powers)) < 1e-9 && fromSi(0, other) == fromSi(0, c.unit);
        if (!isPrefix) // a prefix is told as one
            all.push_back({{"in-" + name, fmt::format("the number is in {}", prettyUnit(name)),
                               fmt::format("convert it to {}", prettyUnit(c.unit.name)),
                               std::nullopt},
                MistakeStage::Value,
                [own = c.unit, other](double value) { return fromSi(toSi(value, own), other); }});
    }
}

} // namespace

std::vector<KnownMistake> knownMistakes(const PlainChannel& c)
{
    using enum MistakeStage;
    std::vector<KnownMistake> all{{{"none", "nothing is wrong in reading and scaling",
                                       "look at the sensor and the reference", std::nullopt},
        Value, factor(1)}};
    if (c.isAnalog())
        addOfConverter(all, c);
    else if (c.source.kind == SourceKind::Pulses)
        addOfPulses(all, c);
    else if (c.source.kind == SourceKind::Clock)
        for (const double hours : {1.0, -1.0})
            all.push_back({{hours > 0 ? "hour-more" : "hour-less",
                               hours > 0 ? "summer time is added though it is winter, or twice"
                                         : "summer time is not added",
                               "name the time zone's rule", std::nullopt},
                Value, [=](double seconds) { return seconds + hours * 3600; }});
    addUnits(all, c);
    all.push_back(
        {{"milli", "shown a thousand times too large", "a prefix is mixed up", std::nullopt}, Value,
            factor(1000)});
    all.push_back(
        {{"kilo", "shown a thousand times too small", "a prefix is mixed up", std::nullopt}, Value,
            factor(1e-3)});
    // Last, as it is done.
    all.push_back(
        {{"whole", "cut to a whole number", "compute in float, divide last", std::nullopt}, Value,
            [](double value) { return std::trunc(value); }});
    return all;
}

} // namespace fern
