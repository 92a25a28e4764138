#pragma once
// A usual instrument for each kind of stand-in, where no file is given.

#include "run/stand_in.h"

namespace fern {

/// Returns a small instrument with one channel of the kind, with its usual course.
Instrument usualInstrumentFor(StandInKind kind);

} // namespace fern
