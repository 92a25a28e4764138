#pragma once
// The scaling that follows from the parts: what one count is worth in the channel's unit.

#include "base/units.h"
#include "parts/analog_input.h"
#include "reading/converter.h"
#include "scale/scaling.h"

#include <string>
#include <vector>

namespace fern {

/// Returns the scaling of a converter behind an input, both taken as nominal, to values in `unit`.
Scaling scalingFromParts(
    const Converter& converter, double reference, const AnalogInput& input, const Unit& unit);

/// Returns the arithmetic as lines for people, each with its numbers and units.
std::vector<std::string> scalingInWords(
    const Converter& converter, double reference, const AnalogInput& input, const Unit& unit);

} // namespace fern
