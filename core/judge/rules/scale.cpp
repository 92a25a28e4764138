// S01 to S12: is the scaling calibrated, well enough, and over the range that it is used in?

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "instrument/calibration_edits.h"
#include "judge/words.h"
#include "run/channel_run.h"
#include "scale/calibrate.h"
#include "scale/verdict.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

std::string scalePlace(const PlainChannel& c)
{
    return "/channels/" + c.id + "/scaling";
}

/// A channel with an applied calibration, its pairs and their curve.
struct Calibrated {
    const PlainChannel& channel;
    const Calibration& calibration;
    std::vector<FitPair> pairs;
    Fit fit;
};

/// Looks at every calibration but those that somebody is taking pairs for.
void forEachCalibrated(const Instrument& in, const PlainInstrument& plain,
    const std::function<void(const Calibrated&)>& look)
{
    for (const auto& channel : plain.channels) {
        if (!channel.calibration || findById(in.channels, channel.id)->draft)
            continue;
        if (const auto fit = fitOf(*channel.calibration, nominalScalingOf(channel).gain))
            look({channel, *channel.calibration, usedPairs(*channel.calibration), *fit});
    }
}

/// Takes a calibration back and goes on with another model of its pairs.
Fix withModel(const Calibrated& c, FitModel model, std::string label)
{
    auto changed = c.calibration;
    changed.model = model;
    return {std::move(label),
        [changed, id = c.channel.id, gain = nominalScalingOf(c.channel).gain](
            const Instrument& before) -> Result<Instrument> {
            const auto calibration = solved(changed, gain);
            return calibration ? withCalibration(before, id, *calibration)
                               : Result<Instrument>(calibration.error());
        }};
}

/// Opens the pairs again, so that more can be added.
Fix morePairs(const Calibrated& c, std::string label)
{
    return {std::move(label),
        [draft = begunFrom(c.calibration), id = c.channel.id](
            const Instrument& before) { return withDraft(before, id, draft); }};
}

CalibrationVerdict verdictOf(const Calibrated& c)
{
    const double tolerance = toleranceInUnit(c.channel);
    return tolerance > 0 ? judgeCalibration(
               c.fit, c.pairs, tolerance, c.calibration.accuracy, prettyUnit(c.channel.unit.name))
                         : CalibrationVerdict{};
}

/// What a scaling and the parts make of the code at the top of the wished range.
struct PartsDifference {
    double code = 0, ours = 0, theirs = 0;
    bool isPrefix = false; ///< a factor of about a thousand
};
std::optional<PartsDifference> differenceFromParts(const PlainChannel& c)
{
    if (c.scaling.kind == ScalingKind::FromParts || !c.isAnalog())
        return std::nullopt;
    PartsDifference d;
    d.code = static_cast<double>(nominalCode(c, c.to));
    d.ours = scaledCode(scalingOf(c), NumberKind::Float64, d.code);
    d.theirs = scaledCode(nominalScalingOf(c), NumberKind::Float64, d.code);
    if (!(d.theirs != 0) || std::isnan(d.ours))
        return std::nullopt;
    const double ratio = d.ours / d.theirs;
    d.isPrefix = ratio > 0 && std::fabs(std::fabs(std::log10(ratio)) - 3) < 0.04;
    return d;
}

std::string inWords(const PlainChannel& c, const PartsDifference& d)
{
    return fmt::format("At {} counts it gives {}, the parts give {}", significantText(d.code, 6),
        inUnitText(c, d.ours, 4), inUnitText(c, d.theirs, 4));
}

Fix useParts(const PlainChannel& c)
{
    return {"Use the arithmetic of the parts",
        [id = c.id](const Instrument& before) { return withScaling(before, id, ScalingSpec{}); }};
}

} // namespace

void checkOnePointOnly(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    forEachCalibrated(in, plain, [&](const Calibrated& c) {
        const auto least = std::min_element(c.pairs.begin(), c.pairs.end(),
            [](const FitPair& a, const FitPair& b) { return a.reading < b.reading; });
        const bool isOne = std::all_of(c.pairs.begin(), c.pairs.end(),
            [&](const FitPair& pair) { return pair.reading == least->reading; });
        if (!isOne)
            return;
        out.push_back({"S01", Severity::Check, scalePlace(c.channel),
            "Calibrated at one point only",
            fmt::format("Every pair lies at {}: whether the slope is right cannot be told from one "
                        "point. Measure a second one near the other end of the range.",
                inUnitText(c.channel, least->reference)),
            "common practice", {morePairs(c, "Add pairs")}, {}});
    });
}

