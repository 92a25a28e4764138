#pragma once
// Automatic wiring: pins, buses and addresses for whatever has none yet.

#include "base/result.h"
#include "instrument/instrument.h"

namespace fern {

/// Returns the instrument with a pin for every line and analog channel that wants one, a bus for
/// every I²C module that hangs on none, and another strap where an address is taken. What is set
/// already stays, except an address that collides. Pins without scarce roles are used first, so
/// that the few analog or bus pins stay free. Error names what finds no place; then nothing is
/// changed. Lines that are tied, and boards without pins, are left alone.
Result<Instrument> wired(const Instrument& in);

/// Adds a part and wires it. Where no address is free it hangs on the first bus that it fits all
/// the same, and where no pin is left its lines stay open: findings then show the ways out.
Result<Instrument> withPartWired(const Instrument& in, const Part& part);

/// Adds what is soldered to a board, on the first of the board's buses that it fits.
Result<Instrument> withBuiltIn(
    const Instrument& in, std::string_view board, const std::vector<Part>& parts);

/// Returns how many channels and lines want a pin and have none.
std::size_t openLineCount(const Instrument& in);

} // namespace fern
