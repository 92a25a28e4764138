#include "instrument/calibration_edits.h"

#include "instrument/edits.h"
#include "instrument/ids.h"

#include <algorithm>

namespace fern {

Result<Instrument> withScaling(
    const Instrument& in, std::string_view channel, const ScalingSpec& scaling)
{
    return withChannelChanged(in, channel, [&](Channel& c) { c.scaling = scaling; });
}

Result<Instrument> withDraft(
    const Instrument& in, std::string_view channel, const std::optional<Calibration>& draft)
{
    return withChannelChanged(in, channel, [&](Channel& c) { c.draft = draft; });
}

Result<Instrument> withCalibration(
    const Instrument& in, std::string_view channel, Calibration calibration)
{
    return withChannelChanged(in, channel, [&](Channel& c) {
        const auto isTaken = [&](const std::string& id) {
            return std::any_of(c.calibrations.begin(), c.calibrations.end(),
                [&](const Calibration& other) { return other.id == id; });
        };
        int n = static_cast<int>(c.calibrations.size()) + 1;
        while (isTaken("calibration-" + std::to_string(n)))
            ++n;
        calibration.id = "calibration-" + std::to_string(n);
        calibration.result.calibration = calibration.id;
        c.scaling = calibration.result;
        c.calibrations.push_back(std::move(calibration));
        c.draft.reset();
    });
}

} // namespace fern
