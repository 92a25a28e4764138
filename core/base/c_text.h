#pragma once
// Names and numbers as C for the firmware.

#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// Makes an identifier of any text: "House battery" gives "house_battery"; "channel" of one
/// without a letter.
std::string identifierInC(std::string_view name);

/// Returns a text as it may stand in a comment: on one line, and without what would end it.
std::string commentInC(std::string_view text);

/// Returns a number with as many digits as a float or a double needs to read back equal, and with a
/// point, so that it is no int; floats end with "f".
std::string numberInC(double value, bool isFloat);

/// Returns "{1.0f, 2.5f}".
std::string listInC(const std::vector<double>& values, bool isFloat);

} // namespace fern
