#pragma once
// G01, M02, R02, R04, R07, R08: what the readings of the last seconds give away. These rules need a
// run or a recording, and say so.

#include "judge/findings.h"
#include "judge/stem.h"
#include "run/run_history.h"

#include <cstdint>
#include <optional>

namespace fern {

/// Returns how far back the readings of a channel are looked at, in seconds: ten, or more when they
/// come slowly.
double lookBackSeconds(const PlainChannel& channel);

/// Returns for how long a told source may say nothing before that is no chance any more: three of
/// its periods, and of a node whose messages get lost as many as happen once in a thousand; and two
/// seconds more.
double silenceSeconds(const PlainChannel& channel);

/// G01: returns what to say of a pulse channel for which so many pulses happened and were counted
/// in a stretch of a run; nothing of less than a hundredth or of a single one, or where the
/// scenario takes pulses away or each look counts.
std::optional<Finding> lostPulses(const Instrument& instrument, const PlainInstrument& plain,
    const PlainChannel& channel, std::int64_t happened, std::int64_t counted);

/// Returns what stands out in the readings of one channel up to `now`.
std::vector<Finding> signalFindings(const Instrument& instrument, const PlainInstrument& plain,
    std::size_t channel, const RunHistory& history, Ticks now);

/// Runs a whole scenario and returns what stands out in the readings of any channel, each finding
/// once, with the instant when it was seen first; and what its pulse counters lost (G01).
std::vector<Finding> scenarioFindings(const Instrument& instrument, const PlainInstrument& plain);

} // namespace fern
