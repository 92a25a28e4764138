#pragma once
// Signs that makers draw again and again, for cells of five by eight.

#include "screens/dots.h"

#include <span>
#include <string_view>

namespace fern {

constexpr int cellDots = 5, cellRows = 8; ///< of a cell of a character display

struct ReadyGlyph {
    std::string_view name;
    std::string_view rows; ///< as parseDots() reads them
};

/// Returns them, the units first. None uses the row of the cursor.
std::span<const ReadyGlyph> readyGlyphs();

/// Returns the part-filled ends that a bar of cells needs, the emptiest first: columns from the
/// left, or rows from the bottom.
std::vector<Dots> barSet(bool isUpright);

} // namespace fern
