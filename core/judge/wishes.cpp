#include "judge/wishes.h"

#include "base/number_text.h"
#include "glass/pixel_font.h"
#include "judge/words.h"
#include "run/channel_run.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <numbers>

#include <fmt/format.h>

namespace fern {

namespace {

/// The best of several ends, by how much each misses.
template <class Value>
std::optional<StemChoice> bestEnd(const std::vector<StemChoice>& ends, const Value& missedBy)
{
    const auto best = std::min_element(ends.begin(), ends.end(),
        [&](const StemChoice& a, const StemChoice& b) { return missedBy(a) < missedBy(b); });
    return best == ends.end() ? std::nullopt : std::optional(*best);
}

WishVerdict notJudged(Wish wish, std::string wished, std::string why)
{
    return {wish, "—", std::move(wished), std::move(why), 0, Verdict::Unknown, {}};
}

WishVerdict judged(
    Wish wish, std::string found, std::string wished, std::string note, double missedBy)
{
    constexpr double hair = 1e-9; // of rounding
    return {wish, std::move(found), std::move(wished), std::move(note), missedBy,
        missedBy <= hair ? Verdict::Met : Verdict::Missed, {}};
}

/// The verdict at the end that decides, which is named where there are several.
WishVerdict judgedAt(WishVerdict verdict, const PlainInstrument& in,
    const std::vector<StemChoice>& ends, const StemChoice& end)
{
    verdict.end = end;
    if (ends.size() > 1)
        verdict.where = "on " + in.displays[end.display].id;
    return verdict;
}

/// The values of the wished range that the converter can tell apart, SI units.
struct Readable {
    double least = 0, most = 0;
};
Readable readableOf(const PlainChannel& c)
{
    const auto converter = converterOf(c);
    // A resistive sensor has no value at the ends themselves; the top code of another serves up to
    // the next one.
    const bool hasEnds = !isResistive(c.input.sensor);
    const double edge = hasEnds ? static_cast<double>(converter.bottomCode()) : 1;
    const double top =
        static_cast<double>(converter.topCode()) + (hasEnds ? converter.stepCodes() : 0);
    const auto readAt = [&](double code) {
        const double q = quantityAtPin(c.input, voltsOf(converter, code, c.reference));
        if (c.input.sensor != SensorKind::Platinum)
            return q;
        constexpr double coldest = 73.15; // kelvin, the ends of IEC 60751
        constexpr double hottest = 1123.15;
        return std::isnan(q) ? hottest : std::clamp(q, coldest, hottest);
    };
    const auto [least, most] = std::minmax({readAt(edge), readAt(top)});
    return {least, most};
}

WishVerdict rangeVerdict(const PlainChannel& c)
{
    const auto unit = prettyUnit(c.unit.name);
    // To a tenth of the wished step and four digits: more would say nothing.
    const double grain = differenceFromSi(c.wishedStep, c.unit) / 10;
    const auto text = [&](double si) {
        const double value = fromSi(si, c.unit);
        return significantText(grain > 0 ? std::round(value / grain) * grain : value, 4);
    };
    const auto wished = fmt::format("{} to {} {}", significantText(fromSi(c.from, c.unit), 4),
        significantText(fromSi(c.to, c.unit), 4), unit);
    if (!c.isAnalog())
        return notJudged(Wish::Range, wished, "the source sets no limit that is known");
    const auto can = readableOf(c);
    const double lacking = std::max(0.0, can.least - c.from) + std::max(0.0, c.to - can.most);
    return judged(Wish::Range, fmt::format("{} to {} {}", text(can.least), text(can.most), unit),
        wished, "what the converter can read", lacking / (c.to - c.from));
}

WishVerdict stepVerdict(
    const PlainInstrument& in, const PlainChannel& c, const std::vector<StemChoice>& all)
{
    const auto wished = differenceText(c, c.wishedStep, 3);
    if (givesCodes(c.source.kind))
        return notJudged(Wish::Step, wished, "codes have no steps");
    const double count = coarsestCount(c);
    if (!(count > 0))
        return notJudged(Wish::Step, wished, "the smallest change that is told is not known");
    std::vector<StemChoice> ends;
    for (const auto& end : all)
        if (writesNumbers(in.readers[end.reader].text))
            ends.push_back(end);
    if (ends.empty())
        return notJudged(Wish::Step, wished, "no page shows it as a number");
    const auto stepAt = [&](const StemChoice& end) {
        return std::max(count, digitWorth(in.readers[end.reader]));
    };
    const auto end = *bestEnd(ends, stepAt);
    const double step = stepAt(end);
    return judgedAt(judged(Wish::Step, differenceText(c, step, 3), wished,
                        step > count ? "the last digit that is shown"
                                     : "one step of the reading, at its coarsest",
                        step / c.wishedStep - 1),
        in, ends, end);
}

WishVerdict toleranceVerdict(const PlainChannel& c, const Budget& worst)
{
    const auto wished = "±" + differenceText(c, c.tolerance, 2);
    if (givesCodes(c.source.kind))
        return notJudged(Wish::Tolerance, wished, "codes are right or wrong");
    if (!worst.isKnown() || !std::isfinite(worst.accuracy))
        return notJudged(Wish::Tolerance, wished,
            worst.isKnown() ? "the sensor has no slope somewhere in the wished range"
                            : worst.missing);
    const double half = 2 * worst.accuracy;
    const auto* most = worst.largest();
    return judged(Wish::Tolerance, "±" + differenceText(c, half, 2), wished,
        fmt::format("k = 2, at {}{}{}", valueText(c, worst.at, 4),
            most == nullptr ? "" : ", most from the " + most->name,
            c.source.kind == SourceKind::Pulses && !c.calibration
                ? "; the pulses for one unit count as right"
                : ""),
        half / c.tolerance - 1);
}

WishVerdict freshnessVerdict(
    const PlainInstrument& in, const PlainChannel& c, const std::vector<StemChoice>& ends)
{
    const auto wished = durationText(c.freshnessSeconds);
    if (ends.empty())
        return notJudged(Wish::Freshness, wished, "no page shows it");
    const auto oldestAt = [&](const StemChoice& end) {
        return ageOf(in, c, in.displays[end.display]).oldest();
    };
    const auto end = *bestEnd(ends, [&](const StemChoice& e) { return -oldestAt(e); });
    return judgedAt(
        judged(Wish::Freshness, durationText(oldestAt(end)), wished,
            "the oldest that a shown number gets", oldestAt(end) / c.freshnessSeconds - 1),
        in, ends, end);
}

WishVerdict hoursVerdict(const PlainInstrument& in)
{
    const auto& time = in.runTime;
    const auto wished = hoursText(in.wishedSeconds);
    if (time.source.empty())
        return notJudged(Wish::Hours, wished, "no battery among the parts");
    if (time.averageAmpere <= 0)
        return notJudged(Wish::Hours, wished, "the parts name no current");
    return judged(Wish::Hours, hoursText(time.seconds()), wished,
        fmt::format("{} usable at {} on average",
            quantityText(time.usableCoulomb, *parseUnit("mAh")), ampereText(time.averageAmpere)),
        in.wishedSeconds / time.seconds() - 1);
}

WishVerdict distanceVerdict(const PlainInstrument& in, const std::vector<StemChoice>& ends)
{
    const auto metres = [](double m) { return quantityText(m, *parseUnit("m"), 2); };
    const auto wished = metres(in.readingDistance);
    const auto end = bestEnd(ends, [&](const StemChoice& e) { return -digitHeight(in, e); });
    const double height = end ? digitHeight(in, *end) : 0;
    if (height <= 0)
        return notJudged(Wish::ReadingDistance, wished,
            end ? "the size of the display's dots is not known" : "no page shows it");
    const double distance = readableDistance(height);
    return judgedAt(judged(Wish::ReadingDistance, metres(distance), wished,
                        fmt::format("digits {} high, 20 minutes of arc",
                            quantityText(height, *parseUnit("m"), 2)),
                        in.readingDistance / distance - 1),
        in, ends, *end);
}

} // namespace

std::string_view verdictWord(Verdict verdict)
{
    constexpr std::array<std::string_view, 3> words{"met", "missed", "not judged"};
    return words[static_cast<std::size_t>(verdict)];
}

double digitHeight(const PlainInstrument& in, const StemChoice& choice)
{
    const auto& display = in.displays[choice.display];
    double highest = 0;
    for (const auto& field : display.pages[choice.page].fields)
        if (field.kind == FieldKind::Value && field.reader == in.readers[choice.reader].id)
            highest = std::max(highest, digitHeight(field, display.metrics));
    return highest;
}

double readableDistance(double height)
{
    constexpr double arcMinutes = 20;
    return height / (2 * std::tan(arcMinutes / 60 * std::numbers::pi / 180 / 2));
}

double coarsestCount(const PlainChannel& c)
{
    constexpr int places = 20;
    double coarsest = 0;
    for (int i = 0; i <= places; ++i)
        if (const double count = countAt(c, c.from + (c.to - c.from) * i / places);
            std::isfinite(count))
            coarsest = std::max(coarsest, count);
    return coarsest;
}

std::vector<WishVerdict> wishesOf(
    const PlainInstrument& in, std::size_t channel, const Budget& worst)
{
    const auto& c = in.channels[channel];
    const auto ends = stemChoices(in, channel);
    return {rangeVerdict(c), stepVerdict(in, c, ends), toleranceVerdict(c, worst),
        freshnessVerdict(in, c, ends), hoursVerdict(in), distanceVerdict(in, ends)};
}

WishVerdict wishOf(const PlainInstrument& in, std::size_t channel, Wish wish)
{
    const auto& c = in.channels[channel];
    switch (wish) {
    case Wish::Range:
        return rangeVerdict(c);
    case Wish::Step:
        return stepVerdict(in, c, stemChoices(in, channel));
    case Wish::Tolerance:
        return toleranceVerdict(c, worstBudget(c, 0));
    case Wish::Freshness:
        return freshnessVerdict(in, c, stemChoices(in, channel));
    case Wish::Hours:
        return hoursVerdict(in);
    case Wish::ReadingDistance:
        break;
    }
    return distanceVerdict(in, stemChoices(in, channel));
}

} // namespace fern
