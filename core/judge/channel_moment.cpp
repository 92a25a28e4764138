#include "judge/channel_moment.h"

#include "judge/beat_facts.h"
#include "judge/rules/signal.h"
#include "judge/signal_figures.h"
#include "reading/spectrum.h"

#include <algorithm>
#include <cmath>
#include <span>

namespace fern {

namespace {

constexpr std::size_t mostForSpectrum = 256;

/// What the raw side of a source looks like.
void addSource(ChannelMoment& moment, const PlainInstrument& plain, const StemChoice& choice,
    const RunHistory& history, Ticks now)
{
    const auto& c = plain.channels[choice.channel];
    const auto& told = history.told(choice.channel);
    moment.told.assign(told.begin(), told.end());
    if (c.source.kind == SourceKind::Pulses)
        moment.pulses = countedPulses(plain, choice.channel, history, now);
    if (c.source.kind == SourceKind::Waveform) {
        auto& facts = moment.facts[static_cast<std::size_t>(Leaf::Reading)];
        const auto beats = beatFacts(c, choice.channel, history);
        facts.insert(facts.end(), beats.begin(), beats.end());
    }
    if (c.source.kind == SourceKind::Receiver) {
        ReceiverDecoder decoder;
        for (const auto& line : moment.told)
            decoder.feed(line.raw + "\n");
        moment.receiver = decoder.state();
    }
}

/// The spectrum of the codes, as far as they came evenly.
void addSpectrum(ChannelMoment& moment, const PlainChannel& c)
{
    const auto& codes = moment.codes.values;
    const auto gap =
        std::find_if(codes.rbegin(), codes.rend(), [](double code) { return std::isnan(code); });
    const auto even = static_cast<std::size_t>(gap - codes.rbegin());
    if (!isConverted(c.source.kind))
        return;
    for (const auto& line :
        spectrumOf(std::span(codes).last(even), inSeconds(c.sampleEvery), mostForSpectrum))
        moment.spectrum.add(line.hertz, line.amplitude);
}

void addSamples(ChannelMoment& moment, const PlainInstrument& plain, const StemChoice& choice,
    const RunHistory& history, Ticks now, Ticks window)
{
    const auto& unit = plain.channels[choice.channel].unit;
    for (const auto& sample : history.samples()) {
        if (sample.channel != choice.channel || sample.at + window < now)
            continue;
        moment.world.add(inSeconds(sample.at), fromSi(sample.real.world, unit));
        moment.reading.add(inSeconds(sample.at), fromSi(sample.real.scaled, unit));
        moment.smoothed.add(inSeconds(sample.at), fromSi(sample.real.smoothed, unit));
        moment.codes.add(inSeconds(sample.at), sample.real.reading);
    }
    moment.codeStatistics = codeStatistics(moment.codes.values);
    addSpectrum(moment, plain.channels[choice.channel]);
    addSource(moment, plain, choice, history, now);
    if (const auto* newest = history.lastSample(choice.channel))
        moment.newest = newest->real;
}

void addRedraws(ChannelMoment& moment, const PlainInstrument& plain, const StemChoice& choice,
    const RunHistory& history, Ticks now, Ticks window)
{
    const auto& unit = plain.channels[choice.channel].unit;
    for (const auto& redraw : history.redraws()) {
        if (redraw.display != choice.display)
            continue;
        for (const auto& shown : redraw.readers) {
            if (shown.reader != choice.reader)
                continue;
            moment.shown.add(
                inSeconds(std::max(redraw.visibleAt, now - window)), fromSi(shown.shown, unit));
            if (redraw.visibleAt + busyKept >= now)
                moment.texts.push_back(
                    {inSeconds(redraw.startedAt), inSeconds(redraw.visibleAt), shown.text});
        }
    }
    // The number stands on the glass until now.
    if (!moment.shown.seconds.empty())
        moment.shown.add(inSeconds(now), moment.shown.values.back());
}

} // namespace

ChannelMoment momentOf(const Instrument& instrument, const PlainInstrument& plain,
    const StemChoice& choice, const ChannelView& view, const RunHistory& history, Ticks now,
    Ticks window)
{
    ChannelMoment moment;
    moment.stem = stemOf(plain, choice, history, now, view.worst);
    const auto signal = signalFigures(plain, choice, history, now);
    for (std::size_t leaf = 0; leaf < leafCount; ++leaf)
        moment.facts[leaf] =
            factsOf(plain, choice, view, moment.stem, signal, static_cast<Leaf>(leaf));
    addSamples(moment, plain, choice, history, now, window);
    addRedraws(moment, plain, choice, history, now, window);
    moment.signalFindings = signalFindings(instrument, plain, choice.channel, history, now);
    return moment;
}

} // namespace fern
