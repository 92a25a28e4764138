#include "judge/facts.h"

#include "base/number_text.h"
#include "judge/source_facts.h"
#include "judge/words.h"
#include "parts/divider.h"
#include "parts/fit_front_end.h"
#include "run/display_run.h"
#include "run/task_blocks.h"
#include "smooth/figures.h"
#include "text/format.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

using Facts = std::vector<Fact>;

Facts worldFacts(const PlainChannel& c)
{
    if (!c.events.empty())
        return {{"Scenario", countText(std::ssize(c.events), "event"),
            fmt::format("the last one after {}", durationText(c.events.back().at))}};
    if (c.source.kind == SourceKind::Derived || c.source.kind == SourceKind::Clock)
        return {{"Scenario", "none", "it follows from the rest of the instrument"}};
    if (c.lane.empty())
        return {{"Scenario", "none", "it has no lane for this channel"}};
    const auto [least, most] = std::minmax_element(c.lane.begin(), c.lane.end(),
        [](const CurvePoint& a, const CurvePoint& b) { return a.y < b.y; });
    return {{"Scenario", durationText(c.lane.back().x),
                countText(std::ssize(c.lane), "point") + ", then it holds"},
        {"The truth goes",
            fmt::format("{} to {}", valueText(c, least->y, 4), valueText(c, most->y, 4)), ""}};
}

Facts sensorFacts(const PlainInstrument& instrument, const PlainChannel& c)
{
    if (!c.isAnalog())
        return sourceFacts(instrument, c);
    const auto& in = c.input;
    const auto atEnds = [&](auto&& text) {
        return fmt::format("{} … {}", text(c.from), text(c.to));
    };
    Facts facts;
    if (isResistive(in.sensor)) {
        facts.push_back(
            {"Resistance", atEnds([&](double q) { return ohmText(sensorOutput(in, q)); }), ""});
        facts.push_back({"Uses of the converter",
            fmt::format("{:.0f} %", spanShare(in, c.from, c.to) * 100), "of its range"});
    } else {
        if (in.sensor != SensorKind::Voltage)
            facts.push_back(
                {"Sensor gives", voltsText(sensorOutput(in, c.from), sensorOutput(in, c.to), 3),
                    "over the wished range"});
        facts.push_back({"Divides by", significantText(1 / dividerRatio(in.r1, in.r2), 5), ""});
    }
    facts.push_back({"Pin over the range", voltsText(pinVolts(in, c.from), pinVolts(in, c.to), 4),
        fmt::format(
            "reference {}, damage above {}", voltText(c.reference, 4), voltText(c.damageAbove))});
    const double worst = mostSourceResistance(in, c.from, c.to);
    facts.push_back({"Source resistance", ohmText(worst), "as the converter sees it, at most"});
    const bool isTrack = in.sensor == SensorKind::Potentiometer;
    const double current = isTrack ? in.highOutput / in.nominal
        : isResistive(in.sensor)
        ? in.supply / (in.fixed + std::min(sensorOutput(in, c.from), sensorOutput(in, c.to)))
        : std::max(sensorOutput(in, c.from), sensorOutput(in, c.to)) / (in.r1 + in.r2);
    facts.push_back({"Current", ampereText(current),
        isTrack                      ? "through the track"
            : isResistive(in.sensor) ? "through the sensor, at most"
                                     : "through the divider, at most"});
    if (in.sensor == SensorKind::Shunt) {
        const double most = std::max(std::fabs(c.from), std::fabs(c.to));
        facts.push_back({"Heat of the shunt", wattText(most * most * in.shunt),
            "it takes " + voltText(most * in.shunt)});
    }
    return facts;
}

Facts readingFacts(const PlainInstrument& in, const PlainChannel& c, double at)
{
    if (!c.isAnalog())
        return sourceReadingFacts(in, c, at);
    const auto converter = converterOf(c);
    const auto low = nominalCode(c, c.from);
    const auto high = nominalCode(c, c.to);
    Facts facts{{"One count at the pin",
                    voltText(voltsOf(converter, converter.stepCodes(), c.reference), 4), ""},
        {"One count in the world", differenceText(c, countAt(c, at), 3), "at the value now",
            Figure::Count},
        {"Codes over the range", fmt::format("{} … {}", low, high),
            fmt::format("of {} … {}", converter.bottomCode(), converter.topCode())},
        {"Ideal signal to noise",
            fmt::format("{:.1f} dB", 6.02 * (converter.isWidened() ? c.realBits : c.bits) + 1.76),
            "full-scale sine, no other noise"}};
    if (c.form == ConverterForm::Unipolar)
        facts.push_back({"The two schools differ by",
            significantText(
                schoolDifferenceLsb(c.bits, static_cast<double>(std::max(low, high))), 2)
                + " LSB",
            "at the highest code"});
    return facts;
}

