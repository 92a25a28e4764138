#include "judge/facts.h"

#include "base/number_text.h"
#include "parts/divider.h"
#include "run/display_run.h"
#include "smooth/figures.h"
#include "text/format.h"

#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

using Facts = std::vector<Fact>;

/// A difference or a half width of the channel, in its unit.
std::string inUnit(const PlainChannel& c, double si, int digits = 3)
{
    return significantText(fromSi(si, c.unit) - fromSi(0, c.unit), digits) + " "
        + prettyUnit(c.unit.name);
}

std::string metOr(bool met, const std::string& wish)
{
    return (met ? "met: " : "missed: ") + wish;
}

Facts worldFacts(const PlainChannel& c, const Stem& stem)
{
    const double step = stem.leaves[static_cast<std::size_t>(Leaf::Glass)].step;
    const double half = 2 * stem.budget.accuracy;
    Facts facts{{"Step on the glass", inUnit(c, step),
                    metOr(step <= c.wishedStep, "wished at most " + inUnit(c, c.wishedStep))},
        {"Uncertain by", "±" + inUnit(c, half, 2),
            metOr(half <= c.tolerance, "wished within ±" + inUnit(c, c.tolerance))},
        {"Oldest number", durationText(stem.age.oldest()),
            metOr(stem.age.oldest() <= c.freshnessSeconds,
                "wished at most " + durationText(c.freshnessSeconds))}};
    if (c.lane.empty())
        facts.push_back({"Scenario", "none", "it has no lane for this channel"});
    else
        facts.push_back({"Scenario", durationText(c.lane.back().x),
            fmt::format("{} points, then it holds", c.lane.size())});
    return facts;
}

Facts sensorFacts(const PlainChannel& c)
{
    const double ratio = dividerRatio(c.r1, c.r2);
    const double full = c.reference / ratio;
    return {{"Divides by", significantText(1 / ratio, 5), ""},
        {"Pin at the top of the range", significantText(c.to * ratio, 4) + " V",
            fmt::format("reference {} V, damage above {} V", significantText(c.reference, 4),
                significantText(c.damageAbove, 3))},
        {"Full scale", inUnit(c, full, 4), ""},
        {"Source resistance", significantText(dividerSourceResistance(c.r1, c.r2) / 1e3, 3) + " kΩ",
            "as the converter sees it"},
        {"Current through the divider", significantText(c.to / (c.r1 + c.r2) * 1e6, 3) + " µA",
            "drawn at the top of the range"}};
}

Facts readingFacts(const PlainChannel& c)
{
    const auto converter = converterOf(c);
    const auto top = codeOf(converter, c.to * dividerRatio(c.r1, c.r2), c.reference);
    return {{"One count at the pin",
                significantText(voltsOf(converter, 1, c.reference) * 1e3, 4) + " mV", ""},
        {"One count in the world", inUnit(c, scalingOf(c).gain, 4), ""},
        {"Code at the top of the range", std::to_string(top),
            fmt::format("of {}", converter.topCode())},
        {"The two schools differ by",
            significantText(schoolDifferenceLsb(c.bits, static_cast<double>(top)), 2) + " LSB",
            "at that code"},
        {"Ideal signal to noise", fmt::format("{:.1f} dB", 6.02 * c.bits + 1.76),
            "full-scale sine, no other noise"}};
}

Facts scaleFacts(const PlainChannel& c)
{
    Facts facts;
    int line = 1;
    for (const auto& words : scalingInWords(converterOf(c), c.reference, c.r1, c.r2))
        facts.push_back({fmt::format("{}", line++), words, ""});
    return facts;
}

Facts smoothFacts(const PlainChannel& c, const PlainReader& reader, const Stem& stem)
{
    const double period = inSeconds(c.sampleEvery);
    const auto noise = [&](Leaf leaf) {
        const double value = stem.leaves[static_cast<std::size_t>(leaf)].noise;
        return std::isnan(value) ? std::string("—") : inUnit(c, value, 2);
    };
    const double digit =
        toSi(std::pow(10.0, -reader.text.decimals), reader.unit) - toSi(0, reader.unit);
    const double fraction = std::min(0.5, digit / 2 / (c.to - c.from));
    return {{"Noise in", noise(Leaf::Scale), "rms of the last 10 s"},
        {"Noise out", noise(Leaf::Smooth), "rms of the last 10 s"},
        {"Noise by formula", "× " + significantText(stem.budget.noiseGain, 3), "of white noise"},
        {"Late by", durationText(delaySeconds(c.steps, period)), "for a steady rise"},
        {"Settles to the last digit", durationText(settlingSeconds(c.steps, period, fraction)),
            "after a jump over the whole range"}};
}

Facts textFacts(const PlainChannel& c, const PlainReader& reader, const Stem& stem)
{
    const auto field = [&](double si) {
        return "“" + formatText(inReaderUnit(si, reader), reader.text, c.numberKind) + "”";
    };
    const double half = fromSi(2 * stem.budget.accuracy, reader.unit) - fromSi(0, reader.unit);
    const double repeats =
        fromSi(2 * stem.budget.repeatability, reader.unit) - fromSi(0, reader.unit);
    const auto unit = prettyUnit(reader.unit.name);
    return {{"At the bottom of the range", field(c.from), ""},
        {"At the top of the range", field(c.to), ""}, {"Without a value", field(notThere), ""},
        {"Uncertain by", fmt::format("±{} {}", significantText(half, 2), unit), "k = 2, all parts"},
        {"Repeats within", fmt::format("±{} {}", significantText(repeats, 2), unit),
            "k = 2, noise and steps"},
        {"Honest decimals", std::to_string(stem.honestDecimals),
            fmt::format("{} are shown", reader.text.decimals)}};
}

Facts glassFacts(
    const PlainInstrument& in, const PlainDisplay& display, const PlainChannel& c, const Stem& stem)
{
    const auto cost = redrawCost(in, display, display.busHertz);
    const auto& age = stem.age;
    return {{"One redraw", durationText(cost.draw + cost.transfer),
                fmt::format("{} drawing, {} for {} bytes on the bus", durationText(cost.draw),
                    durationText(cost.transfer), cost.busBytes)},
        {"Bus busy", fmt::format("{:.1f} %", 100 * cost.transfer / inSeconds(display.redrawEvery)),
            "of the time"},
        {"Oldest number", durationText(age.oldest()),
            "wished at most " + durationText(c.freshnessSeconds)},
        {"of which sampling", durationText(age.sampling), ""},
        {"of which smoothing", durationText(age.smoothing), ""},
        {"of which redraw and panel", durationText(age.redraw + age.panel), ""},
        {"of which waiting", durationText(age.waiting), "until the next redraw"}};
}

} // namespace

std::vector<Fact> factsOf(
    const PlainInstrument& in, const StemChoice& choice, const Stem& stem, Leaf leaf)
{
    const auto& channel = in.channels[choice.channel];
    const auto& reader = in.readers[choice.reader];
    switch (leaf) {
    case Leaf::World:
        return worldFacts(channel, stem);
    case Leaf::Sensor:
        return sensorFacts(channel);
    case Leaf::Reading:
        return readingFacts(channel);
    case Leaf::Scale:
        return scaleFacts(channel);
    case Leaf::Smooth:
        return smoothFacts(channel, reader, stem);
    case Leaf::Text:
        return textFacts(channel, reader, stem);
    case Leaf::Glass:
        break;
    }
    return glassFacts(in, in.displays[choice.display], channel, stem);
}

} // namespace fern
