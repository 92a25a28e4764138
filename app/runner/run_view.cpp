#include "app/runner/run_view.h"

#include "base/number_text.h"
#include "judge/beat_facts.h"
#include "judge/rules/signal.h"
#include "judge/signal_figures.h"
#include "reading/spectrum.h"
#include "smooth/figures.h"
#include "smooth/firmware.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern::app {

namespace {

constexpr std::size_t mostForSpectrum = 256;

void add(TraceLine& line, Ticks at, double value)
{
    line.seconds.push_back(inSeconds(at));
    line.values.push_back(value);
}

std::string labelOf(const PlainInstrument& plain, const StemChoice& choice)
{
    const auto& reader = plain.readers[choice.reader];
    const int decimals = reader.text.decimals;
    if (reader.text.form != TextForm::Number)
        return fmt::format("{} · {}", plain.displays[choice.display].id,
            textFormWords[static_cast<std::size_t>(reader.text.form)]);
    return fmt::format("{} · {} · {} decimal{}", plain.displays[choice.display].id,
        prettyUnit(reader.unit.name), decimals == 0 ? "no" : std::to_string(decimals),
        decimals == 1 ? "" : "s");
}

/// The response until it has settled, with a little of what follows.
TraceLine stepResponseOf(const PlainChannel& channel)
{
    constexpr double settled = 0.005;
    constexpr int fewest = 12;
    constexpr int most = 2000;
    const double period = inSeconds(channel.sampleEvery);
    // A jump over the wished range, which is what steps that hold or limit are made for.
    const double jump = fromSi(channel.to, channel.unit) - fromSi(channel.from, channel.unit);
    const auto steps = runningSteps(channel);
    const double seconds = settlingSeconds(steps, period, settled, jump);
    const int count = std::clamp(static_cast<int>(1.2 * seconds / period) + 2, fewest, most);
    TraceLine line;
    line.values = stepResponse(steps, period, count, jump);
    for (int i = 0; i < count; ++i)
        line.seconds.push_back(i * period);
    return line;
}

/// What the raw side of a source looks like.
void addSource(RunView& view, const RunHistory& history, Ticks now)
{
    const auto& c = view.plain.channels[view.choice->channel];
    const auto& told = history.told(view.choice->channel);
    view.told.assign(told.begin(), told.end());
    if (c.source.kind == SourceKind::Pulses)
        view.pulses = countedPulses(view.plain, view.choice->channel, history, now);
    if (c.source.kind == SourceKind::Waveform) {
        auto& facts = view.facts[static_cast<std::size_t>(Leaf::Reading)];
        const auto beats = beatFacts(c, view.choice->channel, history);
        facts.insert(facts.end(), beats.begin(), beats.end());
    }
    if (c.source.kind == SourceKind::Receiver) {
        ReceiverDecoder decoder;
        for (const auto& line : view.told)
            decoder.feed(line.raw + "\n");
        view.receiver = decoder.state();
    }
}

/// The spectrum of the codes, as far as they came evenly.
void addSpectrum(RunView& view)
{
    const auto& c = view.plain.channels[view.choice->channel];
    const auto& codes = view.codes.values;
    const auto gap =
        std::find_if(codes.rbegin(), codes.rend(), [](double code) { return std::isnan(code); });
    const auto even = static_cast<std::size_t>(gap - codes.rbegin());
    if (!isConverted(c.source.kind))
        return;
    for (const auto& line :
        spectrumOf(std::span(codes).last(even), inSeconds(c.sampleEvery), mostForSpectrum)) {
        view.spectrum.seconds.push_back(line.hertz);
        view.spectrum.values.push_back(line.amplitude);
    }
}

void addSamples(RunView& view, const RunHistory& history, Ticks now, Ticks window)
{
    const auto& unit = view.plain.channels[view.choice->channel].unit;
    for (const auto& sample : history.samples()) {
        if (sample.channel != view.choice->channel || sample.at + window < now)
            continue;
        add(view.world, sample.at, fromSi(sample.real.world, unit));
        add(view.reading, sample.at, fromSi(sample.real.scaled, unit));
        add(view.smoothed, sample.at, fromSi(sample.real.smoothed, unit));
        add(view.codes, sample.at, sample.real.reading);
    }
    view.codeStatistics = codeStatistics(view.codes.values);
    addSpectrum(view);
    addSource(view, history, now);
    if (const auto* newest = history.lastSample(view.choice->channel))
        view.newest = newest->real;
}

void addRedraws(RunView& view, const RunHistory& history, Ticks now, Ticks window)
{
    const auto& choice = *view.choice;
    const auto& unit = view.plain.channels[choice.channel].unit;
    for (const auto& redraw : history.redraws()) {
        if (redraw.display != choice.display)
            continue;
        view.frame = redraw.frame;
        for (const auto& shown : redraw.readers) {
            if (shown.reader != choice.reader)
                continue;
            add(view.shown, std::max(redraw.visibleAt, now - window), fromSi(shown.shown, unit));
            if (redraw.visibleAt + busyKept >= now)
                view.texts.push_back(
                    {inSeconds(redraw.startedAt), inSeconds(redraw.visibleAt), shown.text});
        }
    }
    // The number stands on the glass until now.
    if (!view.shown.seconds.empty())
        add(view.shown, now, view.shown.values.back());
}

/// The value of every code of the wished range, with a tenth of it on either side.
TraceLine scaleCurveOf(const PlainChannel& c)
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
        curve.seconds.push_back(code);
        curve.values.push_back(scaledCode(scaling, c.numberKind, code));
    }
    return curve;
}

