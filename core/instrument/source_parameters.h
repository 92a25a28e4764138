#pragma once
// The figures of a channel's source as rows that can be shown and edited.

#include "base/result.h"
#include "instrument/instrument.h"
#include "instrument/parameter.h"

#include <string_view>
#include <vector>

namespace fern {

/// Which side of the pin a figure belongs to.
enum class SourceSide {
    Outside, ///< what the sensor or device is
    Firmware, ///< how the board reads it
};

/// Returns the figures of one side, in the order of the file. Not among them are the names of
/// codes, and the lane of the scenario.
std::vector<Parameter> sourceParameters(
    const Instrument& in, const Channel& channel, SourceSide side);

/// Sets one of them from what a maker types. Error says what is accepted; nothing has changed.
Result<Instrument> withSourceParameter(
    const Instrument& in, std::string_view channel, std::string_view path, std::string_view text);

} // namespace fern
