#pragma once
// How the program of a loop sleeps.

#include "instrument/resolve.h"

namespace fern {

/// Returns the share of the time in which the processor is off: its sleeps, of a turn of the loop
/// in which what is due comes as often as it is. 0 without a sleep. Of
/// several modes the first, where none is chosen.
double asleepShare(const PlainInstrument& instrument, std::size_t loop);

/// Returns the seconds from the end of a sleep until all its displays show new numbers, at most:
/// the start, and everything once. 0 without a sleep.
double firstNumberSeconds(const PlainInstrument& instrument, std::size_t loop);

} // namespace fern
