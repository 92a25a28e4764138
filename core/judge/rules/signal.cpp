#include "judge/rules/signal.h"

#include "judge/signal_figures.h"

#include "base/number_text.h"
#include "curves/sine.h"
#include "instrument/edits.h"
#include "judge/words.h"
#include "reading/spectrum.h"
#include "run/channel_run.h"
#include "run/firmware_run.h"
#include "smooth/figures.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr double lookBackSeconds = 10;
constexpr std::size_t fewestSamples = 48;

struct Readings {
    std::vector<double> seconds;
    std::vector<double> codes;
    std::vector<double> even; ///< the newest stretch without a gap
};

Readings readingsOf(
    const PlainInstrument& plain, std::size_t channel, const RunHistory& history, Ticks now)
{
    const double every = inSeconds(plain.channels[channel].sampleEvery);
    Readings r;
    for (const auto& sample : history.samples()) {
        if (sample.channel != channel || inSeconds(now - sample.at) > lookBackSeconds)
            continue;
        if (std::isnan(sample.real.reading)) {
            r.even.clear();
            continue;
        }
        // The loop comes a little late now and then; half a period is a sample missed.
        if (!r.seconds.empty() && inSeconds(sample.at) - r.seconds.back() > 1.5 * every)
            r.even.clear();
        r.seconds.push_back(inSeconds(sample.at));
        r.codes.push_back(sample.real.reading);
        r.even.push_back(sample.real.reading);
    }
    return r;
}

/// The mains frequency whose line stands out of the spectrum, and its amplitude in codes.
struct Hum {
    double hertz = 0;
    double amplitude = 0;
};
Hum humIn(const std::vector<double>& even, double sampleSeconds)
{
    const auto lines = spectrumOf(even, sampleSeconds, 256);
    if (lines.empty())
        return {};
    std::vector<double> amplitudes;
    amplitudes.reserve(lines.size());
    for (const auto& line : lines)
        amplitudes.push_back(line.amplitude);
    auto middle = amplitudes.begin() + static_cast<std::ptrdiff_t>(amplitudes.size() / 2);
    std::nth_element(amplitudes.begin(), middle, amplitudes.end());
    constexpr double standsOut = 6;
    const double width = lines.front().hertz; // between two lines
    Hum hum;
    for (const double mains : {50.0, 60.0}) {
        const double seen = aliasOf(mains, sampleSeconds);
        if (seen < 3 * width)
            continue; // it looks like drift
        for (const auto& line : lines)
            if (std::fabs(line.hertz - seen) <= 1.5 * width && line.amplitude > standsOut * *middle
                && line.amplitude > hum.amplitude)
                hum = {mains, line.amplitude};
    }
    return hum;
}

std::string placeOf(const PlainChannel& c, std::string_view part)
{
    return fmt::format("/channels/{}/{}", c.id, part);
}

void addFloating(
    const PlainChannel& c, const Readings& r, const Hum& hum, std::vector<Finding>& out)
{
    const auto converter = converterOf(c);
    const double full = static_cast<double>(converter.topCode() - converter.bottomCode());
    const auto [least, most] = std::minmax_element(r.codes.begin(), r.codes.end());
    if (hum.amplitude < 0.04 * full || *most - *least < 0.15 * full)
        return;
    out.push_back({"R02", Severity::Check, placeOf(c, "frontEnd"),
        fmt::format("{} looks like a pin with nothing on it", c.name),
        fmt::format("In the last {:.0f} s its codes wander over {:.0f} % of the range and carry "
                    "{:.0f} Hz of the mains with {:.0f} codes. Look whether the wire has come off; "
                    "a resistor to ground makes an open wire read 0.",
            lookBackSeconds, 100 * (*most - *least) / full, hum.hertz, hum.amplitude),
        "common practice; from the run", {}, {}});
}

