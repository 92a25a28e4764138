#pragma once
// Who speaks to a board over which serial ports.

#include "instrument/instrument.h"

#include <vector>

namespace fern {

/// Returns the devices that speak to a board, or to a module of it, over ports of a kind.
std::vector<const Device*> serialDevicesAt(
    const Instrument& in, const Part& board, SerialPort port);

/// Returns how many serial ports a board has in hardware: as it is told, else as its pins tell.
std::size_t serialPortsOf(const Part& board);

} // namespace fern
