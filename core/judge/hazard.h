#pragma once
// Whether a channel's range can hurt someone.

#include "instrument/resolve.h"

namespace fern {

enum class Hazard {
    None,
    WhereWet, ///< above 60 V DC
    Always, ///< above 120 V DC
};

/// Judges the wished range of a channel in volts; other quantities are no hazard by themselves.
/// Source: the extra-low-voltage limits used with IEC 61140.
Hazard hazardOf(const PlainChannel& channel);

} // namespace fern
