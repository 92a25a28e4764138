#pragma once
// How long transfers keep a bus busy.

#include "glass/display_spec.h"
#include "glass/transfer.h"

namespace fern {

/// Returns the seconds of one I²C write of `bytes` payload bytes at `hertz`: a start, nine clocks
/// for the address and for each byte, a stop; no clock stretching, no gaps: (9·(n + 1) + 2)/f.
/// A lower bound of what a real board needs. Source: UM10204, I²C-bus specification, section 3.1.
double i2cWriteSeconds(int bytes, double hertz);

/// Returns the seconds of a transfer to a display. On SPI eight clocks a byte. A two-wire driver
/// takes three delays of its clock for each bit and for the acknowledgement, and four for start and
/// stop (from memory). Parallel wires have no clock: a nibble, or a byte on eight wires, is set up
/// for 20 µs and strobed for 40 µs, then the firmware waits 45 µs after data and 120 µs after a
/// command (an open driver for such displays in a kernel). Lines of a raw glass are written at a
/// microsecond each (an estimate).
double transferSeconds(const Transfer& transfer, DisplayInterface interface, double hertz);

/// Returns whether an interface has a clock; parallel wires and the lines of a glass are written at
/// the pace of the firmware.
constexpr bool isClocked(DisplayInterface interface)
{
    return interface == DisplayInterface::I2c || interface == DisplayInterface::Spi
        || interface == DisplayInterface::TwoWire;
}

/// Returns the clock of an interface while its part hangs on no bus, in hertz.
double usualHertz(DisplayInterface interface);

} // namespace fern