void checkOutsideTheSpan(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    constexpr double allowed = 0.1; // of the wished range, beyond the points
    forEachCalibrated(in, plain, [&](const Calibrated& c) {
        const auto [low, high] = std::minmax_element(c.pairs.begin(), c.pairs.end(),
            [](const FitPair& a, const FitPair& b) { return a.reference < b.reference; });
        const double from = fromSi(c.channel.from, c.channel.unit);
        const double to = fromSi(c.channel.to, c.channel.unit);
        if (low->reference == high->reference)
            return; // one point only: another rule
        const double slack = allowed * (to - from);
        if (from >= low->reference - slack && to <= high->reference + slack)
            return;
        out.push_back({"S02", Severity::Check, scalePlace(c.channel),
            fmt::format("Used from {} to {}, calibrated from {} to {}", inUnitText(c.channel, from),
                inUnitText(c.channel, to), inUnitText(c.channel, low->reference),
                inUnitText(c.channel, high->reference)),
            "Outside its points a curve is a guess that grows with the distance: measure pairs "
            "near "
            "the ends of the wished range, or wish for less.",
            "common practice", {morePairs(c, "Add pairs")}, {}});
    });
}

void checkCalibrationVerdict(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    forEachCalibrated(in, plain, [&](const Calibrated& c) {
        const auto verdict = verdictOf(c);
        if (verdict.judgement == Judgement::Bad)
            out.push_back({"S03", Severity::Check, scalePlace(c.channel),
                fmt::format("The calibration is off by up to {}",
                    inUnitText(c.channel, c.fit.largestResidual())),
                verdict.sentence
                    + ". Look for a pair that was taken wrongly, or let the curve bend.",
                "JCGM 106:2012, 8.3", {morePairs(c, "Look at the pairs")}, {}});
    });
}

void checkReference(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    forEachCalibrated(in, plain, [&](const Calibrated& c) {
        const auto verdict = verdictOf(c);
        if (verdict.judgement != Judgement::Unsure || verdict.points.empty())
            return;
        if (verdict.missing.empty())
            out.push_back({"S04", Severity::Check, scalePlace(c.channel),
                "The reference is too coarse to judge by",
                verdict.sentence
                    + ". Borrow a better meter, or accept a wider tolerance; four times better "
                      "than the tolerance is the usual wish.",
                "JCGM 106:2012, 8.3", {}, {}});
        else if (c.fit.freedom > 0)
            out.push_back({"S04", Severity::Note, scalePlace(c.channel),
                "How far the reference may be off is not told",
                verdict.sentence
                    + ". A meter's sheet says it as a share of the reading and some digits.",
                "JCGM 100:2008, 4.3", {morePairs(c, "Tell it with the pairs")}, {}});
    });
}

void checkBend(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    forEachCalibrated(in, plain, [&](const Calibrated& c) {
        if (c.fit.model == FitModel::Quadratic || c.fit.model == FitModel::Table)
            return;
        const auto advice = adviseModel(c.pairs);
        const auto quadratic = fitPairs(c.pairs, FitModel::Quadratic);
        // A bend that stays within a quarter of the tolerance is real but does not matter.
        if (advice.model != FitModel::Quadratic || !quadratic
            || c.fit.largestResidual() < toleranceInUnit(c.channel) / 4)
            return;
        out.push_back({"S05", Severity::Note, scalePlace(c.channel), "The pairs lie on a bend",
            fmt::format("{}. With a bend the largest residual is {} instead of {}.",
                advice.sentence, inUnitText(c.channel, quadratic->largestResidual()),
                inUnitText(c.channel, c.fit.largestResidual())),
            "F-test of the added term",
            {withModel(c, FitModel::Quadratic, "Use a quadratic"),
                withModel(c, FitModel::Table, "Use a table")},
            {}});
    });
}

void checkHysteresis(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    forEachCalibrated(in, plain, [&](const Calibrated& c) {
        const double gap = hysteresisOf(c.fit, c.pairs);
        if (gap <= toleranceInUnit(c.channel) / 2 || gap <= 0)
            return;
        out.push_back({"S06", Severity::Check, scalePlace(c.channel),
            fmt::format("Rising and falling differ by {}", inUnitText(c.channel, gap)),
            "No curve can mend that: the sensor or its mounting sticks. Free it, or take the mean "
            "of "
            "both ways and wish for a wider tolerance.",
            "common practice", {}, {}});
    });
}

