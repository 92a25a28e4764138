#pragma once
// What devices are called, and when they go.

#include "instrument/instrument.h"

namespace fern {

/// Returns what a device of that kind is called where nobody has named it.
std::string_view usualName(DeviceKind kind);

/// Takes a device away that tells no channel any more, with its faults and what was decided about
/// it; one that does stays.
void dropUnheard(Instrument& in, std::string_view device);

} // namespace fern
