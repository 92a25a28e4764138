#pragma once
// A picture as it is worked on, before it becomes pixels of a display.

#include <cstddef>
#include <cstdint>
#include <vector>

namespace fern {

struct Rgb {
    std::uint8_t red = 0, green = 0, blue = 0;

    bool operator==(const Rgb&) const = default;
};

struct RgbImage {
    int width = 0, height = 0;
    std::vector<Rgb> pixels; ///< row by row, width · height

    RgbImage() = default;
    RgbImage(int across, int down, Rgb ground = {})
        : width(across)
        , height(down)
        , pixels(static_cast<std::size_t>(across) * static_cast<std::size_t>(down), ground)
    {
    }
    std::size_t indexOf(int x, int y) const
    {
        return static_cast<std::size_t>(y) * static_cast<std::size_t>(width)
            + static_cast<std::size_t>(x);
    }
    const Rgb& at(int x, int y) const { return pixels[indexOf(x, y)]; }
    Rgb& at(int x, int y) { return pixels[indexOf(x, y)]; }

    bool operator==(const RgbImage&) const = default;
};

/// Pixels of the largest picture that is worked on, and of its longer side.
constexpr int mostPicturePixels = 24'000'000;
constexpr int longestPictureSide = 12'000;

/// Returns the luma of a colour, 0 to 255 (ITU-R BT.601, rounded).
constexpr std::uint8_t lumaOf(Rgb c)
{
    return static_cast<std::uint8_t>(
        (c.red * 19595U + c.green * 38470U + c.blue * 7471U + 0x8000U) >> 16U);
}

} // namespace fern
