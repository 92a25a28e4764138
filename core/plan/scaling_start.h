#pragma once
// Where a maker begins who types a scaling: figures that give what the channel gives now.

#include "instrument/resolve.h"

namespace fern {

/// Returns a scaling of the kind that runs through the values which the present one has at the ends
/// of the readings of the wished range, and for a table between them.
ScalingSpec scalingStart(const PlainChannel& channel, ScalingKind kind);

} // namespace fern
