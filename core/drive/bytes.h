#pragma once
// Bytes of what drivers compute with.

#include <cstdint>

namespace fern {

constexpr std::uint8_t asByte(int value)
{
    return static_cast<std::uint8_t>(value & 0xFF);
}
constexpr std::uint8_t highByte(int value)
{
    return asByte(value >> 8);
}

/// Returns the byte with its bits in the other order.
constexpr std::uint8_t reversedBits(std::uint8_t byte)
{
    unsigned other = 0;
    for (unsigned bit = 0; bit < 8; ++bit)
        other |= ((byte >> bit) & 1U) << (7 - bit);
    return static_cast<std::uint8_t>(other);
}

} // namespace fern
