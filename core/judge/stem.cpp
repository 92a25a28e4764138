#include "judge/stem.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "judge/page_trial.h"
#include "judge/words.h"
#include "run/busy_tally.h"
#include "run/display_run.h"
#include "smooth/figures.h"
#include "text/format.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr double noiseSeconds = 10;
constexpr int fewest = 8; ///< differences whose rms says something: it is right within a quarter
constexpr int slowest = 16; ///< samples that are looked at where 10 s bring fewer
constexpr double loadSeconds = 1;

LeafFigures& leaf(Stem& stem, Leaf which)
{
    return stem.leaves[static_cast<std::size_t>(which)];
}

std::string numberOr(double value, int decimals)
{
    return std::isnan(value) ? "—" : fmt::format("{:.{}f}", value + 0.0, decimals);
}

/// Root mean square of differences.
class Rms {
public:
    void add(double difference)
    {
        if (std::isnan(difference))
            return;
        m_squares += difference * difference;
        ++m_count;
    }
    int count() const { return m_count; }
    /// NaN of too few.
    double value() const { return m_count < fewest ? notThere : std::sqrt(m_squares / m_count); }

private:
    double m_squares = 0;
    int m_count = 0;
};

/// Decimals that show a tenth of the channel's step, and no more.
int decimalsFor(double step)
{
    if (!(step > 0))
        return 3;
    return std::clamp(static_cast<int>(std::ceil(-std::log10(step) - 1e-9)), 0, 6);
}

/// The leaves before the text, of a reader that writes times: "13:00:00" instead of 46800.
struct StageText {
    const PlainReader& reader;
    const Unit& unit;
    int decimals;

    bool isTime() const { return isTimeForm(reader.text.form); }
    std::string unitWord() const
    {
        return !isTime()                                   ? prettyUnit(unit.name)
            : reader.text.form == TextForm::MinutesSeconds ? "m:ss"
                                                           : "h:mm:ss";
    }
    std::string value(double si) const
    {
        if (!isTime() || std::isnan(si))
            return numberOr(fromSi(si, unit), decimals);
        TextSpec spec;
        spec.form = reader.text.form == TextForm::MinutesSeconds ? TextForm::MinutesSeconds
                                                                 : TextForm::HoursMinutesSeconds;
        spec.width = 12;
        return std::string(trimmed(formatText(si, spec, NumberKind::Float64)));
    }
};

/// Decimals of the volts at the pin: three at a reference of a volt or more, more below.
int pinDecimals(const PlainChannel& channel)
{
    return 3 + std::max(0, static_cast<int>(std::ceil(-std::log10(channel.reference))));
}

/// The scenario's last event before an instant, or null.
const LaneEvent* lastEvent(const PlainChannel& channel, Ticks now)
{
    const LaneEvent* last = nullptr;
    for (const auto& event : channel.events)
        if (event.at <= inSeconds(now))
            last = &event;
    return last;
}

/// The value that the slopes are taken at: what the channel holds now, or the top of its range.
double heldValue(const PlainChannel& channel, const SampleRecord* sample)
{
    return sample == nullptr || std::isnan(sample->real.smoothed) ? channel.to
                                                                  : sample->real.smoothed;
}

/// What a source of codes holds: the event, the code, its name.
void showCodes(Stem& stem, const PlainChannel& channel, std::size_t index,
    const RunHistory& history, Ticks now)
{
    auto& world = leaf(stem, Leaf::World);
    auto& reading = leaf(stem, Leaf::Reading);
    leaf(stem, Leaf::Scale).isThere = leaf(stem, Leaf::Smooth).isThere = false;
    leaf(stem, Leaf::Text).unit = leaf(stem, Leaf::Glass).unit = {};
    const auto* code = history.lastCode(index);
    reading.value = code == nullptr ? "—" : *code;
    reading.unit = "last code";
    const auto* event = lastEvent(channel, now);
    world.value = event == nullptr ? "—" : event->what;
    world.unit = "last event";
}

