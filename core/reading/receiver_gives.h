#pragma once
// The numbers that a receiver gives a channel.

#include "reading/nmea.h"
#include "world/source_spec.h"

namespace fern {

/// Returns what is known of one thing, in its unit of receiverGivesUnits; none when it is not told.
std::optional<double> givenBy(const ReceiverState& state, ReceiverGives gives);

} // namespace fern
