#pragma once
// What the beats in the readings of a pulse waveform say about the signal.

#include "judge/facts.h"
#include "run/run_history.h"

namespace fern {

/// Finds the beats of the readings in the history once more, as the channel's own detector does,
/// and returns how many intervals there are, their mean, median and scatter by the definitions of
/// the Task Force (Circulation 93, 1996), and how alike the last ones are.
std::vector<Fact> beatFacts(
    const PlainChannel& channel, std::size_t index, const RunHistory& history);

} // namespace fern