/// What the first leaves hold of a source that is no plain analog one.
void showSource(Stem& stem, const PlainChannel& channel, std::size_t index,
    const RunHistory& history, Ticks now)
{
    const auto kind = channel.source.kind;
    auto& sensor = leaf(stem, Leaf::Sensor);
    auto& reading = leaf(stem, Leaf::Reading);
    leaf(stem, Leaf::World).isThere = sensor.isThere = hasLane(kind);
    const auto* sample = history.lastSample(index);
    const StageValues v = sample == nullptr ? StageValues{} : sample->real;
    if (kind == SourceKind::Pulses) {
        reading.unit = "pulses";
        sensor.unit = "Hz";
        sensor.value = channel.source.pulses.gives == PulseGives::Rate
            ? numberOr(channel.source.pulses.perUnit * fromSi(v.world, channel.unit), 1)
            : "—";
    } else if (kind == SourceKind::Encoder) {
        reading.unit = "detents";
        sensor.unit = "lines a, b";
        if (!std::isnan(v.world)) {
            constexpr std::array<std::string_view, 4> levels{"0 0", "1 0", "1 1", "0 1"};
            const auto& e = channel.source.encoder;
            const double edges = fromSi(v.world, channel.unit) * e.perUnit * e.edgesPerDetent;
            sensor.value =
                levels[static_cast<std::size_t>(static_cast<std::int64_t>(std::floor(edges)) & 3)];
        }
    } else if (kind == SourceKind::KeyMatrix) {
        sensor.unit = "keys at its lines";
        sensor.value = v.world > 0 ? numberOr(v.world, 0) : "none";
    } else if (!isConverted(kind)) {
        reading.unit = prettyUnit(channel.readingUnit.name);
        reading.value = numberOr(v.reading, decimalsFor(channel.resolution));
    }
    if (isTold(kind)) {
        const auto* told = history.lastTold(index);
        sensor.unit = kind == SourceKind::KeyCodes ? "last frame" : "last line";
        sensor.value = told == nullptr
            ? "—"
            : std::string(toldStateWords[static_cast<std::size_t>(told->state)]);
    }
    if (givesCodes(kind))
        showCodes(stem, channel, index, history, now);
}

void setValues(Stem& stem, const PlainInstrument& in, const StemChoice& choice,
    const RunHistory& history, Ticks now)
{
    const auto& channel = in.channels[choice.channel];
    const auto state = stateNow(in, history, choice.reader, now);
    const auto reader = inForm(in.readers[choice.reader], state.form);
    const auto* sample = history.lastSample(choice.channel);
    const auto* redraw = history.lastRedraw(choice.display);
    const StageValues v = sample == nullptr ? StageValues{} : sample->real;
    const double step =
        differenceFromSi(countAt(channel, heldValue(channel, sample)), channel.unit);
    const StageText stage{reader, channel.unit, decimalsFor(step)};
    const auto at = [&](Leaf leaf, std::string value, std::string its) {
        LeafFigures figures;
        figures.name = nameOf(leaf);
        figures.value = std::move(value);
        figures.unit = std::move(its);
        return figures;
    };
    stem.leaves = {
        at(Leaf::World, stage.value(v.world), stage.unitWord()),
        at(Leaf::Sensor, numberOr(v.pin, pinDecimals(channel)), "V at the pin"),
        at(Leaf::Reading, numberOr(v.reading, 0), "counts"),
        at(Leaf::Scale, stage.value(v.scaled), stage.unitWord()),
        at(Leaf::Smooth, stage.value(v.smoothed), stage.unitWord()),
        at(Leaf::Text, "—", stage.isTime() ? std::string() : prettyUnit(reader.unit.name)),
        at(Leaf::Glass, "—", stage.isTime() ? std::string() : prettyUnit(reader.unit.name)),
    };
    if (!channel.isAnalog())
        showSource(stem, channel, choice.channel, history, now);
    if (redraw == nullptr)
        return;
    for (const auto& shown : redraw->readers)
        if (shown.reader == choice.reader) {
            leaf(stem, Leaf::Glass).value = leaf(stem, Leaf::Text).value =
                std::string(trimmed(shown.text));
            return;
        }
    // Another page is shown.
    leaf(stem, Leaf::Text).value =
        trimmed(readerText(in, choice.reader, state, latestOf(history, choice.channel), now));
}

void setSteps(Stem& stem, const PlainInstrument& in, const StemChoice& choice,
    const PlainReader& reader, double at)
{
    const double count = countAt(in.channels[choice.channel], at);
    const double digit = digitWorth(reader);
    if (count > 0)
        for (const auto which : {Leaf::Reading, Leaf::Scale, Leaf::Smooth})
            leaf(stem, which).step = count;
    if (!writesNumbers(reader.text))
        return;
    leaf(stem, Leaf::Text).step = leaf(stem, Leaf::Glass).step = std::max(count, digit);
}

