#pragma once
// Another board under the same instrument.

#include "base/result.h"
#include "instrument/instrument.h"

#include <string_view>

namespace fern {

/// Replaces a board by one of another class under the same id: its buses stay with their modules,
/// every channel and line is wired anew. Error names what finds no place on it.
Result<Instrument> withBoardReplaced(
    const Instrument& in, std::string_view board, const Part& replacement);

} // namespace fern
