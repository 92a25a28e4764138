#include "plan/known_mistakes.h"

#include "base/number_text.h"
#include "base/time_zone.h"
#include "instrument/edits.h"
#include "run/channel_run.h"

#include <algorithm>
#include <cmath>
#include <cstdlib>
#include <numbers>

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

/// A mistake that no change of the file mends.
KnownMistake plain(std::string id, std::string words, std::string remedy, MistakeStage stage,
    Change change, double weight = commonMistake)
{
    return {{std::move(id), std::move(words), std::move(remedy), std::nullopt}, stage,
        std::move(change), weight};
}

/// Shifted to the left a code only grows; to the right, and with its bytes swapped, it jumps.
void addOfRegisters(std::vector<KnownMistake>& all, const PlainChannel& c)
{
    using enum MistakeStage;
    for (const int bits : {4, 6}) {
        const double times = std::ldexp(1.0, bits);
        const auto words = bits == 4 ? "four" : "six";
        const double weight = bits == 4 ? commonMistake : rareMistake;
        all.push_back(plain(bits == 4 ? "shifted" : "shifted-6",
            fmt::format("the code is shifted by {} bits to the left", words),
            fmt::format("the converter is left-justified: shift by {}", words), Code, factor(times),
            weight));
        all.push_back(plain(
            bits == 4 ? "shifted-back" : "shifted-back-6",
            fmt::format("the code is shifted by {} bits to the right", words), "do not shift", Code,
            [times](double code) { return std::floor(code / times); }, weight));
        all.back().isSmooth = false;
    }
    if (c.bits <= 8)
        return;
    all.push_back(plain("bytes", "the two bytes of the code are swapped",
        "read the high byte first", Code, swapBytes));
    all.back().isSmooth = false;
}

/// The gain is another one than is computed with.
void addGains(std::vector<KnownMistake>& all, const PlainChannel& c)
{
    struct Gain {
        const char* id;
        double times; ///< set over computed
        const char* words;
        double weight;
    };
    for (const auto& gain :
        {Gain{"gain-double", 0.5, "half", commonMistake}, {"gain-half", 2, "twice", commonMistake},
            {"gain-quarter", 4, "four times", rareMistake},
            {"gain-four", 0.25, "a quarter", rareMistake},
            {"gain-eighth", 8, "eight times", rareMistake},
            {"gain-eight", 0.125, "an eighth", rareMistake},
            {"gain-sixteenth", 16, "sixteen times", rareMistake},
            {"gain-sixteen", 1.0 / 16, "a sixteenth", rareMistake}})
        all.push_back(
            {{gain.id, fmt::format("the gain is set to {} of what is computed with", gain.words),
                 "look at the gain", otherRange(c, c.reference / gain.times)},
                MistakeStage::Pin, factor(gain.times), gain.weight});
}

void addOfDivider(std::vector<KnownMistake>& all, const PlainChannel& c)
{
    using enum MistakeStage;
    const double ratio = c.input.r2 / (c.input.r1 + c.input.r2);
    all.push_back(plain("no-divider", "the divider is not in the arithmetic",
        "multiply by its ratio", Value, factor(ratio)));
    all.push_back(plain("divider-twice", "the divider is in the arithmetic twice", "multiply once",
        Value, factor(1 / ratio)));
    all.push_back(plain("divider-r1-over-r2", "multiplied by R1/R2 instead of (R1 + R2)/R2",
        "add the lower resistor to the upper one", Value, factor(1 - ratio)));
    all.push_back({{"divider-upside-down", "the two resistors of the divider are swapped",
                       "the larger one leads to the voltage that is measured", swappedResistors(c)},
        Pin, factor((1 - ratio) / ratio)});
}

/// The arithmetic of a thermistor with one of its figures wrong.
void addOfThermistor(std::vector<KnownMistake>& all, const PlainChannel& c)
{
    const auto add = [&](std::string id, std::string words, std::string remedy,
                         const std::function<void(Scaling&)>& change, double weight) {
        auto wrong = scalingOf(c);
        change(wrong);
        all.push_back(plain(
            std::move(id), std::move(words), std::move(remedy), MistakeStage::Scale,
            [wrong](double code) { return scaledCode(wrong, NumberKind::Float64, code); }, weight));
    };
    add(
        "wrong-side", "the thermistor is computed on the other side of its divider",
        "turn the ratio of sensor and fixed resistor over",
        [](Scaling& s) { s.sensorAbove = !s.sensorAbove; }, commonMistake);
    add(
        "log10", "log10 is taken for the natural logarithm", "use log, which is the natural one",
        [](Scaling& s) { s.curve /= std::numbers::ln10; }, commonMistake);
    for (const double beta : {3380.0, 3435.0, 3950.0, 3977.0, 4250.0})
        if (std::fabs(beta - c.input.beta) > 1)
            add(
                fmt::format("beta-{:.0f}", beta),
                fmt::format(
                    "computed with a B of {:.0f} K instead of {:.0f} K", beta, c.input.beta),
                "look at the thermistor's sheet", [beta](Scaling& s) { s.curve = 1 / beta; },
                rareMistake);
}