void addHum(const PlainChannel& c, const Hum& hum, std::vector<Finding>& out)
{
    const double every = inSeconds(c.sampleEvery);
    const double passed = hum.amplitude * countAt(c, c.to) * gainAt(c.steps, every, hum.hertz);
    if (hum.amplitude == 0 || 2 * passed <= c.wishedStep)
        return;
    Finding finding{"R04", Severity::Check, placeOf(c, "smoothing"),
        fmt::format("Mains hum passes the smoothing: ±{}", differenceText(c, passed, 2)),
        fmt::format("{:.0f} Hz, sampled every {}, is seen as {} Hz. An average over a whole number "
                    "of mains cycles takes it away; others let a part of it through.",
            hum.hertz, durationText(every), significantText(aliasOf(hum.hertz, every), 3)),
        "frequency response of the steps; from the run", {}, {}};
    // A quarter of a cycle apart, four samples are one whole cycle.
    const Quantity quarter{250 / hum.hertz, "ms"};
    StepSpec average;
    average.kind = StepKind::MovingAverage;
    average.window = 4 * std::max(1, static_cast<int>(std::lround(hum.hertz * 0.1)));
    std::vector<StepSpec> steps = c.steps;
    std::erase_if(steps, [](const StepSpec& s) { return s.kind == StepKind::MovingAverage; });
    steps.insert(steps.begin(), average);
    finding.fixes.push_back(
        {fmt::format("Average {} samples, {} apart", average.window, toText(quarter)),
            [id = c.id, quarter, steps](const Instrument& before) {
                const auto sampled = withSampleEvery(before, id, quarter);
                return sampled ? withSmoothing(*sampled, id, steps) : sampled;
            }});
    out.push_back(std::move(finding));
}

void addStuck(const PlainChannel& c, const Readings& r, std::vector<Finding>& out)
{
    constexpr double liveliness = 0.5; // LSB rms: below it a quiet signal may stand still
    const bool isStill = std::all_of(
        r.codes.begin(), r.codes.end(), [&](double code) { return code == r.codes.front(); });
    const auto converter = converterOf(c);
    const bool isClipped = r.codes.front() <= static_cast<double>(converter.bottomCode())
        || r.codes.front() >= static_cast<double>(converter.topCode());
    if (!isStill || (c.noiseLsb < liveliness && !isClipped))
        return;
    out.push_back({"R07", Severity::Check, placeOf(c, isClipped ? "frontEnd" : "source"),
        fmt::format("Every reading of {} is {:.0f}", c.name, r.codes.front()),
        isClipped
            ? "That is an end of the converter's range: the input is off, shorted or out of range."
            : fmt::format(
                "With {} counts of noise neighbouring codes should come too. Look whether "
                "the reading is renewed at all.",
                significantText(c.noiseLsb, 2)),
        "common practice; from the run", {}, {}});
}

void addDropouts(const PlainChannel& c, const Readings& r, std::vector<Finding>& out)
{
    const double bottom = static_cast<double>(converterOf(c).bottomCode());
    auto sorted = r.codes;
    std::sort(sorted.begin(), sorted.end());
    const double middle = sorted[sorted.size() / 2];
    const double full = static_cast<double>(converterOf(c).topCode()) - bottom;
    const auto gone = std::count_if(
        r.codes.begin(), r.codes.end(), [&](double code) { return code <= bottom + 0.01 * full; });
    if (gone < 2 || middle < bottom + 0.1 * full
        || static_cast<std::size_t>(gone) > r.codes.size() / 2)
        return;
    out.push_back({"R08", Severity::Check, placeOf(c, "frontEnd"),
        fmt::format("{} drops to nothing {} times in {:.0f} s", c.name, gone, lookBackSeconds),
        "Single readings fall to the bottom and come back: a loose contact. A median of 5 hides up "
        "to two in a row, a better plug ends them.",
        "common practice; from the run",
        {{"Begin with a median of 5",
            [c](const Instrument& before) {
                StepSpec median;
                median.kind = StepKind::Median;
                median.window = 5;
                auto steps = c.steps;
                steps.insert(steps.begin(), median);
                return withSmoothing(before, c.id, steps);
            }}},
        {}});
}

