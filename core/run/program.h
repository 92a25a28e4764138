#pragma once
// The programs of an instrument's boards: the tasks that each loop visits in order.

#include "base/cloned.h"
#include "run/records.h"
#include "run/run_state.h"
#include "run/tasks/task.h"
#include "signal/capture.h"

#include <memory>
#include <vector>

namespace fern {

/// What is replayed, shared because it can be large; null for nothing.
using Recordings = std::shared_ptr<const std::vector<Capture>>;

struct RunOptions {
    Ticks start; ///< the run begins here, on the same grid and with the same noise as from zero
    Recordings recordings; ///< replayed at their taps
    bool isLive = false; ///< nothing is simulated but the displays: everything is delivered
    Ticks drawFrom{}; ///< redraws before it take their time but are not drawn, nor told
    /// Channels that remember everything take what is delivered to them instead: what they had in
    /// a run from zero, for a run that begins later.
    bool holdsRemembered = false;
};

struct Program {
    /// One for each channel, then what seeks, each display, each output, each task of the
    /// program that is its own, and each device that speaks.
    std::vector<Cloned<Task>> tasks;
    std::vector<std::size_t> loopOf; ///< of each of them
    std::vector<std::vector<LoopPlace>> orders; ///< in which each loop visits them
};
Program programOf(const PlainInstrument& instrument, const RunOptions& options);

} // namespace fern
