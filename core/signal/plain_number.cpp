#include "signal/plain_number.h"

#include <array>
#include <bit>
#include <charconv>
#include <cmath>
#include <cstdint>
#include <cstring>
#include <system_error>

namespace fern {

namespace {

constexpr int lanes = 8; ///< characters that are looked at together
constexpr std::array<double, 16> powers{
    1, 1e1, 1e2, 1e3, 1e4, 1e5, 1e6, 1e7, 1e8, 1e9, 1e10, 1e11, 1e12, 1e13, 1e14, 1e15};

struct Digits {
    std::uint64_t value = 0;
    int count = 0;
};

/// Reads up to eight digits without a branch for each: a lane holds one, then pairs, then fours
/// (D. Lemire, Number parsing at a gigabyte per second, 2021).
inline Digits eightDigits(const char* at)
{
    std::uint64_t text = 0;
    std::memcpy(&text, at, lanes);
    const std::uint64_t digits = text ^ 0x3030303030303030U;
    const std::uint64_t others = ((digits + 0x7676767676767676U) | digits) & 0x8080808080808080U;
    const int count = others == 0 ? lanes : std::countr_zero(others) / 8;
    if (count == 0)
        return {};
    std::uint64_t x = digits << (8 * (lanes - count)); // those behind the number fall out
    x = (x * 10 + (x >> 8U)) & 0x00FF00FF00FF00FFU;
    x = (x * 100 + (x >> 16U)) & 0x0000FFFF0000FFFFU;
    x = (x * 10000 + (x >> 32U)) & 0x00000000FFFFFFFFU;
    return {x, count};
}

} // namespace

// A number of at most 15 digits is exact as a whole number over a power of ten, both exact
// themselves, so that one division rounds it right (W. D. Clinger, How to read floating point
// numbers accurately, PLDI 1990).
const char* readPlainNumber(const char* at, const char* end, const char* readable, double& value)
{
    const char* const begin = at;
    const bool isNegative = at != end && *at == '-';
    at += isNegative ? 1 : 0;
    constexpr int most = 2 * lanes + 1; // digits, point, digits
    if (std::endian::native == std::endian::little && readable - at >= most) {
        const auto whole = eightDigits(at);
        at += whole.count;
        Digits part;
        if (*at == '.') {
            part = eightDigits(at + 1);
            at += 1 + part.count;
        }
        // Where eight digits are full there may be more of them.
        const bool isShort = whole.count > 0 && whole.count < lanes && part.count < lanes;
        if (isShort && at <= end && (at == end || (*at != 'e' && *at != 'E'))) {
            const double scale = powers[static_cast<std::size_t>(part.count)];
            const double digits =
                static_cast<double>(whole.value) * scale + static_cast<double>(part.value);
            value = (isNegative ? -digits : digits) / scale;
            return at;
        }
    }
    const auto [stop, failure] = std::from_chars(begin, end, value);
    return failure == std::errc{} && std::isfinite(value) ? stop : nullptr;
}

} // namespace fern
