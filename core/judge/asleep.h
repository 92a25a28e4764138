#pragma once
// How the program of a loop sleeps.

#include "instrument/resolve.h"

namespace fern {

/// Returns the share of the time in which the processor is off: its sleeps, of a turn of the loop
/// in which what is due comes as often as it is. 0 without a sleep. Of
/// several modes the first in which it sleeps, where none is chosen.
double asleepShare(const PlainInstrument& instrument, std::size_t loop);

/// Returns the share of the time asleep with which a board draws as much on average as it does by
/// its program: what a start draws beside, to join a network, counts as time awake. `load` is the
/// board's.
double asleepByCharge(const PlainInstrument& instrument, std::size_t loop, const LoadSpec& load);

/// Returns the energy that a wake takes until all displays show new numbers, in joule; 0 where
/// nobody has told what the board draws, or nothing feeds it.
double firstNumberJoules(const PlainInstrument& instrument, std::size_t loop);

/// Returns the seconds from the end of a sleep until all its displays show new numbers, at most:
/// the start, and everything once. 0 without a sleep.
double firstNumberSeconds(const PlainInstrument& instrument, std::size_t loop);

} // namespace fern
