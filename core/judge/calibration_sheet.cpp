#include "judge/calibration_sheet.h"

#include "judge/words.h"
#include "run/channel_run.h"
#include "scale/calibrate.h"
#include "scale/drift.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

/// Where to measure next: the ends and the middle of the wish first, then where the curve is known
/// least.
void addNext(CalibrationSheet& sheet, const PlainChannel& c, const Fit* fit)
{
    const double from = fromSi(c.from, c.unit);
    const double to = fromSi(c.to, c.unit);
    const auto isNear = [&](double value) {
        return std::any_of(sheet.calibration.pairs.begin(), sheet.calibration.pairs.end(),
            [&](const CalibrationPair& pair) {
                return !pair.isOff && std::fabs(pair.reference - value) < 0.12 * (to - from);
            });
    };
    for (const double wanted : {from, to, (from + to) / 2})
        if (!isNear(wanted)) {
            sheet.nextReference = wanted;
            sheet.next =
                fmt::format("Next: set about {}, wait until the reading is settled, type what the "
                            "reference says",
                    inUnitText(c, wanted));
            return;
        }
    sheet.isCovered = true;
    if (fit == nullptr)
        return;
    const double low = nominalReading(c, c.from);
    const double high = nominalReading(c, c.to);
    const auto points = nextPoints(*fit, std::min(low, high), std::max(low, high));
    if (points.empty())
        return;
    sheet.nextReference = fit->at(points[0].reading);
    sheet.next = fmt::format("Next best: about {}, it would bring the 95 % interval down "
                             "to ±{} everywhere",
        inUnitText(c, sheet.nextReference), inUnitText(c, points[0].halfWidth));
}

std::vector<ModelOffer> offersOf(const PlainChannel& c, const std::vector<FitPair>& pairs)
{
    std::vector<ModelOffer> offers;
    for (std::size_t i = 0; i < fitModelWords.size(); ++i) {
        const auto model = static_cast<FitModel>(i);
        const auto fit = fitPairs(pairs, model, nominalScalingOf(c).gain);
        offers.push_back({model,
            fmt::format("{}: {}", fitModelWords[i],
                !fit ? fit.error().message
                     : fmt::format("at most {} off", inUnitText(c, fit->largestResidual())))});
    }
    return offers;
}

std::vector<CurvePoint> curveOf(const PlainChannel& c, const Fit& fit)
{
    double from = fit.least;
    double to = fit.most;
    for (const double end : {c.from, c.to}) {
        from = std::min(from, nominalReading(c, end));
        to = std::max(to, nominalReading(c, end));
    }
    std::vector<CurvePoint> curve;
    constexpr int points = 80;
    for (int i = 0; i <= points; ++i) {
        const double reading = from + (to - from) * i / points;
        curve.push_back({reading, fit.at(reading)});
    }
    return curve;
}

/// How far the result lies from the calibration before it.
std::string driftInWords(const PlainChannel& c, const Calibration* before, const Fit& fit)
{
    const auto result = scalingFrom(fit);
    if (before == nullptr || !result)
        return {};
    const auto drift = differenceOf(before->result, *result, fit.least, fit.most);
    return drift ? fmt::format("Against that of {}: {}{} at {}", before->on.substr(0, 10),
               drift->largest > 0 ? "+" : "", inUnitText(c, drift->largest),
               inUnitText(c, fit.at(drift->reading)))
                 : std::string();
}

} // namespace

CalibrationSheet calibrationSheetOf(const Channel& channel, const PlainChannel& plain)
{
    CalibrationSheet sheet;
    sheet.isDraft = channel.draft.has_value();
    if (channel.draft)
        sheet.calibration = *channel.draft;
    else if (plain.calibration)
        sheet.calibration = *plain.calibration;
    sheet.tolerance = toleranceInUnit(plain);
    const auto pairs = usedPairs(sheet.calibration);
    sheet.readings = readingsOf(plain);
    sheet.models = offersOf(plain, pairs);
    sheet.nominalGain = nominalScalingOf(plain).gain;
    const auto fit = fitOf(sheet.calibration, sheet.nominalGain);
    addNext(sheet, plain, fit ? &*fit : nullptr);
    if (!fit) {
        sheet.equation = pairs.empty() ? "no pairs yet" : fit.error().message;
        sheet.offBy.assign(sheet.calibration.pairs.size(), notThere);
        return sheet;
    }
    sheet.hasFit = true;
    if (const auto result = scalingFrom(*fit))
        sheet.equation = scalingInWords(scalingOf(*result), prettyUnit(plain.unit.name));
    for (const auto& pair : sheet.calibration.pairs)
        sheet.offBy.push_back(pair.isOff ? notThere : fit->at(pair.reading) - pair.reference);
    sheet.curve = curveOf(plain, *fit);
    sheet.largestOff = fit->largestResidual();
    if (sheet.tolerance > 0) {
        const auto verdict = judgeCalibration(
            *fit, pairs, sheet.tolerance, sheet.calibration.accuracy, prettyUnit(plain.unit.name));
        sheet.judgement = verdict.judgement;
        sheet.verdict = verdict.sentence;
    }
    const auto advice = adviseModel(pairs);
    sheet.advice = advice.sentence;
    if (!advice.sentence.empty() && advice.model != sheet.calibration.model)
        sheet.advised = advice.model;
    sheet.drift = driftInWords(plain, calibrationBefore(channel, sheet.calibration.id), *fit);
    return sheet;
}

} // namespace fern
