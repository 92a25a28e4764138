// R01, R05, R10 to R17: can the source be read as it is set?

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "judge/budget.h"
#include "judge/part_fix.h"
#include "judge/wishes.h"
#include "judge/words.h"
#include "reading/ladder.h"
#include "run/channel_run.h"
#include "smooth/figures.h"
#include "smooth/step_text.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

std::string sourcePlace(const PlainChannel& c)
{
    return "/channels/" + c.id + "/source";
}

/// A fix that changes the source of a channel.
Fix sourceFix(std::string label, const PlainChannel& c, std::function<void(Source&)> change)
{
    return {std::move(label), [id = c.id, change = std::move(change)](const Instrument& before) {
                return withChannelChanged(
                    before, id, [&](Channel& channel) { change(channel.source); });
            }};
}

Fix sampleFix(const PlainChannel& c, double seconds)
{
    // A round number of milliseconds that is at most as long.
    constexpr std::array<double, 10> round{1, 2, 5, 10, 20, 50, 100, 200, 500, 1000};
    double ms = round[0];
    for (const double candidate : round)
        if (candidate <= seconds * 1e3)
            ms = candidate;
    const Quantity every{ms, "ms"};
    return {"Sample every " + toText(every), [id = c.id, every](const Instrument& before) {
                return withSampleEvery(before, id, every);
            }};
}

} // namespace

void checkNoiseHidesStep(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        if (!c.isAnalog())
            continue;
        const double period = inSeconds(c.sampleEvery);
        const auto noiseAfter = [&](const std::vector<StepSpec>& steps) {
            return 2 * c.noiseLsb * coarsestCount(c) * noiseGain(steps, period);
        };
        const double noise = noiseAfter(c.steps);
        if (noise <= c.wishedStep)
            continue;
        // One exponential step more, as long as what comes out of the others asks for.
        const double ratio = c.wishedStep / noise / 1.2;
        const double alpha = 2 * ratio * ratio / (1 + ratio * ratio);
        StepSpec step;
        step.kind = StepKind::Exponential;
        step.tau = std::ceil(-period / std::log1p(-alpha) * 100) / 100;
        auto steps = c.steps;
        steps.push_back(step);
        while (noiseAfter(steps) > c.wishedStep && step.tau < c.freshnessSeconds) {
            step.tau = std::ceil(step.tau * 1.25 * 100) / 100;
            steps.back() = step;
        }
        Finding finding{"R01", Severity::Check, "/channels/" + c.id + "/smoothing",
            fmt::format("Noise of ±{} hides steps of {}", differenceText(c, noise, 2),
                differenceText(c, c.wishedStep, 2)),
            fmt::format("The converter's noise is {} counts rms; what smoothing leaves of it is "
                        "larger than the smallest step that is wished.",
                significantText(c.noiseLsb, 2)),
            "two standard deviations of the noise after smoothing", {}, {}};
        if (delaySeconds(steps, period) < c.freshnessSeconds)
            finding.fixes.push_back(
                {"Add " + stepsText({step}), [id = c.id, steps](const Instrument& before) {
                     return withSmoothing(before, id, steps);
                 }});
        out.push_back(std::move(finding));
    }
}

void checkSampledTooSlowly(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    constexpr double samplesInABeat = 10;
    for (const auto& c : plain.channels) {
        const double every = inSeconds(c.sampleEvery);
        if (c.source.kind == SourceKind::Waveform) {
            const double needed = 1 / (c.to * samplesInABeat);
            if (every > needed * (1 + 1e-9))
                out.push_back({"R05", Severity::Check, sourcePlace(c),
                    fmt::format("A beat gets {} samples at {}",
                        significantText(1 / (c.to * every), 2), valueText(c, c.to, 3)),
                    fmt::format(
                        "Between two samples the moment of a beat is not known, so the rate "
                        "is uncertain by {}. Ten samples a beat are usual.",
                        differenceText(c, countAt(c, c.to), 2)),
                    "common practice", {sampleFix(c, needed)}, {}});
        } else if (isConverted(c.source.kind) && !givesCodes(c.source.kind)
            && every > c.freshnessSeconds / 2) {
            out.push_back({"R05", Severity::Check, sourcePlace(c),
                fmt::format("{} is sampled every {}, wished is a number at most {} old", c.name,
                    durationText(every), durationText(c.freshnessSeconds)),
                "What happens between two samples is not seen at all. Two samples within the time "
                "that matters are the least (sampling theorem).",
                "C. E. Shannon, Proc. IRE 37 (1949) 10", {sampleFix(c, c.freshnessSeconds / 4)},
                {}});
        }
    }
}

