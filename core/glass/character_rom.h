#pragma once
// The character sets that are built into character displays: which code shows which sign.
//
// Sources: the usual set from an open driver of a display daemon, some of its signs and the shapes
// from memory; the European one from memory.

#include "glass/display_spec.h"

#include <array>
#include <cstdint>
#include <optional>

namespace fern {

using CellRows = std::array<std::uint8_t, 8>; ///< of a cell of 5 × 8 dots; bit 4 is the left one

/// Returns what a code looks like, as a character: glyphs of one's own are ⓪ to ⑦.
char32_t characterOfCode(CharacterRom rom, std::uint8_t code);

/// Returns the code of a character; none where the ROM has no such sign.
std::optional<std::uint8_t> codeOfCharacter(CharacterRom rom, char32_t character);

/// Returns the dots of a sign of the ROM, about as it draws them.
CellRows romRows(CharacterRom rom, std::uint8_t code);

} // namespace fern
