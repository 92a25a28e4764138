#pragma once
// How a device tells a number.

#include "world/device.h"

namespace fern {

/// Returns the truth of a channel in the unit in which it is told; NaN where none is.
double toldAt(const ToldValue& value, double seconds);

/// Returns a number with the decimals of the source's resolution, three without one.
std::string numberTold(const Source& source, double value);

} // namespace fern
