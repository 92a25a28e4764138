#pragma once
// What stands in a memory when power comes.

#include <cstdint>
#include <type_traits>

namespace fern {

/// Fills a range with noise, the same each time.
template <class Range> void fillWithNoise(Range& range)
{
    std::uint32_t state = 0x9E3779B9;
    for (auto& element : range) {
        state ^= state << 13U; // xorshift with the shifts 13, 17, 5 (Marsaglia 2003)
        state ^= state >> 17U;
        state ^= state << 5U;
        element = static_cast<std::decay_t<decltype(element)>>(state >> 8U);
    }
}

} // namespace fern
