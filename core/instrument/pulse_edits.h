#pragma once
// How the pulses of a channel are counted.

#include "base/result.h"
#include "instrument/instrument.h"

#include <optional>
#include <string>
#include <string_view>

namespace fern {

/// Returns the pin on which a channel can be counted by interrupt: its own where that has one or
/// nobody has told what the pins of its board can do, else the first free one of the board. None
/// where there is no such pin, or where a module's line goes to its own one.
std::optional<std::string> interruptPin(const Instrument& in, const Channel& channel);

/// Counts the pulses of a channel by interrupt, on that pin. Error where there is none.
Result<Instrument> withInterrupt(const Instrument& in, std::string_view channel);

} // namespace fern
