#include "judge/wish_ways.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "judge/field_fit.h"
#include "judge/freshness_fix.h"
#include "judge/front_end_fix.h"
#include "run/channel_run.h"
#include "run/task_blocks.h"
#include "smooth/figures.h"
#include "text/format.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

/// A change, and what it makes of the plain numbers.
struct Way {
    Fix fix;
    PlainInstrument after;
};

/// Where ways are looked for.
struct Search {
    const Instrument& in;
    const PlainInstrument& plain;
    std::size_t index;
    const WishVerdict& missed;
    std::vector<Way> ways{};

    const PlainChannel& channel() const { return plain.channels[index]; }
    void add(Fix fix, const std::function<void(PlainInstrument&)>& change)
    {
        ways.push_back({std::move(fix), plain});
        change(ways.back().after);
    }
    void addForChannel(Fix fix, const std::function<void(PlainChannel&)>& change)
    {
        add(std::move(fix), [&](PlainInstrument& after) { change(after.channels[index]); });
    }
};

void addFrontEnds(Search& s)
{
    const auto& c = s.channel();
    if (!c.isAnalog())
        return;
    if (const auto range = betterRange(c, highEnd(c).volts); range && !c.ranges.empty())
        s.addForChannel(
            rangeFix(c, *range), [&](PlainChannel& after) { after.reference = *range; });
    if (const auto frontEnd = betterFrontEnd(s.in, c); frontEnd && !c.calibration)
        s.addForChannel(frontEndFix(c, *frontEnd), [&](PlainChannel& after) {
            after.input.r1 = inSi(frontEnd->r1);
            after.input.r2 = inSi(frontEnd->r2);
            after.input.fixed = inSi(frontEnd->fixed);
        });
}

/// As many decimals as the wished step asks for, on the reader that shows the most.
void addDecimals(Search& s)
{
    if (!s.missed.end)
        return;
    constexpr int mostDecimals = 9;
    const auto& c = s.channel();
    const auto& reader = s.plain.readers[s.missed.end->reader];
    const double step = differenceFromSi(c.wishedStep, reader.unit);
    auto text = reader.text;
    while (text.decimals < mostDecimals && digitWorth(text) > step * (1 + 1e-9))
        ++text.decimals;
    if (text.decimals == reader.text.decimals || !areHonest(c, reader, text.decimals))
        return;
    for (const double end : {c.from, c.to})
        text.width =
            std::max(text.width, cellsNeeded(fromSi(end, reader.unit), text, c.numberKind));
    s.add({text.decimals == 1 ? "Show 1 decimal" : fmt::format("Show {} decimals", text.decimals),
              [id = reader.id, text](
                  const Instrument& before) { return withText(before, id, text); }},
        [&](PlainInstrument& after) { after.readers[s.missed.end->reader].text = text; });
}

/// Resistors a tenth as far off, but no better than are sold.
void addResistors(Search& s)
{
    constexpr double best = 0.1; // percent
    const auto& c = s.channel();
    if (!c.isAnalog() || c.calibration || c.resistorTolerancePercent <= best)
        return;
    auto frontEnd = findById(s.in.channels, c.id)->frontEnd;
    frontEnd.tolerancePercent = std::max(best, c.resistorTolerancePercent / 10);
    s.addForChannel({fmt::format("Use resistors of {} %", shortestText(frontEnd.tolerancePercent)),
                        [id = c.id, frontEnd](const Instrument& before) {
                            return withFrontEnd(before, id, frontEnd);
                        }},
        [&](PlainChannel& after) { after.resistorTolerancePercent = frontEnd.tolerancePercent; });
}

/// An exponential step that takes a quarter of the freshness.
void addSmoothing(Search& s)
{
    const auto& c = s.channel();
    auto steps = c.steps;
    StepSpec step;
    step.kind = StepKind::Exponential;
    step.tau = *parseNumber(significantText(c.freshnessSeconds / 4, 2));
    steps.push_back(step);
    s.addForChannel(smoothingFix(c, steps), [&](PlainChannel& after) { after.steps = steps; });
}

Fix samplingFix(const PlainChannel& c, const Quantity& every)
{
    return {"Sample every " + toText(every), [id = c.id, every](const Instrument& before) {
                return withSampleEvery(before, id, every);
            }};
}

void addSampling(Search& s, double seconds)
{
    const Quantity every{*parseNumber(significantText(seconds * 1000, 2)), "ms"};
    s.addForChannel(samplingFix(s.channel(), every),
        [&](PlainChannel& after) { after.sampleEvery = ticksFromSeconds(inSi(every)); });
}

