#pragma once
// Texts in UTF-8, counted in characters.

#include <cstddef>
#include <string_view>

namespace fern {

/// Whether a byte goes on with a character that began before it.
constexpr bool isContinuation(char byte)
{
    return (static_cast<unsigned char>(byte) & 0xC0U) == 0x80U;
}

/// Returns how many bytes the first `count` characters of a text have; all of a shorter one.
constexpr std::size_t bytesOfFirst(std::string_view text, std::size_t count)
{
    std::size_t bytes = 0;
    for (std::size_t i = 0; i < count && bytes < text.size(); ++i)
        do
            ++bytes;
        while (bytes < text.size() && isContinuation(text[bytes]));
    return bytes;
}

} // namespace fern
