#pragma once
// Whether a reading stands still, and what it is then.

#include "base/result.h"

#include <span>

namespace fern {

struct SettledReading {
    double mean = 0;
    double scatter = 0; ///< standard deviation of one reading
    int count = 0;
    bool isSettled = false; ///< both halves have the same mean, as far as their scatter can tell
};

/// Looks at the newest `count` of a row of readings; NaN is no reading. Fewer than four readings
/// are never settled. `step` is the least that a reading can tell.
SettledReading settledReading(std::span<const double> readings, int count, double step = 1);

} // namespace fern
