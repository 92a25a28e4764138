#pragma once
// The instrument file: JSON text to an Instrument and back.

#include "base/result.h"
#include "instrument/instrument.h"

#include <cstddef>
#include <string>
#include <string_view>

namespace fern {

/// The largest instrument file that is read, in bytes.
constexpr std::size_t longestInstrumentFile = std::size_t{16} << 20U;

/// Reads an instrument. All or nothing: the first fault is the error, with its JSON pointer, line
/// and column. Unknown keys are kept. Ids must be unique and every reference must lead somewhere.
Result<Instrument> readInstrument(std::string_view text);

/// Says what readInstrument would say of the instrument once it is written: nothing where it can be
/// read again.
Result<void> checkInstrument(const Instrument& instrument);

/// Writes the instrument; what was read and not changed is written byte for byte.
std::string writeInstrument(const Instrument& instrument);

} // namespace fern
