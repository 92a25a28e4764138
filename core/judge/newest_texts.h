#pragma once
// What every channel says now, for lists of channels.

#include "run/run_history.h"

#include <string>
#include <vector>

namespace fern {

/// Returns for each channel what its first reader would write at `now`, with the unit behind it:
/// "13.01 V"; empty of a channel that no reader follows, or of which nothing has come.
std::vector<std::string> newestTexts(
    const PlainInstrument& instrument, const RunHistory& history, Ticks now);

} // namespace fern
