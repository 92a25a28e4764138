#pragma once
// The check digit of GS1 numbers: EAN-8, UPC-A, EAN-13, ITF-14 and SSCC-18.

#include <optional>
#include <string_view>

namespace fern {

/// Returns the digit that belongs behind a body of digits: weights 3, 1, 3 … from its right end, up
/// to the next ten. None when the body is empty or holds anything but digits.
/// Source: GS1 General Specifications, 7.9.
std::optional<int> gs1CheckDigit(std::string_view body);

/// Returns whether a text is a GS1 number of 8, 12, 13, 14 or 18 digits with its right check digit.
bool isGs1Number(std::string_view text);

} // namespace fern
