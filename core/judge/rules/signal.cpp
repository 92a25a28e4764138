#include "judge/rules/signal.h"

#include "judge/signal_figures.h"

#include "base/number_text.h"
#include "curves/sine.h"
#include "instrument/edits.h"
#include "judge/counted_pulses.h"
#include "judge/rail_ends.h"
#include "judge/words.h"
#include "reading/spectrum.h"
#include "run/channel_run.h"
#include "smooth/figures.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr std::size_t fewestSamples = 20;
constexpr std::size_t fewestForHum = 48;

} // namespace

double lookBackSeconds(const PlainChannel& c)
{
    constexpr double usual = 10;
    constexpr double samples = fewestSamples + 4;
    return std::max(usual, samples * inSeconds(c.sampleEvery));
}

namespace {

struct Readings {
    std::vector<double> seconds;
    std::vector<double> codes;
    std::vector<double> even; ///< the newest stretch without a gap
    std::vector<double> off; ///< from the codes that the truth would give, where it is known
};

Readings readingsOf(
    const PlainInstrument& plain, std::size_t channel, const RunHistory& history, Ticks now)
{
    const double every = inSeconds(plain.channels[channel].sampleEvery);
    const double lookBack = lookBackSeconds(plain.channels[channel]);
    Readings r;
    for (const auto& sample : history.samples()) {
        if (sample.channel != channel || inSeconds(now - sample.at) > lookBack)
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
        if (!std::isnan(sample.real.world))
            r.off.push_back(
                sample.real.reading - nominalReading(plain.channels[channel], sample.real.world));
    }
    return r;
}

/// How far some numbers wander, beside what comes and goes fast: the span of the medians of a sixth
/// of them each, of five at least.
double wanderOf(const std::vector<double>& numbers)
{
    constexpr std::size_t fewest = 5;
    const auto length = static_cast<std::ptrdiff_t>(std::max(fewest, numbers.size() / 6));
    std::vector<double> medians;
    for (auto from = numbers.begin(); numbers.end() - from >= length; from += length) {
        std::vector<double> block(from, from + length);
        const auto middle = block.begin() + length / 2;
        std::nth_element(block.begin(), middle, block.end());
        medians.push_back(*middle);
    }
    if (medians.empty())
        return 0;
    const auto [least, most] = std::minmax_element(medians.begin(), medians.end());
    return *most - *least;
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
    if (*most - *least < 0.15 * full)
        return;
    // Sampled slowly, hum folds onto the wander; but a run knows what is true.
    const bool carriesHum = hum.amplitude >= 0.04 * full;
    const bool isKnown = r.off.size() == r.codes.size();
    if ((!isKnown && !carriesHum) || wanderOf(isKnown ? r.off : r.codes) < 0.1 * full)
        return;
    out.push_back({"R02", Severity::Check, placeOf(c, "frontEnd"),
        fmt::format("{} looks like a pin with nothing on it", c.name),
        fmt::format("In the last {:.0f} s its codes wander over {:.0f} % of the range and {}. Look "
                    "whether the wire has come off; a resistor to ground makes an open wire read "
                    "0.",
            lookBackSeconds(c), 100 * (*most - *least) / full,
            carriesHum ? fmt::format(
                "carry {:.0f} Hz of the mains with {:.0f} codes", hum.hertz, hum.amplitude)
                       : "do not follow what is measured"),
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

/// A sensor that stays where it was while the world moves on: only a run knows the world.
void addDeaf(const PlainChannel& c, const Readings& r, std::vector<Finding>& out)
{
    if (r.off.size() != r.codes.size())
        return;
    std::vector<double> expected(r.codes);
    for (std::size_t i = 0; i < expected.size(); ++i)
        expected[i] -= r.off[i];
    const double moves = wanderOf(expected);
    const double least = std::max(6 * converterOf(c).stepCodes(), 12 * c.noiseLsb);
    if (moves < least || wanderOf(r.codes) > 0.2 * moves)
        return;
    out.push_back({"R07", Severity::Check, placeOf(c, "source"),
        fmt::format("{} does not follow what is measured", c.name),
        fmt::format("In the last {:.0f} s the truth moved over {:.0f} codes, the readings stayed. "
                    "Look whether the sensor is stuck.",
            lookBackSeconds(c), moves),
        "common practice; from the run", {}, {}});
}

void addStuck(const PlainChannel& c, const Readings& r, std::vector<Finding>& out)
{
    constexpr double liveliness = 0.5; // LSB rms: below it a quiet signal may stand still
    const bool isStill = std::all_of(
        r.codes.begin(), r.codes.end(), [&](double code) { return code == r.codes.front(); });
    const bool isClipped = railEnd(c, r.codes.front()) != RailEnd::None;
    if (!isStill) {
        addDeaf(c, r, out);
        return;
    }
    if (isClipped ? isWishedEnd(c, r.codes.front()) : c.noiseLsb < liveliness)
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

/// How often readings that stand well above the bottom fall to it for at most three and come back.
int dropsIn(const std::vector<double>& codes, double low, double high)
{
    constexpr std::size_t longest = 3;
    int drops = 0;
    for (std::size_t i = 1; i < codes.size(); ++i) {
        if (codes[i] > low || codes[i - 1] < high)
            continue;
        auto back = i;
        while (back < codes.size() && codes[back] <= low)
            ++back;
        drops += back - i <= longest && back < codes.size() && codes[back] >= high;
    }
    return drops;
}

void addDropouts(const PlainChannel& c, const Readings& r, std::vector<Finding>& out)
{
    const auto converter = converterOf(c);
    const double bottom = static_cast<double>(converter.bottomCode());
    const double full = static_cast<double>(converter.topCode()) - bottom;
    const int gone = dropsIn(r.codes, bottom + 0.01 * full, bottom + 0.1 * full);
    // Where nothing is a value like others, something may be switched off twice.
    if (gone < (isWishedEnd(c, bottom) ? 3 : 2))
        return;
    out.push_back({"R08", Severity::Check, placeOf(c, "frontEnd"),
        fmt::format("{} drops to nothing {} times in {:.0f} s", c.name, gone, lookBackSeconds(c)),
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

double usualSilence(const PlainChannel& c)
{
    constexpr double usual = 3;
    constexpr double rare = 1e-3;
    if (c.source.kind != SourceKind::Node || c.source.node.lossPercent <= 0)
        return usual;
    const double arrives = std::pow(1 - c.source.node.lossPercent / 100, 2); // there and back
    const double silent = std::pow(1 - arrives, c.device->radio.tries);
    return silent >= 1 ? std::numeric_limits<double>::infinity()
                       : std::max(usual, std::ceil(std::log(rare) / std::log(silent)));
}

} // namespace

double silenceSeconds(const PlainChannel& c)
{
    return usualSilence(c) * inSeconds(c.sampleEvery) + 2;
}

namespace {

/// A device that falls silent, or tells what cannot be read; of a radio the station.
void addSilence(const PlainChannel& c, std::size_t channel, const RunHistory& history, Ticks now,
    std::vector<Finding>& out)
{
    if (!isTold(c.source.kind) || givesCodes(c.source.kind))
        return;
    const bool isStation = c.source.kind == SourceKind::Node || c.device == nullptr;
    int bad = 0;
    int all = 0;
    Ticks last;
    const double far = std::max(3 * lookBackSeconds(c), 20 * inSeconds(c.sampleEvery));
    for (const auto& told : history.told(channel)) {
        if (isStation && told.state == ToldState::Other)
            continue; // another one's
        const bool isBad = told.state == ToldState::Bad;
        if (!isBad)
            last = told.at;
        if (inSeconds(now - told.at) <= far) {
            ++all;
            bad += isBad;
        }
    }
    const auto place = isStation ? placeOf(c, "source") : "/devices/" + c.device->id;
    const auto& name = isStation ? c.name : c.device->name;
    const double quiet = inSeconds(now - std::max(last, history.since()));
    if (quiet > silenceSeconds(c)) {
        out.push_back({"R08", Severity::Check, place,
            fmt::format("Nothing from {} for {}", name, durationText(quiet)),
            fmt::format("It should tell something every {}. Look at its supply, at the line and at "
                        "the bit rate.",
                durationText(inSeconds(c.sampleEvery))),
            fmt::format("{:.0f} of its periods; from the run", usualSilence(c)), {}, {}});
    } else if (all >= 10 && bad * 10 > all) {
        out.push_back({"R08", Severity::Check, place,
            fmt::format("{} of the last {} lines of {} came damaged", bad, all, name),
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
        if (r.codes.size() >= fewestSamples) { // fewer say nothing
            const auto hum =
                r.even.size() >= fewestForHum ? humIn(r.even, inSeconds(c.sampleEvery)) : Hum{};
            addFloating(c, r, hum, out);
            if (out.empty())
                addHum(c, hum, out);
            addStuck(c, r, out);
            addDropouts(c, r, out);
        }
    }
    // Only a run knows what happened.
    if (const auto* last = history.lastSample(channel);
        c.source.kind == SourceKind::Pulses && last != nullptr && last->hasTwin) {
        const auto pulses = countedPulses(plain, channel, history, now);
        if (auto finding = lostPulses(in, plain, c, pulses.happened, pulses.counted))
            out.push_back(*std::move(finding));
    }
    if (out.empty()) // what comes and goes with another cause is told with it
        addSpikes(plain, channel, history, now, out);
    markLivedWith(in, out);
    return out;
}

} // namespace fern
