#pragma once
// A worked picture as a display shows it.

#include "glass/display_spec.h"
#include "picture/bit_array.h"
#include "picture/dither.h"
#include "screens/spec.h"

#include <span>
#include <string_view>
#include <vector>

namespace fern {

/// The colours that pictures are dithered to.
enum class PicturePalette { Mono, Three, Four, Six, Seven, Full };
/// "full": 16 bits a pixel, as colour panels have them.
inline constexpr Words<6> picturePaletteWords{"mono", "3", "4", "6", "7", "full"};

/// Returns the inks of a palette, in their order; of mono black and white, of full none.
std::span<const Ink> inksOf(PicturePalette palette);
/// Returns the colour that an ink is dithered to: pure, as paper makers give it.
Rgb colourOf(Ink ink);

/// Returns the picture in a palette. Of mono white is lit.
Picture pictureIn(const RgbImage& image, PicturePalette palette, Dither dither);

/// Returns a picture as it is seen: lit is white, dark black, inks in their colours.
RgbImage seenOf(const Picture& picture);

/// Returns whether a picture in a palette can be an array in that order: of mono in any order of
/// bits, of full in those of RGB565, of inks in rows with the left pixel highest.
constexpr bool suits(PicturePalette palette, ArrayOrder order)
{
    if (palette == PicturePalette::Mono)
        return isOfBits(order);
    return palette == PicturePalette::Full ? !isOfBits(order) : order == ArrayOrder::RowsHighFirst;
}

/// Returns the bytes of its array, as a display of that palette takes them: of four inks two bits a
/// pixel, of six or seven four, by their numbers on the bus; of three the plane of black, in which
/// white and red are 1, and behind it the plane of red. The order suits the palette.
std::vector<std::uint8_t> arrayOf(const Picture& picture, PicturePalette palette, ArrayOrder order);

/// The palette of a display that shows pixels, and the order in which its memory wants them.
PicturePalette paletteOf(const DisplaySpec& part);
ArrayOrder orderOf(const DisplaySpec& part);

} // namespace fern
