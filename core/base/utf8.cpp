#include "base/utf8.h"

#include <algorithm>

namespace fern {

std::u32string codePoints(std::string_view text)
{
    std::u32string codes;
    for (std::size_t i = 0; i < text.size();) {
        const auto lead = static_cast<unsigned char>(text[i]);
        const std::size_t length = lead < 0x80 ? 1
            : lead >= 0xF0                     ? 4
            : lead >= 0xE0                     ? 3
            : lead >= 0xC0                     ? 2
                                               : 0;
        char32_t code = length == 1 ? lead : lead & (0xFFU >> (length + 1));
        bool whole = length > 0 && i + length <= text.size();
        for (std::size_t k = 1; whole && k < length; ++k) {
            const auto next = static_cast<unsigned char>(text[i + k]);
            whole = isContinuation(text[i + k]);
            code = (code << 6U) | (next & 0x3FU);
        }
        codes += whole ? code : U'\uFFFD';
        i += whole ? length : 1;
    }
    return codes;
}

std::string toUtf8(std::u32string_view characters)
{
    std::string text;
    for (const auto character : characters)
        appendUtf8(text, character);
    return text;
}

bool isUtf8(std::string_view text)
{
    const bool isAscii = std::all_of(
        text.begin(), text.end(), [](char c) { return static_cast<unsigned char>(c) < 0x80; });
    return isAscii || toUtf8(codePoints(text)) == text;
}

} // namespace fern
