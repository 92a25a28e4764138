#pragma once
// Times of a list, as people write them.

#include "base/result.h"

#include <string_view>

namespace fern {

/// Reads "7:42", "7:42:30" or "95", plain seconds, into seconds. Minutes and seconds behind a colon
/// are below 60. Error names a text that is no such time.
Result<double> parseClockTime(std::string_view text);

} // namespace fern
