#pragma once
// Pixels as the bytes of an array, in the orders that displays and libraries want them.

#include "base/archive.h"
#include "picture/rgb_image.h"

#include <span>
#include <vector>

namespace fern {

enum class ArrayOrder {
    RowsHighFirst, ///< row by row, the left pixel of eight is the highest bit; rows begin a byte
    RowsLowFirst, ///< row by row, the left pixel is the lowest bit
    Pages, ///< pages of eight rows, a byte a column, the lowest bit on top
    Rgb565HighFirst, ///< two bytes a pixel, row by row, the high byte first
    Rgb565LowFirst,
};
constexpr std::size_t arrayOrders = 5;
inline constexpr Words<arrayOrders> arrayOrderWords{"rows, highest bit first",
    "rows, lowest bit first", "pages of 8 rows", "RGB565, high byte first",
    "RGB565, low byte first"};

constexpr bool isOfBits(ArrayOrder order)
{
    return order == ArrayOrder::RowsHighFirst || order == ArrayOrder::RowsLowFirst
        || order == ArrayOrder::Pages;
}

/// Returns the bytes that a picture of that size takes.
std::size_t arrayBytes(int width, int height, ArrayOrder order);

/// Pixels of one colour or another: `lit` has width · height of them, row by row. The order is one
/// of bits.
std::vector<std::uint8_t> packed(
    const std::vector<bool>& lit, int width, int height, ArrayOrder order);
/// Returns them back from at least arrayBytes() bytes.
std::vector<bool> unpacked(
    std::span<const std::uint8_t> bytes, int width, int height, ArrayOrder order);

/// A colour in 5, 6 and 5 bits, red highest.
constexpr std::uint16_t rgb565Of(Rgb c)
{
    return static_cast<std::uint16_t>((c.red >> 3U) << 11U | (c.green >> 2U) << 5U | c.blue >> 3U);
}
/// The colour that it is seen as: the low bits repeat the high ones.
constexpr Rgb colourOf565(std::uint16_t level)
{
    const unsigned red = level >> 11U, green = level >> 5U & 63U, blue = level & 31U;
    return {static_cast<std::uint8_t>(red << 3U | red >> 2U),
        static_cast<std::uint8_t>(green << 2U | green >> 4U),
        static_cast<std::uint8_t>(blue << 3U | blue >> 2U)};
}

/// The same for colours of 16 bits; the order is one of RGB565.
std::vector<std::uint8_t> packed565(std::span<const std::uint16_t> levels, ArrayOrder order);
std::vector<std::uint16_t> unpacked565(std::span<const std::uint8_t> bytes, ArrayOrder order);

} // namespace fern
