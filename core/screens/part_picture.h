#pragma once
// A worked picture as a display shows it.

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

/// Returns the bytes of its array: of mono in any order of bits, of full in one of RGB565, of inks
/// two pixels a byte, the left one high, as Ink counts them from 0.
std::vector<std::uint8_t> arrayOf(const Picture& picture, ArrayOrder order);

} // namespace fern
