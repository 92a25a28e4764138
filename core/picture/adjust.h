#pragma once
// What is done to a picture before it is dithered.

#include "picture/rgb_image.h"

namespace fern {

/// How a picture is worked on. Turned first, then cut, then adjusted at its final size.
struct PictureWork {
    int quarterTurns = 0; ///< clockwise
    double left = 0, top = 0, width = 1, height = 1; ///< what is kept, in shares of the picture
    // 1 changes nothing, 0 takes it away:
    double saturation = 1; ///< 0: grey
    double contrast = 1; ///< 0: the mean grey
    double brightness = 1; ///< 0: black
    double sharpness = 1; ///< 0: smoothed, 2: sharpened

    bool operator==(const PictureWork&) const = default;
};

/// Returns the picture turned clockwise by so many quarters.
RgbImage turned(const RgbImage& image, int quarters);

/// Returns a part of it, in shares of its sides from 0 to 1; at least a pixel.
RgbImage cropped(const RgbImage& image, double left, double top, double width, double height);

/// Returns it with another size, at least 1 × 1: each new pixel is the mean of the old ones that it
/// covers, in shares of them.
RgbImage scaled(const RgbImage& image, int width, int height);

/// Blends with grey, with the mean grey, with black and with a smoothed copy (3 × 3, the middle
/// counts 5 times, edges stay), in this order.
RgbImage adjusted(RgbImage image, const PictureWork& work);

/// Returns the picture worked on, with its final size.
RgbImage worked(const RgbImage& image, const PictureWork& work, int width, int height);

} // namespace fern