/// The values over the readings of the wished range.
TraceLine lineOf(const PlainChannel& c)
{
    const auto scaling = scalingOf(c);
    TraceLine line;
    constexpr int points = 60;
    for (int i = 0; i <= points; ++i) {
        const double reading = nominalReading(c, c.from + (c.to - c.from) * i / points);
        line.seconds.push_back(reading);
        line.values.push_back(scaledCode(scaling, NumberKind::Float64, reading));
    }
    return line;
}

} // namespace

StaticPart staticPartOf(const Instrument& instrument, const PlainInstrument& plain,
    std::size_t channel, const std::optional<StemChoice>& choice)
{
    StaticPart part;
    part.findings = findingsOf(instrument, plain);
    if (channel >= plain.channels.size())
        return part;
    const auto& c = plain.channels[channel];
    for (const auto& end : stemChoices(plain, channel))
        part.ends.push_back({end, plain.readers[end.reader].id, labelOf(plain, end)});
    part.smoothingGain = noiseGain(c.steps, inSeconds(c.sampleEvery));
    part.stepResponse = stepResponseOf(c);
    part.scaleCurve = c.isAnalog() ? scaleCurveOf(c) : lineOf(c);
    part.calibration = calibrationSheetOf(*instrument.channels[channel], c);
    part.scalingWords = scalingInWords(scalingOf(c), prettyUnit(c.unit.name));
    part.firmware = scalingForFirmware(scalingOf(c), c.numberKind, c.name, c.unit.name);
    part.smoothingCode = smoothingForFirmware(
        runningSteps(c), c.numberKind, inSeconds(c.sampleEvery), c.name, prettyUnit(c.unit.name));
    if (choice) {
        const auto& reader = plain.readers[choice->reader];
        part.planInWords = inOneSentence(planRedraw(plain, plain.displays[choice->display]));
        part.ladder = textLadder(c, reader);
        part.floats = floatDifference(c, reader);
    }
    return part;
}

void fillFromHistory(
    RunView& view, const Instrument& instrument, const RunHistory& history, Ticks now, Ticks window)
{
    view.now = now;
    for (const auto& busy : history.activity())
        if (busy.to + busyKept >= now)
            view.activity.push_back(busy);
    if (!view.choice)
        return;
    const auto& choice = *view.choice;
    view.stem = stemOf(view.plain, choice, history, now, view.fixed->smoothingGain);
    const auto signal = signalFigures(view.plain, choice, history, now);
    for (std::size_t leaf = 0; leaf < leafCount; ++leaf)
        view.facts[leaf] = factsOf(view.plain, choice, view.stem, signal, static_cast<Leaf>(leaf));
    view.wishes = wishesOf(view.plain, choice, view.stem);
    addSamples(view, history, now, window);
    addRedraws(view, history, now, window);
    view.signalFindings = signalFindings(instrument, view.plain, choice.channel, history, now);
}

} // namespace fern::app
