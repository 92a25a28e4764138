#pragma once
// Which wire goes where, for soldering.

#include "instrument/instrument.h"
#include "signal/csv.h"

namespace fern {

/// Returns one row for each wire, with all that it joins, and the columns from, line, board, pin,
/// place, port, channel, as: the pin under all of its four names, so that they are not confused,
/// and what it is used as. Supply wires come last; a line without a pin says so.
TextTable wiringTable(const Instrument& in);

} // namespace fern
