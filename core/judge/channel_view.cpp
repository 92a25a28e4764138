#include "judge/channel_view.h"

#include "base/number_text.h"
#include "reading/counting.h"
#include "reading/spectrum.h"
#include "scale/formula_firmware.h"
#include "smooth/figures.h"
#include "smooth/firmware.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

/// The wished range in the channel's unit, which is the jump that holds and limits are made for.
double rangeInUnit(const PlainChannel& c)
{
    return fromSi(c.to, c.unit) - fromSi(c.from, c.unit);
}

/// The response until it has settled, with a little of what follows.
TraceLine stepResponseOf(const PlainChannel& c, const std::vector<StepSpec>& steps)
{
    constexpr double settled = 0.005;
    constexpr int fewest = 12;
    constexpr int most = 2000;
    const double period = inSeconds(c.sampleEvery);
    const double seconds = settlingSeconds(steps, period, settled, rangeInUnit(c));
    const int count = std::clamp(static_cast<int>(1.2 * seconds / period) + 2, fewest, most);
    TraceLine line;
    line.values = stepResponse(steps, period, count, rangeInUnit(c));
    for (int i = 0; i < count; ++i)
        line.seconds.push_back(i * period);
    return line;
}

/// The value of every code of the wished range, with a tenth of it on either side.
TraceLine codeCurve(const PlainChannel& c)
{
    constexpr int points = 120;
    const auto [low, high] = std::minmax({nominalCode(c, c.from), nominalCode(c, c.to)});
    const auto margin = std::max<std::int64_t>(1, (high - low) / 10);
    const auto from = std::max(converterOf(c).bottomCode(), low - margin);
    const auto to = std::min(converterOf(c).topCode(), high + margin);
    const auto scaling = scalingOf(c);
    TraceLine curve;
    for (int i = 0; i <= points; ++i) {
        const double code =
            std::round(static_cast<double>(from) + static_cast<double>(to - from) * i / points);
        curve.add(code, scaledCode(scaling, c.numberKind, code));
    }
    return curve;
}

/// The values over the readings of the wished range.
TraceLine readingCurve(const PlainChannel& c)
{
    constexpr int points = 60;
    const auto scaling = scalingOf(c);
    TraceLine line;
    for (int i = 0; i <= points; ++i) {
        const double reading = nominalReading(c, c.from + (c.to - c.from) * i / points);
        line.add(reading, scaledCode(scaling, NumberKind::Float64, reading));
    }
    return line;
}

TraceLine pointsOf(const PlainChannel& c)
{
    TraceLine points;
    const auto& given = c.scaling.unit;
    for (const auto& point : c.scaling.points)
        points.add(point.x,
            (given.empty() ? point.y : fromSi(toSi(point.y, *parseUnit(given)), c.unit))
                - c.scaling.tare);
    return points;
}

void addSmoothing(ChannelView& view, const PlainChannel& c)
{
    constexpr int points = 200;
    const double period = inSeconds(c.sampleEvery);
    const auto steps = runningSteps(c);
    view.smoothingGain = noiseGain(c.steps, period);
    view.smoothingDelay = delaySeconds(c.steps, period);
    view.stepResponse = stepResponseOf(c, steps);
    view.smoothingCode =
        smoothingForFirmware(steps, c.numberKind, period, c.name, prettyUnit(c.unit.name));
    for (int i = 0; i <= points; ++i) {
        const double hertz = 0.5 / period * i / points;
        view.passes.add(hertz, 100 * gainAt(c.steps, period, hertz));
    }
    for (const double mains : {50.0, 60.0})
        view.passesInWords += fmt::format("Of {} Hz mains hum {} % comes through, seen as {} Hz. ",
            mains, significantText(100 * gainAt(c.steps, period, mains), 2),
            significantText(aliasOf(mains, period), 3));
    view.passesInWords +=
        "Medians and steps that hold or limit are not in it: what they do depends "
        "on the signal.";
}

