#pragma once
// The places along a channel where samples can be taken out or put in.

#include <array>
#include <cstddef>
#include <optional>
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

/// Returns the tap of a word in a file, or none.
constexpr std::optional<Tap> tapNamed(std::string_view word)
{
    for (std::size_t i = 0; i < tapWords.size(); ++i)
        if (tapWords[i] == word)
            return static_cast<Tap>(i);
    return std::nullopt;
}

} // namespace fern
