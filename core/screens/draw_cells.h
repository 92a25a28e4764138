#pragma once
// Fields on a glass of cells or digits: rows of signs, some of them of one's own.

#include "glass/character_rom.h"
#include "screens/field_content.h"

#include <span>

namespace fern {

/// A sign of one's own by its slot; the first of the characters for private use.
constexpr char32_t ownSign = 0xE000;
constexpr int ownSlots = 8; ///< that a character display has

/// Returns whether a glyph is one of a cell: five dots wide, up to eight high.
bool fitsCell(const Dots& dots);

/// Returns the dots of the signs of one's own that the fields of a page need, each once, in the
/// order of their slots; more than ownSlots do not find room on a display.
std::vector<CellRows> ownSigns(const Page& page);

/// Signs side by side.
struct CellRun {
    int x = 0, y = 0;
    std::u32string signs;

    bool operator==(const CellRun&) const = default;
};

/// Returns what a field puts on a glass whose slots hold `own`; what has no slot is a blank.
std::vector<CellRun> cellRuns(
    const Field& field, const FieldContent& content, std::span<const CellRows> own);

} // namespace fern
