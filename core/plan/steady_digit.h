#pragma once
// The smoothing with the least lag whose last digit stays calm on the readings that came.

#include "plan/smoothing_trial.h"

#include <functional>
#include <optional>
#include <string>
#include <vector>

namespace fern {

struct SteadyWish {
    double changesPerSecond = 0.5; ///< of the text, at most
    double lag = 2; ///< seconds, at most
    double redrawEvery = 0.5; ///< seconds
};

struct SteadyDigit {
    std::optional<SmoothingTrial> best; ///< none where no setting satisfies the wish
    SmoothingTrial calmest; ///< the calmest within the lag, also where it is not calm enough
    std::string words; ///< what was found, and what one more digit would cost
    int tried = 0;
    bool wasStopped = false;
};

/// Returns the chains that are tried for a channel, in the order of their lag, then of their
/// length: a spike gate's place is taken by a median of 1 to 9, then an average that is exponential
/// or moving, or none, then a last digit that holds, or none; all with a lag of at most `lag`
/// seconds.
std::vector<std::vector<StepSpec>> steadyFamily(
    const PlainChannel& channel, const PlainReader& reader, double lag);

/// Searches that family on the readings. `stops` is asked now and then and ends the search.
SteadyDigit findSteadyDigit(const PlainChannel& channel, const PlainReader& reader,
    const TrialData& data, const SteadyWish& wish, const std::function<bool()>& stops = {});

} // namespace fern
