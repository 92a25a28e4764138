#pragma once
// Bytes of an array as the text of a firmware, and back.

#include "base/result.h"

#include <cstdint>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// Returns an array of constant bytes, twelve a line: of C for 8-bit boards too.
std::string arrayInC(std::string_view name, std::span<const std::uint8_t> bytes);
/// Returns them as Python bytes.
std::string arrayInPython(std::string_view name, std::span<const std::uint8_t> bytes);
/// The same with each byte's lowest `bits` as binary digits, one a line: rows of a glyph.
std::string rowsInC(std::string_view name, std::span<const std::uint8_t> rows, int bits);
std::string rowsInPython(std::string_view name, std::span<const std::uint8_t> rows, int bits);

/// Returns an identifier of C and of Python for a name: "Pump house" is "pump_house".
std::string identifierOf(std::string_view name);

/// The most bytes of an array that is read from text, and the longest text.
constexpr std::size_t mostArrayBytes = 2'000'000;
constexpr std::size_t longestArrayText = 16'000'000;

/// Returns the bytes of the first array in a text of C or Python: hexadecimal, binary and decimal
/// numbers between brackets, or the escapes of a Python bytes text. Comments do not count. Numbers
/// of 16 bits become two bytes, the high one first. Error says what is there instead.
Result<std::vector<std::uint8_t>> parseArray(std::string_view text);

} // namespace fern