/// What one pulse in the gate, or one tick of the clock in the period, is worth over the range.
void addCounting(ChannelView& view, const PlainChannel& c)
{
    constexpr int points = 60;
    if (c.source.kind != SourceKind::Pulses || c.source.pulses.gives != PulseGives::Rate)
        return;
    const double gate = inSeconds(c.sampleEvery);
    const double from = std::max(0.0, fromSi(c.from, c.unit));
    const double to = fromSi(c.to, c.unit);
    for (int i = 1; i <= points; ++i) {
        const double value = from + (to - from) * i / points;
        const double hertz = value * c.source.pulses.perUnit;
        view.gateError.add(value, value * fern::gateError(hertz, gate));
        view.periodError.add(value, value * fern::periodError(hertz, c.timerTick));
        view.wishedStep.add(value, differenceFromSi(c.wishedStep, c.unit));
    }
    view.crossover = crossoverHertz(gate, c.timerTick) / c.source.pulses.perUnit;
}

BudgetBar barOf(std::string name, double u, const PlainReader& reader, std::string note)
{
    const double standard = differenceFromSi(u, reader.unit);
    return {
        std::move(name), standard, std::isnan(u) ? 0 : honestDecimals(standard), std::move(note)};
}

void addEnd(ChannelView& view, const PlainInstrument& plain, const StemChoice& choice)
{
    const auto& c = plain.channels[choice.channel];
    const auto& reader = plain.readers[choice.reader];
    view.worst = worstBudget(c, digitWorth(reader), view.smoothingGain);
    const auto* most = view.worst.largest();
    view.bars = {barOf("Accuracy", view.worst.accuracy, reader,
                     !view.worst.isKnown() ? view.worst.missing
                         : most == nullptr ? std::string()
                                           : "most from the " + most->name),
        barOf("Repeatability", view.worst.repeatability, reader, "noise and steps, for trends")};
    view.age = ageOf(plain, c, plain.displays[choice.display]);
    view.ladder = textLadder(c, reader);
    view.floats = floatDifference(c, reader);
    view.settling = settlingSeconds(runningSteps(c), inSeconds(c.sampleEvery),
        std::min(0.5, digitWorth(reader) / 2 / (c.to - c.from)), rangeInUnit(c));
}

/// A channel that is made of others is worked out from them; every other one is scaled.
std::string firmwareOf(const PlainChannel& c, const PlainInstrument& plain)
{
    if (c.source.kind == SourceKind::Derived && c.source.derived.kind == DerivedKind::Formula)
        if (const auto formula = Formula::parse(c.source.derived.formula, plain.formulaNames))
            return formulaForFirmware(*formula, c.numberKind, c.name, c.unit);
    return scalingForFirmware(scalingOf(c), c.numberKind, c.name, c.unit.name);
}

} // namespace

ChannelView channelViewOf(const Instrument& instrument, const PlainInstrument& plain,
    std::size_t channel, const std::optional<StemChoice>& choice)
{
    const auto& c = plain.channels[channel];
    ChannelView view;
    for (const auto& end : stemChoices(plain, channel))
        view.ends.push_back({end, plain.readers[end.reader].id, endLabel(plain, end)});
    view.scaleCurve = c.isAnalog() ? codeCurve(c) : readingCurve(c);
    view.scalePoints = pointsOf(c);
    view.scalingWords = scalingInWords(scalingOf(c), prettyUnit(c.unit.name));
    view.firmware = firmwareOf(c, plain);
    view.calibration = calibrationSheetOf(*instrument.channels[channel], c);
    addSmoothing(view, c);
    addCounting(view, c);
    if (choice)
        addEnd(view, plain, *choice);
    else
        view.worst = worstBudget(c, 0, view.smoothingGain);
    view.wishes = wishesOf(plain, channel, view.worst);
    return view;
}

StepSpec usualStep(const PlainChannel& c, const PlainReader& reader, StepKind kind)
{
    StepSpec step;
    step.kind = kind;
    if (kind == StepKind::DigitHysteresis)
        step.limit = differenceFromSi(digitWorth(reader), c.unit);
    else if (kind == StepKind::DeadBand || kind == StepKind::StillBelow)
        step.limit = differenceFromSi(c.wishedStep, c.unit);
    else if (kind == StepKind::SlewLimit)
        step.limit = rangeInUnit(c) / 2;
    return step;
}

} // namespace fern