void setNoise(Stem& stem, const PlainInstrument& in, const StemChoice& choice,
    const RunHistory& history, Ticks now, double at)
{
    const auto from = now - ticksFromSeconds(noiseSeconds);
    const auto& channel = in.channels[choice.channel];
    const double perVolt =
        channel.isAnalog() ? 1 / std::fabs(pinSlope(channel.input, at)) : notThere;
    const double perCount = countAt(channel, at);
    Rms pin, reading, scaled, smoothed, shownNoise, aboutTrace;
    int looked = 0;
    const auto& samples = history.samples();
    for (auto it = samples.rbegin(); it != samples.rend(); ++it) {
        const auto& s = *it;
        if (s.channel != choice.channel)
            continue;
        if (s.at < from && looked >= slowest)
            break;
        if (looked == 0)
            stem.noiseIsAboutTrace = !s.hasTwin;
        ++looked;
        if (s.at < from)
            stem.noiseOver = countText(looked, "sample");
        aboutTrace.add(s.real.scaled - s.real.smoothed);
        pin.add((s.real.pin - s.calm.pin) * perVolt);
        if (channel.isAnalog())
            reading.add((s.real.reading - s.calm.reading) * perCount);
        scaled.add(s.real.scaled - s.calm.scaled);
        smoothed.add(s.real.smoothed - s.calm.smoothed);
    }
    const auto& redraws = history.redraws();
    for (auto it = redraws.rbegin(); it != redraws.rend(); ++it) {
        if (it->startedAt < from && shownNoise.count() >= slowest)
            break;
        for (const auto& shown : it->readers)
            if (it->display == choice.display && shown.reader == choice.reader)
                shownNoise.add(shown.shown - shown.calmShown);
    }
    if (givesCodes(channel.source.kind)) {
        stem.noiseIsAboutTrace = false;
        return;
    }
    leaf(stem, Leaf::World).noise = stem.noiseIsAboutTrace ? notThere : 0;
    leaf(stem, Leaf::Sensor).noise = pin.value();
    leaf(stem, Leaf::Reading).noise = stem.noiseIsAboutTrace ? aboutTrace.value() : reading.value();
    leaf(stem, Leaf::Scale).noise = stem.noiseIsAboutTrace ? aboutTrace.value() : scaled.value();
    leaf(stem, Leaf::Smooth).noise = smoothed.value();
    leaf(stem, Leaf::Text).noise = leaf(stem, Leaf::Glass).noise = shownNoise.value();
}

void setAges(Stem& stem, const PlainInstrument& in, const StemChoice& choice,
    const RunHistory& history, Ticks now)
{
    const auto& channel = in.channels[choice.channel];
    const double delay = delaySeconds(channel.steps, inSeconds(channel.sampleEvery));
    stem.age = ageOf(in, channel, in.displays[choice.display]);
    const auto* sample = history.lastSample(choice.channel);
    if (sample == nullptr)
        return;
    leaf(stem, Leaf::World).age = std::isnan(sample->real.world) ? notThere : 0;
    leaf(stem, Leaf::Sensor).age = leaf(stem, Leaf::World).age + stem.age.frontEnd;
    const double sampleAge = inSeconds(now - sample->takenAt) + stem.age.frontEnd;
    leaf(stem, Leaf::Reading).age = leaf(stem, Leaf::Scale).age = sampleAge;
    leaf(stem, Leaf::Smooth).age = sampleAge + delay;
    if (const auto* redraw = history.lastRedraw(choice.display))
        for (const auto& shown : redraw->readers)
            if (shown.reader == choice.reader) // the text grows old while it stands on the glass
                leaf(stem, Leaf::Text).age = leaf(stem, Leaf::Glass).age =
                    inSeconds(now - shown.sampledAt) + stem.age.frontEnd + delay;
}

/// A cause of the age, the leaf that it belongs to, and its seconds.
struct AgeShare {
    std::string_view words;
    Leaf leaf;
    double seconds;
};

void setLimitByAge(Stem& stem, const PlainChannel& channel)
{
    const auto& age = stem.age;
    const std::array<AgeShare, 5> shares{{{"Smoothing makes", Leaf::Smooth, age.smoothing},
        {"The redraw makes", Leaf::Glass, age.redraw + age.panel + age.waiting},
        {"Sampling makes", Leaf::Reading, age.sampling},
        {"The capacitor at the pin makes", Leaf::Sensor, age.frontEnd},
        {"Waiting for the other tasks of the board makes", Leaf::Glass, age.blocked}}};
    const auto& most = *std::max_element(shares.begin(), shares.end(),
        [](const AgeShare& a, const AgeShare& b) { return a.seconds < b.seconds; });
    stem.limitIsAge = true;
    stem.limit = most.leaf;
    stem.limitReason = fmt::format("{} {} of the {} that it can take until it is seen; wished are "
                                   "{}.",
        most.words, durationText(most.seconds), durationText(age.oldest()),
        durationText(channel.freshnessSeconds));
}

