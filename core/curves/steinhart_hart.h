#pragma once
// A thermistor by the equation of Steinhart and Hart (Deep-Sea Research 15, 1968):
// 1/T = a + b · ln R + c · (ln R)³, T in kelvin, R in ohm.

#include "base/result.h"

#include <array>

namespace fern {

struct SteinhartHart {
    double a = 1.129e-3, b = 2.341e-4, c = 8.775e-8; ///< a usual 10 kΩ thermistor

    bool operator==(const SteinhartHart&) const = default;
};

/// Returns kelvin at `ohms` > 0.
double steinhartHartKelvin(const SteinhartHart& s, double ohms);

/// A resistance that was measured, or that a table gives, at a temperature.
struct ResistanceAt {
    double kelvin = 298.15;
    double ohms = 10e3;
};

/// Returns the coefficients whose curve goes through three points. Error when two temperatures or
/// resistances are equal, or one is not above 0.
Result<SteinhartHart> steinhartHartThrough(const std::array<ResistanceAt, 3>& points);

} // namespace fern
