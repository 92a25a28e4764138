#pragma once
// Whether a channel's scaling suits its source and gives its unit.

#include "instrument/source_check.h"

namespace fern {

/// Says what is wrong with the scaling of `channel`: a unit of another dimension, a formula that
/// cannot be read or gives something else, a thermistor's equation without a thermistor.
void checkScaling(const Channel& channel, const SourceFault& fault);

} // namespace fern
