#pragma once
// Changes of a channel's scaling and calibrations.

#include "instrument/instrument.h"

#include <string_view>

namespace fern {

Result<Instrument> withScaling(
    const Instrument& in, std::string_view channel, const ScalingSpec& scaling);
/// Sets the pairs that are being taken; none takes them away.
Result<Instrument> withDraft(
    const Instrument& in, std::string_view channel, const std::optional<Calibration>& draft);
/// Applies a calibration: its result becomes the scaling, it joins the history under a free id, and
/// nothing is being taken any more.
Result<Instrument> withCalibration(
    const Instrument& in, std::string_view channel, Calibration calibration);

} // namespace fern
