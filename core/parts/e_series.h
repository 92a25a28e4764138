#pragma once
// Preferred numbers for resistors, IEC 60063.

#include <span>

namespace fern {

/// Returns the 24 values of a decade, 1.0 … 9.1. They are a table: seven of them are not 10^(i/24).
std::span<const double> e24();

/// Returns the E24 value nearest to `value` > 0 by difference; the lower one of a tie.
double nearestE24(double value);

/// Returns the smallest E24 value above `value` > 0.
double nextE24(double value);

} // namespace fern
