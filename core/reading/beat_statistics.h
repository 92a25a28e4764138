#pragma once
// What a row of beats says, as heart rate variability is defined: ESC/NASPE Task Force, European
// Heart Journal 17 (1996) 354.

#include <span>

namespace fern {

struct BeatStatistics {
    int intervals = 0;
    double mean = 0; ///< seconds
    double median = 0;
    double deviation = 0; ///< SDNN: standard deviation of the intervals, with n − 1
    double successive = 0; ///< RMSSD: root mean square of the differences of neighbours
    /// Beats a minute: 60 over the mean interval, which is not the mean of 60 over each.
    double perMinute() const { return mean > 0 ? 60 / mean : 0; }
};

/// Returns the figures of intervals in seconds, one after the other; all 0 without any.
BeatStatistics beatStatistics(std::span<const double> intervals);

} // namespace fern
