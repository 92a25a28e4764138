#pragma once
// How a program sleeps.

#include "instrument/resolve.h"

namespace fern {

/// Returns the share of the time in which the processor is off: its sleeps, of a turn of the loop
/// in which what is due comes as often as it is. 0 without a sleep.
double asleepShare(const PlainInstrument& instrument);

/// Returns the seconds from the end of a sleep until all displays show new numbers, at most: the
/// start, and everything once. 0 without a sleep.
double firstNumberSeconds(const PlainInstrument& instrument);

} // namespace fern
