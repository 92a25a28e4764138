#pragma once
// Changes of the capture library. The files beside the instrument are the caller's.

#include "instrument/instrument.h"
#include "signal/capture.h"

#include <string_view>

namespace fern {

/// Adds a capture under a free id made of its name, or replaces the one with its id. Error when the
/// name is empty.
Result<Instrument> withCapture(const Instrument& in, StoredCapture capture);
Result<Instrument> withoutCapture(const Instrument& in, std::string_view capture);

/// Returns what the library says of recorded columns; id, name and time are the caller's.
StoredCapture storedCaptureOf(const std::vector<Capture>& columns);

} // namespace fern