void checkLadderWindows(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        if (c.source.kind != SourceKind::KeyLadder || c.source.ladder.keys.empty())
            continue;
        const auto converter = converterOf(c);
        const auto windows = ladderWindows(c.source.ladder, converter);
        if (windows.size() < 2)
            continue;
        const auto tightest = std::min_element(windows.begin(), windows.end(),
            [](const LadderWindow& a, const LadderWindow& b) { return a.margin < b.margin; });
        const double needed = safeMargin(converter, c.noiseLsb);
        if (tightest->margin >= needed)
            continue;
        const bool overlaps = tightest->margin <= 0;
        const auto name = tightest->isOpen ? std::string("no key") : tightest->name;
        Finding finding{"R10", overlaps ? Severity::Stop : Severity::Check, sourcePlace(c),
            overlaps ? fmt::format("{} cannot be told from its neighbour", name)
                     : fmt::format(
                         "{} has {:.0f} codes of room to its neighbour", name, tightest->margin),
            fmt::format("With resistors of ±{} % and noise of {} codes it should have {:.0f}.",
                shortestText(c.source.ladder.tolerancePercent), significantText(c.noiseLsb, 2),
                std::ceil(needed)),
            "resistors at their limits, six standard deviations of noise, one per cent of the "
            "range",
            {}, {}};
        const auto better = designedLadder(c.source.ladder);
        const auto then = ladderWindows(better, converter);
        if (std::all_of(then.begin(), then.end(),
                [&](const LadderWindow& w) { return w.margin >= needed; }))
            finding.fixes.push_back(sourceFix("Choose resistors that stand apart", c,
                [better](Source& s) { s.ladder = better; }));
        out.push_back(std::move(finding));
    }
}

void checkKeyCodes(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        if (c.source.kind != SourceKind::KeyCodes)
            continue;
        const auto& keys = c.source.keyCodes;
        if (!keys.hasComplements)
            out.push_back({"R11", Severity::Check, sourcePlace(c),
                fmt::format("Damaged codes of {} count like good ones", c.name),
                "Sunlight and lamps make codes that nobody sent. A format with complements says of "
                "itself whether it is whole; another needs each code twice, or a list of the codes "
                "that are known.",
                "common practice",
                {sourceFix("Check the complements", c,
                    [](Source& s) { s.keyCodes.hasComplements = true; })},
                {}});
        if (keys.takesRepeats && inSi(keys.holdOff) < 2 * inSi(c.device->repeatEvery))
            out.push_back({"R11", Severity::Check, sourcePlace(c),
                fmt::format("A held key counts {} times a second",
                    significantText(
                        1 / std::max(inSi(c.device->repeatEvery), inSi(keys.holdOff)), 2)),
                fmt::format(
                    "Repeats come every {} and each of them counts. A press of a third of a "
                    "second is three steps.",
                    toText(c.device->repeatEvery)),
                "common practice",
                {sourceFix("Let repeats not count", c,
                     [](Source& s) { s.keyCodes.takesRepeats = false; }),
                    sourceFix("Hold off for 500 ms", c,
                        [](Source& s) {
                            s.keyCodes.holdOff = {500, "ms"};
                        })},
                {}});
    }
}

void checkAgainstSupply(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        if (!c.isAnalog() || c.isReadByModule || isRatiometric(c.input))
            continue;
        const auto& board = *findById(in.parts, c.source.board);
        if (inSi(board.supply) != c.reference)
            continue;
        const auto budget = budgetOf(c, c.to, 0);
        const auto term = std::find_if(budget.terms.begin(), budget.terms.end(),
            [](const BudgetTerm& t) { return t.name == "reference"; });
        if (term == budget.terms.end() || 2 * term->u <= c.tolerance / 2)
            continue;
        out.push_back({"R13", Severity::Check, sourcePlace(c),
            fmt::format("{} is measured against the supply of {}", c.name, voltText(c.reference)),
            fmt::format("The supply is only good to ±{} % and sags with the load, so a steady "
                        "{} reads ±{} off; wished is ±{}. A reference of its own, or a converter "
                        "that has one, does not move.",
                shortestText(c.referenceTolerancePercent), valueText(c, c.to, 3),
                differenceText(c, 2 * term->u, 2), differenceText(c, c.tolerance, 2)),
            "JCGM 100:2008, the reference's share with k = 2", {}, {}});
    }
}

