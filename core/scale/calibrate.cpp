#include "scale/calibrate.h"

namespace fern {

std::vector<FitPair> usedPairs(const Calibration& calibration)
{
    std::vector<FitPair> pairs;
    for (const auto& pair : calibration.pairs)
        if (!pair.isOff)
            pairs.push_back({pair.reading, pair.reference, pair.uncertainty, pair.direction});
    return pairs;
}

Result<Fit> fitOf(const Calibration& calibration, double nominalGain)
{
    return fitPairs(usedPairs(calibration), calibration.model, nominalGain);
}

Result<ScalingSpec> scalingFrom(const Fit& fit)
{
    ScalingSpec spec;
    switch (fit.model) {
    case FitModel::Offset:
    case FitModel::Gain:
    case FitModel::TwoPoint:
    case FitModel::Line:
        spec.kind = ScalingKind::Linear;
        spec.offset = fit.coefficients[0];
        spec.gain = fit.coefficients[1];
        break;
    case FitModel::Quadratic:
        spec.kind = ScalingKind::Polynomial;
        spec.coefficients = fit.coefficients;
        break;
    case FitModel::Table:
        if (fit.table.size() > mostTablePoints)
            return Error{ErrorCode::TooLarge, "a table has at most 1000 points", ""};
        spec.kind = ScalingKind::Table;
        for (const auto& [reading, value] : fit.table)
            spec.points.push_back({reading, value});
        break;
    }
    return spec;
}

Result<Calibration> solved(Calibration calibration, double nominalGain)
{
    const auto fit = fitOf(calibration, nominalGain);
    if (!fit)
        return fit.error();
    const auto scaling = scalingFrom(*fit);
    if (!scaling)
        return scaling.error();
    calibration.result = *scaling;
    return calibration;
}

Calibration begunFrom(Calibration calibration)
{
    calibration.id.clear();
    calibration.on.clear();
    calibration.result = {};
    return calibration;
}

} // namespace fern
