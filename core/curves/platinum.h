#pragma once
// A platinum resistance thermometer by IEC 60751:2022: R = R0 · (1 + A·t + B·t²) from 0 °C on, with
// the term C·(t − 100 °C)·t³ below.

namespace fern {

// Coefficients of IEC 60751, for t in degrees Celsius.
constexpr double platinumA = 3.9083e-3;
constexpr double platinumB = -5.775e-7;
constexpr double platinumC = -4.183e-12;

/// Returns the resistance as a multiple of that at 0 °C; −200 … 850 °C are within the standard.
double platinumMultiple(double celsius);

/// Returns its change for one degree.
double platinumSlope(double celsius);

/// Returns the temperature in degrees Celsius: the inverse, by Newton's method below 0 °C. NaN
/// where there is none.
double platinumCelsius(double multiple);

} // namespace fern
