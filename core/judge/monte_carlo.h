#pragma once
// The uncertainty budget of a channel by drawing, after JCGM 101:2008: every source of error is
// drawn from its distribution and goes through the parts, the code and the scaling. It checks what
// the budget makes with slopes.

#include "instrument/resolve.h"

#include <functional>

namespace fern {

/// All in the channel's SI unit.
struct DrawnBudget {
    std::size_t draws = 0;
    double at = 0; ///< the true value, within half a count
    double mean = 0; ///< of what is read, less what is true
    double standard = 0; ///< deviation of that
    double low = 0, high = 0; ///< between them lie 95 % of the draws
};

/// Told how much is drawn, 0 … 1; false stops it.
using DrawProgress = std::function<bool(double share)>;

/// Returns what `draws` (at least 100) give at the true value `at`; none of them is rounded to
/// digits. Error where the budget is not known, where no reading stands for a value, or where it
/// was stopped.
Result<DrawnBudget> drawnBudget(const PlainChannel& channel, double at, std::size_t draws,
    std::uint64_t seed, const DrawProgress& progress);

} // namespace fern
