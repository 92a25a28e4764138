#pragma once
// How restless a shown number is while nothing moves.

#include "instrument/resolve.h"

namespace fern {

/// Returns how often a second the digits of a reader change on an analog channel that rests, mean
/// over places between two digits, at the worst of three places of the wished range: the
/// converter's noise goes through its code, scaling, smoothing and rounding, and is looked at each
/// `redrawSeconds`. 0 where no noise is told.
double restingChanges(const PlainChannel& channel, const PlainReader& reader, double redrawSeconds);

} // namespace fern