/// A device that falls silent, or tells what cannot be read.
void addSilence(const PlainChannel& c, std::size_t channel, const RunHistory& history, Ticks now,
    std::vector<Finding>& out)
{
    if (!isTold(c.source.kind) || givesCodes(c.source.kind))
        return;
    int bad = 0;
    int all = 0;
    Ticks last;
    const double far = std::max(3 * lookBackSeconds, 20 * inSeconds(c.sampleEvery));
    for (const auto& told : history.told(channel)) {
        const bool isBad = told.state == ToldState::Bad;
        if (!isBad)
            last = told.at;
        if (inSeconds(now - told.at) <= far) {
            ++all;
            bad += isBad;
        }
    }
    const double quiet = inSeconds(now - last);
    if (quiet > 3 * inSeconds(c.sampleEvery) + lookBackSeconds / 5) {
        out.push_back({"R08", Severity::Check, placeOf(c, "source"),
            fmt::format("Nothing from {} for {}", c.name, durationText(quiet)),
            fmt::format("It should tell something every {}. Look at its supply, at the line and at "
                        "the bit rate.",
                durationText(inSeconds(c.sampleEvery))),
            "three of its periods; from the run", {}, {}});
    } else if (all >= 10 && bad * 10 > all) {
        out.push_back({"R08", Severity::Check, placeOf(c, "source"),
            fmt::format("{} of the last {} lines of {} came damaged", bad, all, c.name),
            "They are left out and counted. A wrong bit rate damages every line, a long wire or a "
            "missing ground some of them.",
            "common practice; from the run", {}, {}});
    }
}

/// Spikes that a mean lets through because nothing takes them away before it.
void addSpikes(const PlainInstrument& plain, std::size_t channel, const RunHistory& history,
    Ticks now, std::vector<Finding>& out)
{
    const auto& c = plain.channels[channel];
    const auto steps = activeSteps(c.steps);
    const auto gates = [](const StepSpec& s) {
        return s.kind == StepKind::SpikeGate || (s.kind == StepKind::Median && s.window > 1);
    };
    const auto mean = std::find_if(
        steps.begin(), steps.end(), [](const StepSpec& s) { return isLinear(s.kind); });
    const auto choices = stemChoices(plain, channel);
    if (mean == steps.end() || std::any_of(steps.begin(), mean, gates) || choices.empty())
        return;
    const auto figures = signalFigures(plain, choices.front(), history, now);
    constexpr int several = 2; // one may be a real jump
    if (figures.spikesPassed < several)
        return;
    StepSpec median;
    median.kind = StepKind::Median;
    median.window = 3;
    auto mended = c.steps;
    std::erase_if(mended, gates);
    mended.insert(mended.begin(), median);
    out.push_back({"M02", Severity::Check, placeOf(c, "smoothing"),
        fmt::format("{} of {} spikes pass the mean", figures.spikesPassed, figures.spikes),
        "A mean lets a part of every spike through, and spreads it. A median before it takes "
        "single "
        "ones away whole.",
        "common practice; from the run",
        {{"Begin with a median of 3",
            [id = c.id, mended](
                const Instrument& before) { return withSmoothing(before, id, mended); }}},
        {}});
}

} // namespace

std::vector<Finding> signalFindings(const Instrument& in, const PlainInstrument& plain,
    std::size_t channel, const RunHistory& history, Ticks now)
{
    std::vector<Finding> out;
    const auto& c = plain.channels[channel];
    addSilence(c, channel, history, now, out);
    if (c.isAnalog()) {
        const auto r = readingsOf(plain, channel, history, now);
        if (r.codes.size() >= fewestSamples) {
            const auto hum =
                r.even.size() >= fewestSamples ? humIn(r.even, inSeconds(c.sampleEvery)) : Hum{};
            addFloating(c, r, hum, out);
            if (out.empty())
                addHum(c, hum, out);
            addStuck(c, r, out);
            addDropouts(c, r, out);
        }
    }
    addSpikes(plain, channel, history, now, out);
    markLivedWith(in, out);
    return out;
}

std::vector<Finding> scenarioFindings(const Instrument& in, const PlainInstrument& plain)
{
    const Ticks window = ticksFromSeconds(30);
    const Ticks between = ticksFromSeconds(10);
    const Ticks end = ticksFromSeconds(lastInstantSeconds(plain, {}));
    RunHistory history(window);
    FirmwareRun run(plain, {}, history);
    std::vector<Finding> out;
    for (Ticks at = between; at < end + between; at += between) {
        run.advanceTo(std::min(at, end));
        for (std::size_t channel = 0; channel < plain.channels.size(); ++channel)
            for (auto& finding : signalFindings(in, plain, channel, history, run.now())) {
                const bool isKnown = std::any_of(out.begin(), out.end(), [&](const Finding& f) {
                    return f.rule == finding.rule && f.place == finding.place;
                });
                if (isKnown)
                    continue;
                finding.reason += fmt::format(
                    " First seen {} s into the scenario.", shortestText(inSeconds(run.now())));
                out.push_back(std::move(finding));
            }
    }
    return out;
}

} // namespace fern