/// Redrawing, smoothing or sampling so much faster that the number is young enough.
void addFresher(Search& s)
{
    constexpr double shortest = 0.05; // seconds
    if (!s.missed.end)
        return;
    const auto& c = s.channel();
    const auto& display = s.plain.displays[s.missed.end->display];
    const auto age = ageOf(s.plain, c, display);
    const double tooMuch = age.oldest() - c.freshnessSeconds;
    // Paper hears nothing while it refreshes, and bears no more than its class says.
    const double frame = age.redraw + (display.isDeaf ? age.panel : 0);
    const double least = inSi(display.firmware->setup().part.leastInterval);
    const double interval =
        std::max({shortest, frame, least, std::floor((age.waiting - tooMuch) * 100) / 100});
    if (interval < age.waiting)
        s.add(redrawFix(display, interval), [&](PlainInstrument& after) {
            auto& slower = after.displays[s.missed.end->display];
            slower.redrawEvery = ticksFromSeconds(interval);
            for (auto& task : after.program)
                if (task.spec.does == TaskDoes::Redraw && task.spec.of == slower.id)
                    task.spec.when = TaskWhen::Due;
        });
    const double period = inSeconds(c.sampleEvery);
    const double delay = delaySeconds(c.steps, period);
    if (delay > 0) {
        const auto steps = shortened(c.steps, period, std::max(0.0, (delay - tooMuch) * 0.95));
        s.addForChannel(smoothingFix(c, steps), [&](PlainChannel& after) { after.steps = steps; });
    }
    const double sampling = std::max({0.001, sampleSeconds(s.plain, c), (period - tooMuch) * 0.95});
    if (sampling < period)
        addSampling(s, sampling);
}

/// Larger lettering, where it stays on the glass and clear of the other fields.
void addLettering(Search& s)
{
    constexpr int mostScale = 4;
    if (!s.missed.end)
        return;
    const auto& end = *s.missed.end;
    const auto& display = s.plain.displays[end.display];
    const auto& page = display.pages[end.page];
    for (std::size_t i = 0; i < page.fields.size(); ++i) {
        const auto& field = page.fields[i];
        if (field.kind != FieldKind::Value || field.reader != s.plain.readers[end.reader].id)
            continue;
        const int cells = placesOf(s.plain, display, field);
        auto trial = s.plain;
        const auto distanceOf = [&](const Field& f) {
            trial.displays[end.display].pages[end.page].fields[i] = f;
            return readableDistance(digitHeight(trial, end));
        };
        // The smallest lettering that is large enough, else the largest.
        const Field* best = nullptr;
        double far = 0;
        const auto all = letterings(field, display.metrics, mostScale);
        for (const auto& f : all) {
            const double distance = distanceOf(f);
            const bool isBetter = far < s.plain.readingDistance
                ? distance > far
                : distance >= s.plain.readingDistance && distance < far;
            if (!isBetter || !fitsGlass(f, cells, display)
                || !isClear(s.plain, display, page, f, cells))
                continue;
            best = &f;
            far = distance;
        }
        if (best != nullptr)
            s.add({"Use the font " + letteringText(*best),
                      [id = page.id, lettering = *best](
                          const Instrument& before) { return withField(before, id, lettering); }},
                [&](PlainInstrument& after) {
                    after.displays[end.display].pages[end.page].fields[i] = *best;
                });
    }
}

/// A longer gate for pulses, closer samples between beats.
void addSamplingForStep(Search& s)
{
    const auto& c = s.channel();
    const double lacks = coarsestCount(c) / c.wishedStep;
    const double period = inSeconds(c.sampleEvery);
    constexpr double spare = 0.95;
    if (c.source.kind == SourceKind::Waveform)
        addSampling(s, std::max(1e-3, spare * period / lacks));
    else if (c.source.kind == SourceKind::Pulses && c.source.pulses.gives == PulseGives::Rate)
        addSampling(s, period * lacks / spare);
}

void addWays(Search& s)
{
    switch (s.missed.wish) {
    case Wish::Range:
        return addFrontEnds(s);
    case Wish::Step:
        addDecimals(s);
        addSamplingForStep(s);
        return addFrontEnds(s);
    case Wish::Tolerance:
        addSmoothing(s);
        addResistors(s);
        return addFrontEnds(s);
    case Wish::Freshness:
        return addFresher(s);
    case Wish::ReadingDistance:
        return addLettering(s);
    case Wish::Hours:
        break; // the parts draw what they draw
    }
}

/// Whether a wish of the channel that is met now would be missed.
bool costsAnother(const Search& s, const PlainInstrument& after)
{
    for (std::size_t i = 0; i < wishKeys.size(); ++i)
        if (const auto wish = static_cast<Wish>(i); wish != s.missed.wish
            && wishOf(s.plain, s.index, wish).verdict == Verdict::Met
            && wishOf(after, s.index, wish).verdict == Verdict::Missed)
            return true;
    return false;
}

} // namespace

bool areHonest(const PlainChannel& c, const PlainReader& reader, int decimals)
{
    const auto worst = worstBudget(c, 0);
    return !worst.isKnown()
        || decimals <= honestDecimals(differenceFromSi(worst.accuracy, reader.unit));
}

std::optional<Fix> bestWay(const Instrument& in, const PlainInstrument& plain, std::size_t channel,
    const WishVerdict& missed)
{
    constexpr double worthwhile = 0.9; // of what is lacking now
    Search search{in, plain, channel, missed};
    addWays(search);
    const Way* best = nullptr;
    double least = worthwhile * missed.missedBy;
    for (const auto& way : search.ways) {
        const auto verdict = wishOf(way.after, channel, missed.wish);
        const double lacking = std::max(0.0, verdict.missedBy);
        if (verdict.verdict == Verdict::Unknown || !(lacking < least)
            || costsAnother(search, way.after))
            continue;
        best = &way;
        least = lacking;
    }
    return best == nullptr ? std::nullopt : std::optional(best->fix);
}

} // namespace fern