void checkAgainstParts(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    constexpr double allowed = 0.05;
    for (const auto& channel : plain.channels) {
        const auto d = differenceFromParts(channel);
        if (!d || d->isPrefix || !(std::fabs(d->ours / d->theirs - 1) > allowed))
            continue;
        out.push_back({"S08", Severity::Check, scalePlace(channel),
            fmt::format("The scaling differs from the parts by {} %",
                significantText(100 * (d->ours / d->theirs - 1), 3)),
            inWords(channel, *d)
                + ": more than resistors and references are usually off. Is a resistor another "
                  "one, "
                  "the gain or the reference set otherwise, or a unit mixed up?",
            "the arithmetic of the parts", {useParts(channel)}, {}});
    }
}

void checkPrefix(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& channel : plain.channels) {
        const auto d = differenceFromParts(channel);
        if (!d || !d->isPrefix)
            continue;
        out.push_back({"S12", Severity::Check, scalePlace(channel),
            fmt::format("The scaling is {} the parts' arithmetic",
                d->ours > d->theirs ? "1000 times" : "a thousandth of"),
            inWords(channel, *d) + ": a prefix is mixed up, such as grams and kilograms.",
            "the arithmetic of the parts", {useParts(channel)}, {}});
    }
}

void checkOutlier(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    forEachCalibrated(in, plain, [&](const Calibrated& c) {
        for (const auto index : outliers(c.fit, c.pairs))
            out.push_back({"S09", Severity::Check, scalePlace(c.channel),
                fmt::format(
                    "The pair at {} lies far off", inUnitText(c.channel, c.pairs[index].reference)),
                fmt::format(
                    "Its residual of {} is larger than chance would make any of {} pairs in "
                    "one of twenty calibrations. Take it again before it is left out.",
                    inUnitText(c.channel, c.fit.residuals[index]), c.pairs.size()),
                "externally studentised residual, Bonferroni", {morePairs(c, "Look at the pairs")},
                {}});
    });
}

void checkSchoolOfRatio(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& channel : plain.channels) {
        if (channel.scaling.kind != ScalingKind::Ratio || !isConverted(channel.source.kind))
            continue;
        const auto converter = converterOf(channel);
        const double per = channel.scaling.per;
        if (std::fabs(per - converter.divisor()) != 1)
            continue;
        auto spec = channel.scaling;
        spec.per = converter.divisor();
        out.push_back({"S10", Severity::Note, scalePlace(channel),
            fmt::format("Counts are divided by {}, the converter counts by {}", shortestText(per),
                shortestText(converter.divisor())),
            "The other school is one count off at the top of the range, and nothing at 0. The data "
            "sheet says which one a converter belongs to.",
            "converter data sheets; common practice",
            {Fix{"Divide by " + shortestText(converter.divisor()),
                [id = channel.id, spec](
                    const Instrument& before) { return withScaling(before, id, spec); }}},
            {}});
    }
}

void checkRangeMap(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& channel : plain.channels) {
        if (channel.scaling.kind != ScalingKind::RangeMap)
            continue;
        const auto& map = channel.scaling.map;
        const double in = std::fabs(static_cast<double>(map.inHigh) - map.inLow);
        const double steps = std::fabs(static_cast<double>(map.outHigh) - map.outLow);
        if (steps >= in)
            continue;
        ScalingSpec line;
        line.kind = ScalingKind::Linear;
        line.gain = (static_cast<double>(map.outHigh) - map.outLow)
            / (static_cast<double>(map.inHigh) - map.inLow);
        line.offset = map.outLow - line.gain * map.inLow;
        out.push_back({"S11", Severity::Check, scalePlace(channel),
            fmt::format("{} steps become {}", significantText(in, 6), significantText(steps, 6)),
            fmt::format("A map of whole numbers makes {} neighbouring counts alike and cuts toward "
                        "zero, so that the value reads {} low on average. A line in float keeps "
                        "every step.",
                significantText(in / steps, 3), inUnitText(channel, 0.5)),
            "ISO/IEC 9899, 6.5.5: division of whole numbers cuts toward zero",
            {Fix{"Use a line in float",
                [id = channel.id, line](
                    const Instrument& before) { return withScaling(before, id, line); }}},
            {}});
    }
}

} // namespace fern
