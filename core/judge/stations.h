#pragma once
// The stations of a radio.

#include "instrument/resolve.h"

#include <vector>

namespace fern {

/// Returns how many values each station of a radio answers with, in the order in which they are
/// polled.
std::vector<std::size_t> valuesOfStations(const PlainDevice& device, const PlainInstrument& plain);

} // namespace fern