void checkLoading(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        if (!c.isAnalog() || c.sourceOhms <= 0)
            continue;
        const double load = c.input.r1 + c.input.r2;
        const double error = c.to * c.sourceOhms / (c.sourceOhms + load);
        if (std::fabs(error) <= c.tolerance / 2)
            continue;
        Finding finding{"R14", Severity::Check, "/channels/" + c.id + "/frontEnd",
            fmt::format("The instrument loads what it measures: {} reads {} low",
                valueText(c, c.to, 3), differenceText(c, error, 2)),
            fmt::format("{} of the source and {} of the divider form a divider themselves. A "
                        "divider of larger resistors takes less, with a capacitor at the pin for "
                        "the converter.",
                ohmText(c.sourceOhms), ohmText(load)),
            "Ohm's law: the source's share is its resistance over the whole", {}, {}};
        const double factor =
            std::pow(10, std::ceil(std::log10(std::fabs(error) / (c.tolerance / 4))));
        constexpr double mostOhm = 10e6;
        if (load * factor <= mostOhm && c.input.r1 > 0) {
            auto larger = findById(in.channels, c.id)->frontEnd;
            larger.r1.value *= factor;
            larger.r2.value *= factor;
            if (larger.capacitor.value <= 0)
                larger.capacitor = {100, "nF"};
            finding.fixes.push_back(
                {fmt::format("Use {} over {}", toText(larger.r1), toText(larger.r2)),
                    [id = c.id, larger](
                        const Instrument& before) { return withFrontEnd(before, id, larger); }});
        }
        out.push_back(std::move(finding));
    }
}

namespace {

constexpr double acquisitionShare = 1.5 / 13; ///< of a conversion, typical of the class

/// Codes that a reading keeps of the input read before it, after a jump over the whole range.
double keptCodes(const PlainChannel& c, double sourceOhm)
{
    const double seconds = c.conversionSeconds * acquisitionShare;
    return std::ldexp(std::exp(-seconds / (sourceOhm * samplingFarad)), c.bits);
}

} // namespace

void checkFirstAfterSwitch(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        const auto sharing = std::count_if(
            plain.channels.begin(), plain.channels.end(), [&](const PlainChannel& other) {
                return isConverted(other.source.kind) && other.source.board == c.source.board;
            });
        const auto& frontEnd = findById(in.channels, c.id)->frontEnd;
        if (!c.isAnalog() || sharing < 2 || c.isReadByModule || frontEnd.capacitor.value > 0)
            continue;
        const double worst = mostSourceResistance(c.input, c.from, c.to);
        const double kept = keptCodes(c, worst);
        if (kept < 1)
            continue;
        auto served = frontEnd;
        served.capacitor = {100, "nF"};
        out.push_back({"R15", Severity::Check, "/channels/" + c.id + "/frontEnd",
            fmt::format("The first reading of {} after another input keeps {} codes of it", c.name,
                significantText(kept, 2)),
            fmt::format("{} inputs share one converter. Its capacitor of 14 pF is charged through "
                        "{} and has {} for it. Read twice and take the second, or let a capacitor "
                        "at the pin charge it.",
                sharing, ohmText(worst), durationText(c.conversionSeconds * acquisitionShare)),
            "typical of the class: exp(−t/RC) of a jump over the whole range",
            {{"Fit 100 nF at the pin",
                [id = c.id, served](
                    const Instrument& before) { return withFrontEnd(before, id, served); }}},
            {}});
    }
}

void checkCountMeans(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        if (c.source.kind != SourceKind::Pulses || c.source.pulses.means == CountMeans::RisingEdge)
            continue;
        const bool byLooks = c.source.pulses.means == CountMeans::EachLook;
        out.push_back({"R16", byLooks ? Severity::Stop : Severity::Check, sourcePlace(c),
            byLooks ? fmt::format("{} counts loop turns, not pulses", c.name)
                    : fmt::format("{} counts every pulse twice", c.name),
            byLooks
                ? "Every look at the pin while it is high adds one: the count follows the speed "
                  "of the loop and the share of the time at high, the same at any speed of the "
                  "wheel."
                : "A change comes twice for each pulse, up and down. Either count rising edges "
                  "only, or halve the count.",
            "common practice",
            {sourceFix("Count rising edges", c,
                [](Source& s) { s.pulses.means = CountMeans::RisingEdge; })},
            {}});
    }
}

} // namespace fern
