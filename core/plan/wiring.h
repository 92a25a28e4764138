#pragma once
// Automatic wiring: pins, buses and addresses for whatever has none yet.

#include "base/result.h"
#include "instrument/instrument.h"

namespace fern {

/// Returns the instrument with a pin for every line and analog channel that wants one, a bus for
/// every I²C module that hangs on none, and another strap where an address is taken. What is set
/// already stays, except an address that collides. Pins that can do little are used first, so that
/// those that can do much stay free. Error names what finds no place; then nothing is changed.
/// Lines that are tied, and boards without pins, are left alone.
Result<Instrument> wired(const Instrument& in);

} // namespace fern
