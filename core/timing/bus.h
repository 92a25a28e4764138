#pragma once
// How long transfers keep a bus busy.

#include <span>

namespace fern {

/// Returns the seconds of one I²C write of `bytes` payload bytes at `hertz`: a start, nine clocks
/// for the address and for each byte, a stop; no clock stretching, no gaps: (9·(n + 1) + 2)/f.
/// A lower bound of what a real board needs. Source: UM10204, I²C-bus specification, section 3.1.
double i2cWriteSeconds(int bytes, double hertz);

/// Returns the seconds of several writes one after another.
double i2cWritesSeconds(std::span<const int> transfers, double hertz);

} // namespace fern
