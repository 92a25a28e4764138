#pragma once
// Instruments on which the rules of scaling speak: each fires, and a near miss of it does not.

#include "instrument/calibration_edits.h"
#include "instrument/edits.h"
#include "scale/calibrate.h"
#include "tests/core/judge/parts_cases.h"
#include "tests/support.h"

namespace fern::test {

/// The house battery calibrated at codes, a count being worth 3.96 mV; `off` is what the reference
/// says beside that, in volts.
struct CodeAndOff {
    double code = 0, off = 0;
    Direction direction = Direction::Unknown;
};
inline Instrument calibrated(const std::vector<CodeAndOff>& points, FitModel model = FitModel::Line,
    ReferenceAccuracy accuracy = {0.05, 0, 0})
{
    constexpr double count = 3.3 / 4096 * 59 / 12;
    Calibration calibration;
    calibration.model = model;
    calibration.accuracy = accuracy;
    for (const auto& point : points)
        calibration.pairs.push_back(
            {point.code, count * point.code + point.off, 0, point.direction});
    calibration.result = *scalingFrom(*fitOf(calibration, count));
    return *withCalibration(skiff(), "house-battery", calibration);
}

inline Instrument scaled(const ScalingSpec& spec)
{
    return *withScaling(skiff(), "house-battery", spec);
}
inline Instrument withGain(double gain)
{
    ScalingSpec spec;
    spec.kind = ScalingKind::Linear;
    spec.gain = gain;
    return scaled(spec);
}
inline Instrument withRatio(double per)
{
    ScalingSpec spec;
    spec.kind = ScalingKind::Ratio;
    spec.value = 3.3 * 59 / 12;
    spec.per = per;
    return scaled(spec);
}
inline Instrument withMap(int outHigh)
{
    ScalingSpec spec;
    spec.kind = ScalingKind::RangeMap;
    spec.map = {0, 4095, 0, outHigh};
    return scaled(spec);
}

/// Twelve pairs over the wished range with a scatter of ±0.01 V, in pairs that have no slope.
inline std::vector<CodeAndOff> scattered(double bend = 0, double outlier = 0)
{
    std::vector<CodeAndOff> points;
    for (int i = 0; i < 12; ++i) {
        const double u = (i - 5.5) / 5.5;
        points.push_back({2500 + 110.0 * i,
            ((i + 1) / 2 % 2 == 0 ? 0.01 : -0.01) + bend * u * u + (i == 4 ? outlier : 0)});
    }
    return points;
}

/// Two calibrations thirty days apart that differ by `off` volts; the later one is 200 days old on
/// the day on which the tests look.
inline Instrument calibratedTwice(double off)
{
    auto in = calibrated({{2500}, {3100}, {3700}});
    const auto second = calibrated({{2500, off}, {3100, off}, {3700, off}});
    in = *withCalibration(in, "house-battery", second.channels[0]->calibrations.front());
    return *withChannelChanged(in, "house-battery", [](Channel& c) {
        c.calibrations[0].on = "2031-01-01T12:00:00Z";
        c.calibrations[1].on = "2031-01-31T12:00:00Z";
    });
}
constexpr std::int64_t lookedAtOn = 1944907200; ///< 2031-08-19T12:00:00Z

/// Pairs that are being taken while the parts' arithmetic counts.
inline Instrument taking(const std::vector<CalibrationPair>& pairs)
{
    Calibration draft;
    draft.pairs = pairs;
    draft.accuracy = {0.05, 0, 0};
    return *withDraft(skiff(), "house-battery", draft);
}

inline std::vector<RuleCase> scaleCases()
{
    const std::vector<CodeAndOff> twoWays{{2500, 0, Direction::Rising},
        {3100, 0, Direction::Rising}, {3700, 0, Direction::Rising},
        {3110, 0.15, Direction::Falling}};
    constexpr double count = 3.3 / 4096 * 59 / 12;
    auto oneWay = twoWays;
    oneWay[3].direction = Direction::Rising;
    return {
        {"S01", Severity::Check, calibrated({{3000}, {3000}}, FitModel::Gain),
            "Calibrated at one point only", calibrated({{2500}, {3700}}, FitModel::Gain)},
        {"S02", Severity::Check, calibrated({{2900}, {3700}}),
            "Used from 10 V to 14.6 V, calibrated from 11.5 V to 14.7 V",
            calibrated({{2600}, {3700}})},
        {"S03", Severity::Check, calibrated({{2500, -0.2}, {3100, 0.3}, {3700, -0.2}}),
            "The calibration is off by up to 0.333 V", calibrated({{2500}, {3100, 0.1}, {3700}})},
        {"S04", Severity::Check, calibrated({{2500}, {3100}, {3700}}, FitModel::Line, {2, 0, 0}),
            "The reference is too coarse to judge by",
            calibrated({{2500}, {3100}, {3700}}, FitModel::Line, {0.5, 0, 0}), false},
        {"S05", Severity::Note, calibrated(scattered(0.2)), "The pairs lie on a bend",
            calibrated(scattered(0.005))},
        {"S06", Severity::Check, calibrated(twoWays), "Rising and falling differ by 0.15 V",
            calibrated(oneWay), false},
        {"S07", Severity::Note, calibratedTwice(0.09), "Calibrated 200 days ago",
            calibratedTwice(0.014)},
        {"S08", Severity::Check, withGain(0.0042), "The scaling differs from the parts by 6.03 %",
            withGain(0.0041)},
        {"S09", Severity::Check, calibrated(scattered(0, 0.2)), "The pair at 11.9 V lies far off",
            calibrated(scattered())},
        {"S10", Severity::Note, withRatio(4095),
            "Counts are divided by 4095, the converter counts by 4096", withRatio(4096)},
        {"S11", Severity::Check, withMap(16), "4095 steps become 16", withMap(16000)},
        {"S13", Severity::Check, taking({{60, 0}}), "At 0 V it shows 0.238 V", taking({{40, 0}})},
        {"S14", Severity::Check, taking({{3000, 3000 * count - 0.25}, {3100, 3100 * count - 0.21}}),
            "What is 11.63 V shows as 11.88 V", taking({{3000, 3000 * count - 0.2}})},
        {"S12", Severity::Check, withGain(3.961), "The scaling is 1000 times the parts' arithmetic",
            withGain(0.003961)},
    };
}

} // namespace fern::test
