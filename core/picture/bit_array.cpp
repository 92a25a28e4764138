#include "picture/bit_array.h"

#include <cassert>

namespace fern {

namespace {

constexpr int bitsOfByte = 8;

/// Where a pixel stands in an array of bits: its byte, and its bit from the lowest.
struct BitPlace {
    std::size_t byte;
    unsigned bit;
};

BitPlace placeOf(int x, int y, int width, ArrayOrder order)
{
    const auto index = [](int row, int perRow, int column) {
        return static_cast<std::size_t>(row) * static_cast<std::size_t>(perRow)
            + static_cast<std::size_t>(column);
    };
    if (order == ArrayOrder::Pages)
        return {index(y / bitsOfByte, width, x), static_cast<unsigned>(y % bitsOfByte)};
    const int perRow = (width + bitsOfByte - 1) / bitsOfByte;
    const auto from = static_cast<unsigned>(x % bitsOfByte);
    return {index(y, perRow, x / bitsOfByte),
        order == ArrayOrder::RowsHighFirst ? bitsOfByte - 1U - from : from};
}

} // namespace

std::size_t arrayBytes(int width, int height, ArrayOrder order)
{
    const auto across = static_cast<std::size_t>(width), down = static_cast<std::size_t>(height);
    if (!isOfBits(order))
        return across * down * 2;
    return order == ArrayOrder::Pages ? across * ((down + bitsOfByte - 1) / bitsOfByte)
                                      : (across + bitsOfByte - 1) / bitsOfByte * down;
}

std::vector<std::uint8_t> packed(
    const std::vector<bool>& lit, int width, int height, ArrayOrder order)
{
    assert(isOfBits(order));
    std::vector<std::uint8_t> bytes(arrayBytes(width, height, order));
    std::size_t pixel = 0;
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x)
            if (lit[pixel++]) {
                const auto [byte, bit] = placeOf(x, y, width, order);
                bytes[byte] = static_cast<std::uint8_t>(bytes[byte] | 1U << bit);
            }
    return bytes;
}

std::vector<bool> unpacked(
    std::span<const std::uint8_t> bytes, int width, int height, ArrayOrder order)
{
    assert(isOfBits(order) && bytes.size() >= arrayBytes(width, height, order));
    std::vector<bool> lit;
    lit.reserve(static_cast<std::size_t>(width) * static_cast<std::size_t>(height));
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x) {
            const auto [byte, bit] = placeOf(x, y, width, order);
            lit.push_back((bytes[byte] >> bit & 1U) != 0);
        }
    return lit;
}

std::vector<std::uint8_t> packed565(std::span<const std::uint16_t> levels, ArrayOrder order)
{
    std::vector<std::uint8_t> bytes;
    bytes.reserve(levels.size() * 2);
    for (const auto level : levels) {
        const auto high = static_cast<std::uint8_t>(level >> 8U);
        const auto low = static_cast<std::uint8_t>(level & 0xFFU);
        const bool isHighFirst = order == ArrayOrder::Rgb565HighFirst;
        bytes.push_back(isHighFirst ? high : low);
        bytes.push_back(isHighFirst ? low : high);
    }
    return bytes;
}

std::vector<std::uint16_t> unpacked565(std::span<const std::uint8_t> bytes, ArrayOrder order)
{
    std::vector<std::uint16_t> levels;
    for (std::size_t i = 0; i + 1 < bytes.size(); i += 2) {
        const bool isHighFirst = order == ArrayOrder::Rgb565HighFirst;
        const unsigned high = bytes[isHighFirst ? i : i + 1], low = bytes[isHighFirst ? i + 1 : i];
        levels.push_back(static_cast<std::uint16_t>(high << 8U | low));
    }
    return levels;
}

} // namespace fern
