#pragma once
// Numbers to text and back, independent of the locale: the point is always a point.

#include <optional>
#include <string>
#include <string_view>

namespace fern {

/// Returns the shortest text that reads back equal; "nan" and "inf" for what is not finite.
std::string shortestText(double value);

/// Reads a finite decimal number that fills the whole text ("-1.5e3"); no blanks, no comma.
std::optional<double> parseNumber(std::string_view text);

/// Returns the text with blanks, tabs and line ends removed from both sides.
std::string_view trimmed(std::string_view text);

/// Returns `value` rounded to at most `digits` significant digits, for people ("0.0835", "12.8",
/// "2").
std::string significantText(double value, int digits);

/// Returns `value` as far as it is known: to the place of the second digit of its `uncertainty`,
/// in the same unit, and with at most seven digits. Without an uncertainty with seven.
std::string knownText(double value, double uncertainty);

/// Returns a time for people: "40 µs", "24.8 ms", "1.09 s", "12 min 30 s", "2 h 5 min".
std::string durationText(double seconds);

} // namespace fern
