#pragma once
// A picture in the few colours of a part.

#include "base/archive.h"
#include "picture/rgb_image.h"

#include <span>

namespace fern {

enum class Dither {
    FloydSteinberg, ///< error diffusion: R. W. Floyd and L. Steinberg, Proc. SID 17(2), 1976
    Ordered, ///< against a matrix of 8 × 8: B. E. Bayer, IEEE ICC, 1973
    Threshold, ///< the nearest colour
};
inline constexpr Words<3> ditherWords{"floyd-steinberg", "ordered", "threshold"};

/// Returns for each pixel the index of its colour in a palette of 2 to 256 colours. Where all
/// colours are grey the picture counts by its luma.
///
/// Error diffusion works on coded values from 0 to 255, row by row from left to right; a pixel's
/// error goes on by 7/16 to the right, 3/16, 5/16 and 1/16 to the row below, each cut toward zero;
/// sums are not clipped, and what falls off the edges is lost. Of black and white a pixel is white
/// from 128.
std::vector<std::uint8_t> dithered(
    const RgbImage& image, std::span<const Rgb> palette, Dither dither);

/// The threshold of an ordered matrix at a pixel, 0 to 63.
int orderedThreshold(int x, int y);

} // namespace fern
