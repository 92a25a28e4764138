#pragma once
// Checksums of what travels in bytes.

#include <string_view>

namespace fern {

/// Returns the exclusive or of all characters, as NMEA 0183 sentences carry it.
constexpr unsigned exclusiveOr(std::string_view characters)
{
    unsigned sum = 0;
    for (const char c : characters)
        sum ^= static_cast<unsigned char>(c);
    return sum;
}

} // namespace fern
