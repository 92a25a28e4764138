#include "screens/part_picture.h"

#include "screens/ink_numbers.h"

#include <array>
#include <variant>

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

namespace {

/// One bit a pixel, in which a level that is wanted is lit.
template <class IsLit>
std::vector<std::uint8_t> planeOf(const Picture& picture, ArrayOrder order, IsLit isLit)
{
    std::vector<bool> lit;
    lit.reserve(picture.levels.size());
    for (const auto level : picture.levels)
        lit.push_back(isLit(level));
    return packed(lit, picture.width, picture.height, order);
}

/// Several pixels a byte, the left one highest; a row begins a byte.
std::vector<std::uint8_t> numbersOf(const Picture& picture, int colours, int bits)
{
    constexpr int bitsOfByte = 8;
    const auto numbers = inkNumbers(colours);
    const int perByte = bitsOfByte / bits;
    std::vector<std::uint8_t> bytes;
    for (int y = 0; y < picture.height; ++y)
        for (int x = 0; x < picture.width; x += perByte) {
            unsigned value = 0;
            for (int i = 0; i < perByte; ++i)
                value = value << static_cast<unsigned>(bits)
                    | (x + i < picture.width ? numbers[picture.at(x + i, y)] : 0U);
            bytes.push_back(static_cast<std::uint8_t>(value));
        }
    return bytes;
}

} // namespace

std::vector<std::uint8_t> arrayOf(const Picture& picture, PicturePalette palette, ArrayOrder order)
{
    constexpr auto white = static_cast<std::uint16_t>(Ink::White);
    constexpr auto red = static_cast<std::uint16_t>(Ink::Red);
    switch (palette) {
    case PicturePalette::Mono:
        return planeOf(picture, order, [](std::uint16_t level) { return level != 0; });
    case PicturePalette::Three: {
        auto planes = planeOf(
            picture, order, [](std::uint16_t level) { return level == white || level == red; });
        const auto reds = planeOf(picture, order, [](std::uint16_t level) { return level == red; });
        planes.insert(planes.end(), reds.begin(), reds.end());
        return planes;
    }
    case PicturePalette::Four:
        return numbersOf(picture, 4, 2);
    case PicturePalette::Six:
        return numbersOf(picture, 6, 4);
    case PicturePalette::Seven:
        return numbersOf(picture, 7, 4);
    case PicturePalette::Full:
        break;
    }
    return packed565(picture.levels, order);
}

PicturePalette paletteOf(const DisplaySpec& part)
{
    if (part.kind() == DisplayKind::ColourPanel)
        return PicturePalette::Full;
    const auto* paper = std::get_if<PaperSpec>(&part.shape);
    const int colours = paper == nullptr ? 2 : paper->colours;
    return colours == 3 ? PicturePalette::Three
        : colours == 4  ? PicturePalette::Four
        : colours == 6  ? PicturePalette::Six
        : colours == 7  ? PicturePalette::Seven
                        : PicturePalette::Mono;
}

ArrayOrder orderOf(const DisplaySpec& part)
{
    if (part.kind() == DisplayKind::ColourPanel)
        return ArrayOrder::Rgb565HighFirst;
    return std::holds_alternative<MonoOledSpec>(part.shape)
            || std::holds_alternative<MonoLcdSpec>(part.shape)
        ? ArrayOrder::Pages
        : ArrayOrder::RowsHighFirst;
}

} // namespace fern
