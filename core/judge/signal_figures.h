#pragma once
// What the smoothing did to the samples of a run's last seconds.

#include "judge/stem.h"

namespace fern {

struct SignalFigures {
    double digitChangesPerSecond = notThere; ///< of what the glass shows
    int spikes = 0; ///< samples that stand out from their neighbours
    int spikesPassed = 0; ///< of them, those that moved the smoothed value by half a digit or more
};

/// Returns the figures of the last 10 s before `now`. A spike differs from the median of the five
/// samples around it by more than 6 times their scatter (1.4826 · the median absolute deviation of
/// these differences, and at least two counts). It passed when the chain, run once with the
/// spike and once with that median in its place, differs by half of the shown digit.
SignalFigures signalFigures(const PlainInstrument& instrument, const StemChoice& choice,
    const RunHistory& history, Ticks now);

} // namespace fern
