#pragma once
// The figures of a recorded stretch: how it lies, how it scatters and drifts, how evenly it came.

#include "signal/capture.h"

namespace fern {

struct CaptureStatistics {
    std::size_t samples = 0; ///< with a value
    std::size_t dropouts = 0; ///< without one
    double seconds = 0; ///< from the first sample to the last
    double least = 0, most = 0, mean = 0;
    double deviation = 0; ///< standard deviation with n − 1; 0 below two samples
    double driftPerSecond = 0; ///< slope of the least-squares line over time
    double noise = 0; ///< rms about that line
    double rate = 0; ///< samples a second, of all samples; 0 below two
    double jitter = 0; ///< standard deviation of the intervals with n − 1, seconds
    double longestGap = 0; ///< seconds between two samples
    std::size_t gaps = 0; ///< intervals of more than one and a half of the usual one, the median

    bool operator==(const CaptureStatistics&) const = default;
};

/// Returns the figures of the samples from index `from` to before `to`, which may lie beyond the
/// end. Sums are taken about the mean, in two passes.
CaptureStatistics captureStatistics(
    const Capture& capture, std::size_t from = 0, std::size_t to = static_cast<std::size_t>(-1));

} // namespace fern
