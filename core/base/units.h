#pragma once
// Units of measurement: our own list of names with exact definitions.
// General unit libraries guess at unknown names (milliphot for "mph"); this list never guesses.

#include "base/result.h"

#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// Exponents of the SI base units. Ratios, counts and angles have none.
struct Dimension {
    signed char metre = 0, kilogram = 0, second = 0, ampere = 0, kelvin = 0, candela = 0;
    signed char level = 0; ///< of a decibel: which reference; another unit cannot be had from it

    bool operator==(const Dimension&) const = default;
};

/// Returns the dimension of a product (`sign` 1) or of a quotient (`sign` -1).
Dimension combined(const Dimension& a, const Dimension& b, int sign);

/// SI value = (value + shift) · numerator / denominator.
/// Kept as a ratio of exact numbers so that a conversion rounds only once.
struct Unit {
    std::string name;
    Dimension dimension;
    long double numerator = 1;
    long double denominator = 1;
    long double shift = 0; ///< only temperature scales have one
};

/// Reads a unit: listed names, a blank or "·" between them, with an SI prefix where they take one,
/// an exponent 2 or 3, and at most one "/" ("kohm", "µF", "km/h", "m/s^2", "N m", "1/min"). Case
/// matters. Anything else is an error
/// that says what to write instead where that is known.
Result<Unit> parseUnit(std::string_view name);

/// Returns `value` in SI units, or of `unit` for fromSi; both rounded once.
double toSi(double value, const Unit& unit);
double fromSi(double si, const Unit& unit);

/// The same for the distance of two values, such as a step or a tolerance, for which the zero of
/// the unit does not count: 1 °C is 1 K.
double differenceToSi(double value, const Unit& unit);
double differenceFromSi(double si, const Unit& unit);

/// How a number in one unit becomes one in another of the same dimension: gain · number + offset.
struct UnitChange {
    double gain = 1, offset = 0;
};
UnitChange unitChange(const Unit& from, const Unit& to);

/// Returns `value`, given in `from`, in `to`. Error when their dimensions differ, or when one of
/// them is not known; then the error lists what could be meant beside the other.
Result<double> convert(double value, std::string_view from, std::string_view to);

/// Returns the unit with the SI prefix under which a number of that size, in SI units, reads best:
/// itself where the number lies from 0.1 to below 1000, and where it takes no prefix.
Unit readableUnit(const Unit& unit, double size);

/// Returns the units in which makers show the same thing, the unit itself first: km/h, mile/h, knot
/// and m/s of a speed. Only itself where there are no usual others.
std::vector<std::string> usualUnits(const Unit& unit);

/// Returns how the unit is written for people: "kΩ" for "kohm", "°C" for "degC", "µs" for "us".
std::string prettyUnit(std::string_view name);

} // namespace fern
