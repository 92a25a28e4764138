#pragma once
// What a glass offers to a page: how many pixels, cells or digits, how high its characters are, and
// which of them it has.

#include "glass/display_spec.h"

#include <string_view>

namespace fern {

struct GlassMetrics {
    GlassUnit unit = GlassUnit::Pixels;
    int columns = 128, rows = 64; ///< in its unit, as it is looked at
    double pitch = 0.17e-3; ///< metre, of pixels
    CharacterRom rom = CharacterRom::Kana; ///< of cells
    double characterHeight = 0; ///< metre, of cells and digits; of pixels the font says it

    bool operator==(const GlassMetrics&) const = default;
};

GlassMetrics metricsOf(const DisplaySpec& spec);

/// Returns what a place of the glass is called: "pixel", "cell", "digit".
std::string_view unitWord(GlassUnit unit);

/// Returns the places that a text takes: on digits a point or colon stands behind its digit.
int placesOf(const GlassMetrics& metrics, std::string_view text);

/// Returns the first character of a text that the glass cannot show, empty when it has all; control
/// characters are none. The font counts on a glass of pixels only.
std::string firstLacking(const GlassMetrics& metrics, std::string_view text, std::string_view font);

} // namespace fern
