#pragma once
// The pulses of the last seconds, one by one, and which of them the firmware counted.

#include "run/run_history.h"
#include "world/pulse_train.h"

namespace fern {

struct CountedPulses {
    PulseStretch newest; ///< the last few
    PulseStretch sampled; ///< the last few before the last sample: later ones nobody was told yet
    std::vector<Ticks> countedAt; ///< those of them that the firmware counted
    // Between the first and the last sample of the history:
    std::int64_t counted = 0, happened = 0;
};

/// Returns the pulses of a pulse channel at the instant `now` of a run. Of fast pulses only the
/// newest are remembered one by one; `sampled` begins with them.
CountedPulses countedPulses(
    const PlainInstrument& instrument, std::size_t channel, const RunHistory& history, Ticks now);

} // namespace fern
