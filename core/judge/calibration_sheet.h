#pragma once
// What the pairs of a channel's calibration say: the curve, how far each pair lies off, the
// verdict, what another model would give, and what to measure next.

#include "instrument/resolve.h"
#include "run/channel_run.h"
#include "scale/verdict.h"

#include <limits>
#include <optional>
#include <string>
#include <vector>

namespace fern {

/// What one of the models would make of the pairs.
struct ModelOffer {
    FitModel model = FitModel::Line;
    std::string words; ///< "line: at most 0.02 V off", or why it cannot be
};

struct CalibrationSheet {
    Calibration calibration; ///< the pairs that are being taken, else those that were applied last
    bool isDraft = false;
    bool hasFit = false;
    std::string equation; ///< or why there is none
    std::vector<double> offBy; ///< fitted − reference of each pair, in the channel's unit; NaN: off
    std::vector<CurvePoint> curve; ///< the fitted value over readings; empty without a fit
    double tolerance = 0; ///< in the channel's unit
    double largestOff = 0;
    Judgement judgement = Judgement::Unsure;
    std::string verdict, advice, next; ///< sentences; may be empty
    std::optional<FitModel> advised; ///< the model that the advice names, where it is another one
    std::string drift; ///< against the calibration before; may be empty
    bool isCovered = false; ///< both ends and the middle of the wished range have a pair
    ReadingRange readings; ///< that the channel can have
    double nextReference = std::numeric_limits<double>::quiet_NaN(); ///< that `next` asks for
    std::vector<ModelOffer> models; ///< in the order of FitModel
    double nominalGain = 1; ///< of the parts, which an offset takes
};

/// Returns the sheet of a channel of the instrument.
CalibrationSheet calibrationSheetOf(const Channel& channel, const PlainChannel& plain);

} // namespace fern
