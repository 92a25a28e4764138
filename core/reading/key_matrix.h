#pragma once
// Keys in rows and columns of lines: one row after another is drawn low, and the columns are looked
// at.

#include "world/source_spec.h"

#include <string>
#include <vector>

namespace fern {

/// Returns the names of the keys, row by row; those without a name are empty.
std::vector<std::string> matrixKeys(const MatrixSpec& matrix);

/// Returns the keys that a scan sees while these are pressed, by their places row by row: without
/// diodes three keys at the corners of a rectangle show the fourth one too.
std::vector<std::size_t> keysSeen(const MatrixSpec& matrix, std::vector<std::size_t> pressed);

} // namespace fern
