#pragma once
// What other smoothing steps would make of the same readings: the trace, the texts on the glass and
// what they cost. For comparing variants, and for the search of a steady digit.

#include "instrument/resolve.h"

#include <string>
#include <utility>
#include <vector>

namespace fern {

/// Scaled readings of a channel, as they came.
struct TrialData {
    std::vector<double> at; ///< seconds, rising
    std::vector<double> values; ///< in the channel's unit; NaN is no value
};

struct SmoothingTrial {
    std::vector<StepSpec> steps;
    std::vector<double> smoothed; ///< one for each reading, in the channel's unit
    std::vector<std::pair<double, std::string>>
        texts; ///< that the glass shows, from these seconds on
    double changesPerSecond = 0; ///< of the text
    double delay = 0; ///< seconds, of a steady rise
    int bytes = 0; ///< of the board's memory
    double operations = 0; ///< a sample
};

/// Runs the steps over the data as the board would, and shows the value at each redraw, the first
/// one at the first reading. `redrawEvery` is in seconds, above 0.
SmoothingTrial trySmoothing(const PlainChannel& channel, const PlainReader& reader,
    const std::vector<StepSpec>& steps, const TrialData& data, double redrawEvery);

} // namespace fern
