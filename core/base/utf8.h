#pragma once
// Texts in UTF-8, counted in characters.

#include <cstddef>
#include <string>
#include <string_view>

namespace fern {

/// Returns the characters of UTF-8 text; broken bytes become U+FFFD.
std::u32string codePoints(std::string_view text);
/// Returns them as UTF-8 again.
std::string toUtf8(std::u32string_view characters);

/// Whether a text is UTF-8 throughout.
bool isUtf8(std::string_view text);

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

/// Returns a text with the letters of ASCII as capitals.
inline std::string inCapitals(std::string_view text)
{
    std::string capitals(text);
    for (char& c : capitals)
        c = c >= 'a' && c <= 'z' ? static_cast<char>(c - 'a' + 'A') : c;
    return capitals;
}

/// Appends a character.
inline void appendUtf8(std::string& text, char32_t character)
{
    const auto tail = [&](unsigned shift) {
        text += static_cast<char>(0x80U | ((character >> shift) & 0x3FU));
    };
    if (character < 0x80) {
        text += static_cast<char>(character);
    } else if (character < 0x800) {
        text += static_cast<char>(0xC0U | character >> 6U);
        tail(0);
    } else if (character < 0x10000) {
        text += static_cast<char>(0xE0U | character >> 12U);
        tail(6);
        tail(0);
    } else {
        text += static_cast<char>(0xF0U | character >> 18U);
        tail(12);
        tail(6);
        tail(0);
    }
}

} // namespace fern
