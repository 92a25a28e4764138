#pragma once
// R02, R04, R07, R08: what the readings of the last seconds give away. These rules need a run or a
// recording, and say so.

#include "judge/findings.h"
#include "judge/stem.h"
#include "run/run_history.h"

namespace fern {

/// Returns what stands out in the readings of one channel up to `now`.
std::vector<Finding> signalFindings(const Instrument& instrument, const PlainInstrument& plain,
    std::size_t channel, const RunHistory& history, Ticks now);

/// Runs a whole scenario and returns what stands out in the readings of any channel, each finding
/// once, with the instant when it was seen first.
std::vector<Finding> scenarioFindings(const Instrument& instrument, const PlainInstrument& plain);

} // namespace fern
