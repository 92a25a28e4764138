#include "screens/part_picture.h"

#include <array>

namespace fern {

namespace {

constexpr std::array<Ink, 7> inksOf7{
    Ink::Black, Ink::White, Ink::Red, Ink::Yellow, Ink::Green, Ink::Blue, Ink::Orange};

} // namespace

std::span<const Ink> inksOf(PicturePalette palette)
{
    const std::span<const Ink> all(inksOf7);
    switch (palette) {
    case PicturePalette::Mono:
        return all.first(2);
    case PicturePalette::Three:
        return all.first(3);
    case PicturePalette::Four:
        return all.first(4);
    case PicturePalette::Six:
        return all.first(6);
    case PicturePalette::Seven:
        return all;
    case PicturePalette::Full:
        break;
    }
    return {};
}

Rgb colourOf(Ink ink)
{
    switch (ink) {
    case Ink::Usual:
    case Ink::Black:
        break;
    case Ink::White:
        return {255, 255, 255};
    case Ink::Red:
        return {255, 0, 0};
    case Ink::Green:
        return {0, 255, 0};
    case Ink::Blue:
        return {0, 0, 255};
    case Ink::Yellow:
        return {255, 255, 0};
    case Ink::Orange:
        return {255, 128, 0};
    }
    return {};
}

Picture pictureIn(const RgbImage& image, PicturePalette palette, Dither dither)
{
    Picture picture{palette == PicturePalette::Full ? PictureColours::Rgb565
            : palette == PicturePalette::Mono       ? PictureColours::Mono
                                                    : PictureColours::Inks,
        image.width, image.height, {}};
    picture.levels.reserve(image.pixels.size());
    if (palette == PicturePalette::Full) {
        for (const auto& pixel : image.pixels)
            picture.levels.push_back(rgb565Of(pixel));
        return picture;
    }
    const auto inks = inksOf(palette);
    std::vector<Rgb> colours;
    for (const auto ink : inks)
        colours.push_back(colourOf(ink));
    for (const auto index : dithered(image, colours, dither))
        picture.levels.push_back(
            palette == PicturePalette::Mono ? index : static_cast<std::uint16_t>(inks[index]));
    return picture;
}

RgbImage seenOf(const Picture& picture)
{
    RgbImage image(picture.width, picture.height);
    for (std::size_t i = 0; i < image.pixels.size(); ++i) {
        const auto level = picture.levels[i];
        image.pixels[i] = picture.colours == PictureColours::Rgb565 ? colourOf565(level)
            : picture.colours == PictureColours::Inks
            ? colourOf(static_cast<Ink>(level))
            : colourOf(level != 0 ? Ink::White : Ink::Black);
    }
    return image;
}

std::vector<std::uint8_t> arrayOf(const Picture& picture, ArrayOrder order)
{
    if (picture.colours == PictureColours::Rgb565)
        return packed565(picture.levels, order);
    if (picture.colours == PictureColours::Mono) {
        std::vector<bool> lit;
        for (const auto level : picture.levels)
            lit.push_back(level != 0);
        return packed(lit, picture.width, picture.height, order);
    }
    std::vector<std::uint8_t> bytes;
    for (int y = 0; y < picture.height; ++y)
        for (int x = 0; x < picture.width; x += 2) {
            const unsigned left = picture.at(x, y) - 1U;
            const unsigned right = x + 1 < picture.width ? picture.at(x + 1, y) - 1U : 0U;
            bytes.push_back(static_cast<std::uint8_t>(left << 4U | right));
        }
    return bytes;
}

} // namespace fern
