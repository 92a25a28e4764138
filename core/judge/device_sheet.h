#pragma once
// The devices of an instrument with what they say now, as a table.

#include "run/run_history.h"
#include "signal/csv.h"

namespace fern {

/// Returns a row for each device, in their order: its name, what it is, which part it speaks to and
/// over what, the channels that it tells, and what was heard of it last and how long ago, as far as
/// a run's history goes.
TextTable deviceTable(
    const Instrument& in, const PlainInstrument& plain, const RunHistory& history, Ticks now);

} // namespace fern
