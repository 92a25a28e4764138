#include "reading/register_forms.h"

#include <algorithm>

namespace fern {

namespace {

constexpr int byteBits = 8;
constexpr int nibbleBits = 4;

int byteCount(int bits)
{
    return std::max(2, (bits + byteBits - 1) / byteBits);
}

std::vector<std::uint8_t> bytesOf(std::uint64_t word, int count)
{
    std::vector<std::uint8_t> bytes;
    for (int i = count - 1; i >= 0; --i)
        bytes.push_back(static_cast<std::uint8_t>(word >> (byteBits * i)));
    return bytes;
}

} // namespace

RegisterForms registerForms(std::int64_t code, int bits)
{
    const auto word = static_cast<std::uint64_t>(code);
    const int bytes = byteCount(bits);
    RegisterForms forms;
    forms.right = bytesOf(word, bytes);
    forms.left = bytesOf(word << (byteBits * bytes - bits), bytes);
    const int nibbles = (bits + nibbleBits - 1) / nibbleBits;
    for (int i = nibbles - 1; i >= 0; --i) {
        forms.nibbles.push_back(static_cast<std::uint8_t>((word >> (nibbleBits * i)) & 0xFU));
        forms.hex += "0123456789ABCDEF"[forms.nibbles.back()];
    }
    for (int i = bits - 1; i >= 0; --i) {
        forms.bits += (word >> i & 1U) != 0 ? '1' : '0';
        if (i % nibbleBits == 0 && i > 0)
            forms.bits += ' ';
    }
    return forms;
}

std::int64_t codeOfRight(const std::vector<std::uint8_t>& bytes)
{
    std::int64_t word = 0;
    for (const auto byte : bytes)
        word = word << byteBits | byte;
    return word;
}

std::int64_t codeOfLeft(const std::vector<std::uint8_t>& bytes, int bits)
{
    return codeOfRight(bytes) >> (byteBits * static_cast<int>(bytes.size()) - bits);
}

std::int64_t signExtended(std::int64_t code, int bits)
{
    const auto half = std::int64_t{1} << (bits - 1);
    const auto low = code & (2 * half - 1);
    return low >= half ? low - 2 * half : low;
}

} // namespace fern