void addOfConverter(std::vector<KnownMistake>& all, const PlainChannel& c)
{
    using enum MistakeStage;
    const double codes = std::ldexp(1.0, c.bits);
    all.push_back(plain("school", "the counts are divided by 2^N − 1 instead of 2^N",
        "divide by 2^N", Value, factor(codes / (codes - 1))));
    addOfRegisters(all, c);
    addGains(all, c);
    for (const double reference : {5.0, 3.3})
        if (c.reference != reference)
            all.push_back(plain(reference == 5 ? "reference-5" : "reference-3",
                fmt::format("computed with a reference of {} V", reference),
                "measure the reference", Value, factor(reference / c.reference)));
    if (c.input.sensor == SensorKind::Voltage && c.input.r1 > 0)
        addOfDivider(all, c);
    if (c.input.sensor == SensorKind::Thermistor)
        addOfThermistor(all, c);
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

/// Summer time, the zone and its sign, and any other zone: a time of day goes round.
void addOfClock(std::vector<KnownMistake>& all, const PlainChannel& c)
{
    constexpr double hour = 3600;
    constexpr double day = 86400;
    const auto add = [&](std::string id, std::string words, double seconds, double weight) {
        all.push_back(plain(
            std::move(id), std::move(words), "name the time zone's rule", MistakeStage::Value,
            [seconds](double at) {
                const double moved = at + seconds;
                return moved - day * std::floor(moved / day);
            },
            weight));
        all.back().isAlone = true;
    };
    add("hour-more", "summer time is added though it is winter, or twice", hour, commonMistake);
    add("hour-less", "summer time is not added", -hour, commonMistake);
    if (const auto rule = parseZoneRule(c.source.clock.zone); rule && rule->offset != 0) {
        const auto offset = static_cast<double>(rule->offset);
        add("zone-missing", "the zone is not added: it shows UTC", -offset, commonMistake);
        add("zone-sign", "the zone has the wrong sign", -2 * offset, commonMistake);
    }
    constexpr int halfDay = 12 * 4; // quarters of an hour; further off it comes round
    for (int i = 1 - halfDay; i <= halfDay; ++i)
        if (i != 0 && std::abs(i) != 4)
            add(fmt::format(
                    "zone{}{}:{:02}", i < 0 ? "-" : "+", std::abs(i) / 4, std::abs(i) % 4 * 15),
                fmt::format("another zone is added: {} h {} min too {}", std::abs(i) / 4,
                    std::abs(i) % 4 * 15, i < 0 ? "little" : "much"),
                i * hour / 4, oddMistake);
}

/// Another unit of the same thing behind the same number.
void addUnits(std::vector<KnownMistake>& all, const PlainChannel& c)
{
    for (const auto& name : usualUnits(c.unit)) {
        const auto other = *parseUnit(name);
        const double ratio = differenceToSi(1, c.unit) / differenceToSi(1, other);
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
        Value, factor(1), 2 * commonMistake, true, true}};
    if (c.isAnalog())
        addOfConverter(all, c);
    else if (c.source.kind == SourceKind::Pulses)
        addOfPulses(all, c);
    else if (c.source.kind == SourceKind::Clock)
        addOfClock(all, c);
    addUnits(all, c);
    all.push_back(
        {{"milli", "shown a thousand times too large", "a prefix is mixed up", std::nullopt}, Value,
            factor(1000)});
    all.push_back(
        {{"kilo", "shown a thousand times too small", "a prefix is mixed up", std::nullopt}, Value,
            factor(1e-3)});
    // Last, as it is done.
    all.push_back(plain("whole", "cut to a whole number", "compute in float, divide last", Value,
        [](double value) { return std::trunc(value); }));
    all.back().isSmooth = false;
    return all;
}

} // namespace fern
