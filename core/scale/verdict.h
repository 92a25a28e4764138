#pragma once
// Whether a calibration is good enough, and what to measure next.

#include "scale/fit.h"

#include <string>
#include <vector>

namespace fern {

enum class Judgement { Good, Bad, Unsure };

struct CalibrationVerdict {
    Judgement judgement = Judgement::Unsure;
    std::vector<Judgement> points; ///< one for each pair
    std::size_t worst = 0; ///< the pair that is off most
    std::string missing; ///< why nothing can be judged, whatever the numbers; empty when it can
    std::string sentence; ///< with the numbers
};

/// Judges the residuals against a tolerance with a guard band (JCGM 106:2012, 8.3): good where the
/// residual and the reference's limit together stay within it at every pair, bad where the residual
/// exceeds it by more than the limit anywhere, otherwise it cannot be judged with this reference.
/// Nor can pairs be that leave no freedom, or whose reference told nothing of its accuracy. The
/// sentence names the pair that is off most. All in the channel's unit, which it names too.
CalibrationVerdict judgeCalibration(const Fit& fit, const std::vector<FitPair>& pairs,
    double tolerance, const ReferenceAccuracy& accuracy, const std::string& unit);

/// Which of the usual models the pairs need, by F-tests of the terms in their order, in words.
struct ModelAdvice {
    FitModel model = FitModel::Line;
    std::string sentence;
};
ModelAdvice adviseModel(const std::vector<FitPair>& pairs);

/// How far readings with the quantity rising lie from those with it falling, in the channel's unit:
/// the largest difference of the residuals of two neighbours in reading, one of each direction,
/// within a twentieth of the span; 0 where there are none.
double hysteresisOf(const Fit& fit, const std::vector<FitPair>& pairs);

/// A reference value worth measuring, and the largest prediction half-width over the range with it.
struct NextPoint {
    double reading = 0;
    double halfWidth = 0;
};
/// Returns the readings of `from` … `to`, at most three, whose measurement would shrink the largest
/// half-width of the prediction interval over that range most, the best first; the scatter is taken
/// as it is now. Empty where the fit has no freedom yet.
std::vector<NextPoint> nextPoints(const Fit& fit, double from, double to);

} // namespace fern
