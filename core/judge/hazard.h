#pragma once
// Whether a channel's range can hurt someone.

#include "instrument/resolve.h"

namespace fern {

enum class Hazard {
    None,
    WhereWet, ///< above 60 V DC or 25 V AC
    Always, ///< above 120 V DC or 50 V AC
};

/// Judges the wished range of a channel in volts; other quantities are no hazard by themselves. A
/// range on both sides of zero counts as alternating, its ends as the peaks of a sine.
/// Source: the extra-low-voltage limits used with IEC 61140.
Hazard hazardOf(const PlainChannel& channel);

} // namespace fern