void setLimitByBudget(Stem& stem, const PlainChannel& channel)
{
    if (!stem.budget.isKnown()) {
        stem.limit = channel.calibration ? Leaf::Scale : Leaf::Sensor;
        stem.limitReason =
            fmt::format("How right the value is cannot be told: {}.", stem.budget.missing);
        return;
    }
    const auto shares = leafShares(stem.budget);
    const auto most = std::max_element(shares.begin(), shares.end());
    stem.limit = static_cast<Leaf>(most - shares.begin());
    const BudgetTerm* largest = nullptr;
    for (const auto& term : stem.budget.terms)
        if (term.leaf == stem.limit && (largest == nullptr || term.u > largest->u))
            largest = &term;
    const auto uncertainty = differenceText(channel, 2 * stem.budget.accuracy, 2);
    const auto where = valueText(channel, stem.budget.at, 4);
    const auto its = differenceText(channel, 2 * largest->u, 2);
    // The uncertainty that every view tells is the value's; rounding comes on top of it.
    const double ofValue = *most / (1 - shares[static_cast<std::size_t>(Leaf::Text)]);
    stem.limitReason = stem.limit == Leaf::Text
        ? fmt::format("Rounding to the last digit adds ±{} to the uncertainty of ±{} at {}.", its,
            uncertainty, where)
        : fmt::format("{:.0f} % of the uncertainty ±{} at {}, most from {} (±{}).", ofValue * 100,
            uncertainty, where, largest->name, its);
}

/// What is in trouble limits, whatever the design promises: the first leaf that is, since what
/// follows suffers from it.
bool setLimitByTrouble(Stem& stem, const PlainInstrument& in, const StemChoice& choice,
    const RunHistory& history, Ticks now)
{
    if (const auto* newest = history.lastSample(choice.channel))
        leaf(stem, Leaf::Sensor).trouble = pinTrouble(in.channels[choice.channel], *newest);
    leaf(stem, Leaf::Reading).trouble = readingTrouble(in, choice, history, now);
    for (const auto which : {Leaf::Sensor, Leaf::Reading})
        if (const auto& trouble = leaf(stem, which).trouble; !trouble.word.empty()) {
            stem.limit = which;
            stem.limitReason = trouble.reason;
            return true;
        }
    return false;
}

/// Of the busiest processor.
void setLoads(Stem& stem, const PlainInstrument& in, const RunHistory& history, Ticks now)
{
    const auto from = now - ticksFromSeconds(loadSeconds);
    std::vector<double> processors(in.loops.size());
    double bus = 0;
    for (const auto& busy : history.activity()) {
        const double seconds =
            std::max(0.0, inSeconds(std::min(busy.to, now) - std::max(busy.from, from)));
        if (isOfProcessor(busy.with))
            processors[loopOf(in, busy.with, busy.index)] += seconds;
        bus += isOfBus(busy.with) ? seconds : 0;
    }
    stem.processorLoad = *std::max_element(processors.begin(), processors.end()) / loadSeconds;
    stem.busLoad = bus / loadSeconds;
}

} // namespace

Stem stemOf(const PlainInstrument& in, const StemChoice& choice, const RunHistory& history,
    Ticks now, std::optional<Budget> worst)
{
    const auto& channel = in.channels[choice.channel];
    const auto& reader = in.readers[choice.reader];
    Stem stem;
    const double at = heldValue(channel, history.lastSample(choice.channel));
    stem.at = at;
    setValues(stem, in, choice, history, now);
    setSteps(stem, in, choice, inForm(reader, stateNow(in, history, choice.reader, now).form), at);
    setNoise(stem, in, choice, history, now, at);
    setAges(stem, in, choice, history, now);
    stem.budget = worst ? *std::move(worst) : worstBudget(channel, digitWorth(reader));
    if (stem.budget.isKnown())
        stem.honestDecimals = honestDecimals(differenceFromSi(stem.budget.accuracy, reader.unit));
    if (!setLimitByTrouble(stem, in, choice, history, now)) {
        if (stem.age.oldest() > channel.freshnessSeconds || givesCodes(channel.source.kind))
            setLimitByAge(stem, channel);
        else
            setLimitByBudget(stem, channel);
    }
    setLoads(stem, in, history, now);
    return stem;
}

} // namespace fern
