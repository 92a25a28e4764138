#pragma once
// A number with its unit, kept exactly as the maker typed it: a value, or the distance of two
// values.

#include "base/result.h"
#include "base/units.h"

#include <string>
#include <string_view>

namespace fern {

struct Quantity {
    double value = 0;
    std::string unit;

    bool operator==(const Quantity&) const = default;
};

/// The distance of two values: a step, a tolerance, a scatter, a hysteresis. The zero of its unit
/// does not count, so that 0.5 °C is 0.5 K.
struct Difference {
    double value = 0;
    std::string unit;

    bool operator==(const Difference&) const = default;
};

/// Returns the difference in SI units, or in `unit`, which must have its dimension.
double inSi(const Difference& difference);
double in(const Difference& difference, std::string_view unit);

/// Returns the quantity in SI units. Its unit must be a known one, as every stored quantity's is.
double inSi(const Quantity& quantity);

/// Returns the quantity in `unit`, which must have its dimension.
double in(const Quantity& quantity, std::string_view unit);

/// Reads what a maker types where a quantity like `like` is expected: "68k", "4k7", "2M2", "1R5",
/// "3.3 V", "250 ms", "0.1 uF", "20 C" of a temperature, or a bare number in the unit of `like`.
/// The error says what is accepted; a decimal comma is refused by name.
Result<Quantity> parseQuantity(std::string_view text, const Quantity& like);

Result<Difference> parseDifference(std::string_view text, const Difference& like);

/// Returns the quantity for people: "68 kΩ", "500 ms", "47 kΩ".
std::string toText(const Quantity& quantity);
std::string toText(const Difference& difference);

} // namespace fern
