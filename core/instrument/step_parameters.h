#pragma once
// The figures of a smoothing step as rows that can be shown and edited.

#include "base/result.h"
#include "instrument/instrument.h"
#include "instrument/parameter.h"

#include <string_view>
#include <vector>

namespace fern {

/// Returns the figures of a step, without its kind and whether it is off.
std::vector<Parameter> stepParameters(const StepSpec& step);

/// Sets one of them, of the channel's step at that place in the list, from what a maker types.
/// Error says what is accepted; nothing has changed.
Result<Instrument> withStepParameter(const Instrument& in, std::string_view channel,
    std::size_t step, std::string_view path, std::string_view text);

} // namespace fern
