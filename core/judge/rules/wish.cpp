// W01 to W06: each wish that is missed, at the worst place of its range.

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "judge/wish_ways.h"
#include "judge/wishes.h"
#include "judge/words.h"
#include "parts/power.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

std::string channelPlace(const PlainChannel& c, std::string_view part)
{
    return fmt::format("/channels/{}/{}", c.id, part);
}

/// Calls `tell` with each channel and its verdict, where the wish is missed.
template <class Tell> void forEachMissed(const PlainInstrument& plain, Wish wish, const Tell& tell)
{
    for (std::size_t i = 0; i < plain.channels.size(); ++i)
        if (const auto verdict = wishOf(plain, i, wish); verdict.verdict == Verdict::Missed)
            tell(i, verdict);
}

void add(Findings& out, const Instrument& in, const PlainInstrument& plain, std::size_t channel,
    const WishVerdict& missed, Finding finding)
{
    if (auto fix = bestWay(in, plain, channel, missed))
        finding.fixes.push_back(*std::move(fix));
    out.push_back(std::move(finding));
}

} // namespace

void checkRangeWish(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    forEachMissed(plain, Wish::Range, [&](std::size_t i, const WishVerdict& v) {
        const auto& c = plain.channels[i];
        add(out, in, plain, i, v,
            {"W01", Severity::Check, channelPlace(c, "wish"),
                fmt::format("{} can read {}, wished is {}", c.name, v.found, v.wished),
                "Outside of it every value gives the same code. Other resistors or another range "
                "of the converter move the ends; or wish for less.",
                "the ideal transfer of the converter behind the nominal parts", {}, {}});
    });
}

void checkStepWish(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    forEachMissed(plain, Wish::Step, [&](std::size_t i, const WishVerdict& v) {
        const auto& c = plain.channels[i];
        const auto& reader = plain.readers[v.end->reader];
        const bool isDigit = digitWorth(reader) > coarsestCount(c);
        add(out, in, plain, i, v,
            {"W02", Severity::Check,
                isDigit ? "/readers/" + reader.id + "/text" : channelPlace(c, "source"),
                fmt::format("{} shows steps of {}{}{}, wished are {}", c.name, v.found,
                    v.where.empty() ? "" : " ", v.where, v.wished),
                fmt::format("What limits it is {}. {}", v.note,
                    isDigit ? areHonest(c, reader, reader.text.decimals + 1)
                            ? "More decimals show what is read."
                            : "More decimals would not be honest while the value is so uncertain: "
                              "better parts or a calibration come first, or a coarser wish."
                            : "A smaller range, more gain, a longer gate or more bits make it "
                              "finer."),
                "the larger of one step of the reading and the last digit", {}, {}});
    });
}

void checkToleranceWish(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    forEachMissed(plain, Wish::Tolerance, [&](std::size_t i, const WishVerdict& v) {
        const auto& c = plain.channels[i];
        const auto worst = worstBudget(c, 0);
        const auto* most = worst.largest();
        add(out, in, plain, i, v,
            {"W03", Severity::Check,
                channelPlace(c, most->leaf == Leaf::Scale ? "scaling" : "wish"),
                fmt::format("{} is uncertain by {}, wished is {}", c.name, v.found, v.wished),
                fmt::format("It is worst at {}; most comes from the {}, ±{}.{}",
                    valueText(c, worst.at, 4), most->name, differenceText(c, 2 * most->u, 2),
                    c.calibration ? " More pairs, nearer to the ends, or a better reference make "
                                    "it less."
                                  : " A calibration against a good reference takes the parts' "
                                    "tolerances out."),
                "JCGM 100:2008, k = 2", {}, {}});
    });
}

void checkFreshnessWish(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    forEachMissed(plain, Wish::Freshness, [&](std::size_t i, const WishVerdict& v) {
        const auto& c = plain.channels[i];
        const auto& display = plain.displays[v.end->display];
        const auto age = ageOf(plain, c, display);
        add(out, in, plain, i, v,
            {"W04", Severity::Check, "/displays/" + display.id + "/redrawEvery",
                fmt::format(
                    "{} can be {} old on {}, wished are {}", c.name, v.found, display.id, v.wished),
                fmt::format("Sampling {}, smoothing {}, waiting for other tasks {}, redraw {}, "
                            "until the next redraw {}.",
                    durationText(age.sampling), durationText(age.smoothing),
                    durationText(age.blocked), durationText(age.redraw + age.panel),
                    durationText(age.waiting)),
                "sum of the largest delays; each other task of the loop once at sampling and at "
                "the redraw",
                {}, {}});
    });
}

namespace {

/// What ends it before the battery is used up, in words; empty when nothing does.
std::string endWords(const Instrument& in, const RunTime& time)
{
    if (time.endsAt.empty())
        return {};
    return fmt::format(" {} gives up at {}, when {:.0f} % of the charge are taken.",
        partName(*findById(in.parts, time.endsAt)), voltText(time.endVolts),
        100 * time.usableCoulomb / inSi(capacityOf(*findById(in.parts, time.source))));
}

} // namespace

void checkHoursWish(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    if (plain.channels.empty())
        return;
    const auto verdict = wishOf(plain, 0, Wish::Hours); // one for the whole instrument
    if (verdict.verdict != Verdict::Missed)
        return;
    const auto& time = plain.runTime;
    const auto& store = *findById(in.parts, time.source);
    const auto drawn = [&](const auto& part) {
        return hangsOn(in.parts, *part, store) ? currentOf(in.parts, *part, Draw::Average) : -1;
    };
    const auto largest = *std::max_element(in.parts.begin(), in.parts.end(),
        [&](const auto& a, const auto& b) { return drawn(a) < drawn(b); });
    out.push_back({"W05", Severity::Check, "/parts/" + time.source,
        fmt::format("It runs {}, wished are {}", verdict.found, verdict.wished),
        fmt::format("{} on average, the most by {} ({}).{} Cold and age are not counted: they "
                    "shorten it.",
            ampereText(time.averageAmpere), partName(*largest),
            ampereText(currentOf(in.parts, *largest, Draw::Average)), endWords(in, time)),
        "capacity over average current", {}, {}});
}

void checkDistanceWish(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    forEachMissed(plain, Wish::ReadingDistance, [&](std::size_t i, const WishVerdict& v) {
        const auto& c = plain.channels[i];
        const auto& page = plain.displays[v.end->display].pages[v.end->page];
        add(out, in, plain, i, v,
            {"W06", Severity::Check, "/pages/" + page.id,
                fmt::format("{} can be read from {}{}{}, wished is {}", c.name, v.found,
                    v.where.empty() ? "" : " ", v.where, v.wished),
                fmt::format("Its {}, are too small from farther away. Larger digits, a larger "
                            "display or a shorter distance mend it.",
                    v.note),
                "ISO 9241-303, from memory: 20 minutes of arc", {}, {}});
    });
}

} // namespace fern
