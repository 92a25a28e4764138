#pragma once
// The seven segments of a digit, bit 0 A … 6 G, bit 7 its point: what can be read of them.
//
// Source: an open table of seven-segment shapes in a kernel; the letters are common practice.

#include <cstdint>
#include <string>
#include <vector>

namespace fern {

/// Returns the character that segments show, without their point: a digit, a minus, one of the
/// letters that can be formed, a blank, or "?" for any other shape.
char characterOf(std::uint8_t segments);

/// Returns the segments of a character; 0xFF is none: it cannot be formed.
constexpr std::uint8_t noSegments = 0xFF;
std::uint8_t segmentsOf(char character);

/// Returns what digits show from left to right, each with its point behind it.
std::string textOf(const std::vector<std::uint8_t>& digits);

} // namespace fern
