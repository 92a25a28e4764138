#pragma once
// Numbers in one text, with blanks between them.

#include "base/result.h"

#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// Returns the numbers with blanks between them, each in its shortest spelling.
std::string wordsOf(const std::vector<double>& numbers);

/// Reads such a text. Error names what is no number above zero.
Result<std::vector<double>> parsePositives(std::string_view words);

} // namespace fern
