#include "judge/calibration_sheet.h"

#include "base/number_text.h"
#include "run/channel_run.h"
#include "scale/calibrate.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

std::string amount(const PlainChannel& c, double value)
{
    const auto unit = prettyUnit(c.unit.name);
    return significantText(value, 3) + (unit.empty() ? "" : " " + unit);
}

/// The reading that the nominal scaling has at a quantity.
double readingAt(const PlainChannel& c, double quantity)
{
    if (isConverted(c.source.kind))
        return static_cast<double>(nominalCode(c, quantity));
    const auto nominal = nominalScalingOf(c);
    return (fromSi(quantity, c.unit) - nominal.offset) / nominal.gain;
}

/// Where to measure next: the ends and the middle of the wish first, then where the curve is known
/// least.
std::string nextInWords(const PlainChannel& c, const CalibrationSheet& sheet, const Fit* fit)
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
        if (!isNear(wanted))
            return fmt::format(
                "Next: set about {}, wait until the reading is settled, type what the "
                "reference says",
                amount(c, wanted));
    if (fit == nullptr)
        return {};
    const double low = readingAt(c, c.from);
    const double high = readingAt(c, c.to);
    const auto points = nextPoints(*fit, std::min(low, high), std::max(low, high));
    return points.empty()
        ? std::string()
        : fmt::format("Next best: about {}, it would bring the 95 % interval down "
                      "to ±{} everywhere",
            amount(c, fit->at(points[0].reading)), amount(c, points[0].halfWidth));
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
                     : fmt::format("at most {} off", amount(c, fit->largestResidual())))});
    }
    return offers;
}

std::vector<CurvePoint> curveOf(const PlainChannel& c, const Fit& fit)
{
    double from = fit.least;
    double to = fit.most;
    for (const double end : {c.from, c.to}) {
        from = std::min(from, readingAt(c, end));
        to = std::max(to, readingAt(c, end));
    }
    std::vector<CurvePoint> curve;
    constexpr int points = 80;
    for (int i = 0; i <= points; ++i) {
        const double reading = from + (to - from) * i / points;
        curve.push_back({reading, fit.at(reading)});
    }
    return curve;
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
    const double perUnit = std::fabs(toSi(1, plain.unit) - toSi(0, plain.unit));
    sheet.tolerance = plain.tolerance / perUnit;
    const auto pairs = usedPairs(sheet.calibration);
    sheet.models = offersOf(plain, pairs);
    sheet.nominalGain = nominalScalingOf(plain).gain;
    const auto fit = fitOf(sheet.calibration, sheet.nominalGain);
    sheet.next = nextInWords(plain, sheet, fit ? &*fit : nullptr);
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
    sheet.advice = adviseModel(pairs).sentence;
    return sheet;
}

} // namespace fern
