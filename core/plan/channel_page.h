#pragma once
// A page for a channel that none shows.

#include "base/result.h"
#include "instrument/instrument.h"

namespace fern {

/// Adds a page that shows a channel to the first display, as a new channel begins; where no reader
/// reads it yet, with one that writes its wished step. Error where there is no display.
Result<Instrument> withPageOf(const Instrument& in, std::string_view channel);

} // namespace fern
