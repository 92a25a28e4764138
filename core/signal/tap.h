#pragma once
// The places along a channel where samples can be taken out or put in.

#include <array>
#include <cstddef>
#include <string_view>

namespace fern {

enum class Tap { World, Pin, Reading, Scaled, Smoothed };

/// The word of each tap in files.
inline constexpr std::array<std::string_view, 5> tapWords{
    "world", "pin", "reading", "scaled", "smoothed"};

constexpr std::string_view tapWord(Tap tap)
{
    return tapWords[static_cast<std::size_t>(tap)];
}

} // namespace fern
