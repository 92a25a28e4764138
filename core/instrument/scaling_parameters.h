#pragma once
// The figures of a typed scaling as rows that can be shown and edited.

#include "base/result.h"
#include "instrument/instrument.h"
#include "instrument/parameter.h"

#include <string_view>
#include <vector>

namespace fern {

/// Returns the kinds of scaling that a source and its sensor can have.
std::vector<ScalingKind> scalingKindsOf(const Channel& channel);

/// Returns the figures of the channel's scaling, without its kind. A thermistor's equation has one
/// row more, which takes three points and sets its coefficients.
std::vector<Parameter> scalingParameters(const Channel& channel);

/// Sets one of them from what a maker types. Error says what is accepted; nothing has changed.
Result<Instrument> withScalingParameter(
    const Instrument& in, std::string_view channel, std::string_view path, std::string_view text);

} // namespace fern