Facts scaleFacts(const PlainChannel& c)
{
    if (!c.isAnalog())
        return {{"1", sourceScaleInWords(c), ""}};
    Facts facts;
    int line = 1;
    const auto fromParts = scalingInWords(converterOf(c), c.reference, c.input, c.unit);
    if (c.scaling.kind != ScalingKind::FromParts)
        return {{"1", scalingInWords(scalingOf(c), prettyUnit(c.unit.name)), ""},
            {"2", "the parts say " + fromParts.back(), ""}};
    for (const auto& words : fromParts)
        facts.push_back({fmt::format("{}", line++), words, ""});
    return facts;
}

Facts smoothFacts(
    const PlainChannel& c, const ChannelView& view, const Stem& stem, const SignalFigures& signal)
{
    const auto noise = [&](Leaf leaf) {
        const double value = stem.leaves[static_cast<std::size_t>(leaf)].noise;
        return std::isnan(value) ? std::string("—") : differenceText(c, value, 2);
    };
    const double changes = signal.digitChangesPerSecond;
    return {{"Noise in", noise(Leaf::Scale), "rms of the last " + stem.noiseOver, Figure::NoiseIn},
        {"Noise out", noise(Leaf::Smooth),
            fmt::format("by formula × {}", significantText(view.smoothingGain, 3)),
            Figure::NoiseOut},
        {"Late by", durationText(view.smoothingDelay), "for a steady rise", Figure::Delay},
        {"Settles to the last digit", durationText(view.settling), "after a jump over the range"},
        {"Shown text changes", std::isnan(changes) ? "—" : significantText(changes, 2) + " per s",
            std::isnan(changes)  ? ""
                : changes <= 0.2 ? "steady"
                : changes <= 1   ? "calm"
                                 : "restless"},
        {"Spikes passed", fmt::format("{} of {}", signal.spikesPassed, signal.spikes),
            "in the last 10 s"}};
}

Facts textFacts(const PlainChannel& channel, const PlainReader& reader, const Stem& stem)
{
    if (isOfWords(reader.text.form) && reader.text.ranges.empty()) {
        const auto& names = channel.source.names;
        const auto longest =
            std::max_element(names.begin(), names.end(), [](const NameSpec& a, const NameSpec& b) {
                return cellCount(a.name) < cellCount(b.name);
            });
        Facts facts{{"Names", std::to_string(names.size()), "a code without one stands as it is"}};
        if (longest != names.end())
            facts.push_back({"Longest name", fmt::format("{} cells", cellCount(longest->name)),
                fmt::format("the field has {}", reader.text.width)});
        return facts;
    }
    const auto width = [&](double u) { return "±" + quantityText(2 * u, reader.unit, 2); };
    Facts facts{{"Uncertain by", "—", stem.budget.missing}};
    if (stem.budget.isKnown())
        facts[0] = {"Uncertain by", width(stem.budget.accuracy),
            "k = 2, at " + valueText(channel, stem.budget.at, 4), Figure::Uncertainty};
    facts.push_back({"Repeats within", width(stem.budget.repeatability), "k = 2, noise and steps",
        Figure::Repeatability});
    facts.push_back(
        {"Honest decimals", stem.honestDecimals ? std::to_string(*stem.honestDecimals) : "—",
            fmt::format("{} are shown", reader.text.decimals)});
    return facts;
}

Facts glassFacts(
    const PlainInstrument& in, const PlainDisplay& display, const PlainChannel& c, const Stem& stem)
{
    const auto cost = redrawCost(in, display, display.busHertz);
    return {{"A redraw, at most", durationText(cost.draw + cost.transfer),
                fmt::format("{} drawing, {} for {} bytes on the bus", durationText(cost.draw),
                    durationText(cost.transfer), cost.busBytes),
                Figure::Redraw},
        {"Bus busy", fmt::format("{:.1f} %", 100 * cost.transfer / redrawPeriod(in, display)),
            display.firmware->sendsAll() ? "of the time" : "of the time, at most"},
        {"Oldest number", durationText(stem.age.oldest()),
            "wished at most " + durationText(c.freshnessSeconds), Figure::OldestNumber}};
}

} // namespace

std::vector<Fact> factsOf(const PlainInstrument& in, const StemChoice& choice,
    const ChannelView& view, const Stem& stem, const SignalFigures& signal, Leaf leaf)
{
    const auto& channel = in.channels[choice.channel];
    const auto& reader = in.readers[choice.reader];
    switch (leaf) {
    case Leaf::World:
        return worldFacts(channel);
    case Leaf::Sensor:
        return sensorFacts(in, channel);
    case Leaf::Reading:
        return readingFacts(in, channel, stem.at);
    case Leaf::Scale:
        return scaleFacts(channel);
    case Leaf::Smooth:
        return smoothFacts(channel, view, stem, signal);
    case Leaf::Text:
        return textFacts(channel, reader, stem);
    case Leaf::Glass:
        break;
    }
    return glassFacts(in, in.displays[choice.display], channel, stem);
}

} // namespace fern
