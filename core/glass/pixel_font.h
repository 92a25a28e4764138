#pragma once
// Pixel fonts from 4×6 to 32×64, and text drawn with them.

#include "glass/mono_frame.h"

#include <span>
#include <string>
#include <string_view>

namespace fern {

struct PixelFont {
    std::string_view name; ///< "8x16"
    int width; ///< pixels of a cell
    int height;
    std::span<const char32_t> codes; ///< rising
    const unsigned char*
        rows; ///< for each code, height rows of (width + 7)/8 bytes, left pixel highest
};

/// Returns the fonts from small to large.
std::span<const PixelFont> pixelFonts();

/// Returns the font of that name, or null.
const PixelFont* findPixelFont(std::string_view name);

/// Returns the rows of a character, or an empty span when the font lacks it.
std::span<const unsigned char> glyphRows(const PixelFont& font, char32_t code);

/// Returns the rows of pixels in which a font's digit 8 has ink.
int inkRows(const PixelFont& font);

/// Draws text with its top left pixel at (x, y), each font pixel as scale × scale pixels (1 … 4).
/// Draws lit pixels only, as most firmware does: what is lit already stays lit. A character that
/// the font lacks becomes a hollow box.
void drawText(
    MonoFrame& frame, int x, int y, std::string_view text, const PixelFont& font, int scale);

} // namespace fern
