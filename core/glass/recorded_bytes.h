#pragma once
// The bytes of a real firmware, as they were recorded on the bus of a display.

#include "glass/transfer.h"

#include <string_view>
#include <vector>

namespace fern {

/// Reads a table with the columns t_s, kind and bytes, in any order of the columns and in the order
/// of time. Error says the line that cannot be read.
Result<std::vector<TimedTransfer>> parseRecordedBytes(std::string_view text);

} // namespace fern
