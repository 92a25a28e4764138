#pragma once
// What the window shows of a run: a plain snapshot, made by the worker, never changed afterwards.

#include "judge/facts.h"
#include "judge/findings.h"
#include "judge/stem.h"
#include "plan/redraw_plan.h"
#include "run/run_history.h"

#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace fern::app {

/// One line of the trace, in the channel's unit over seconds.
struct TraceLine {
    std::vector<double> seconds;
    std::vector<double> values;
};

struct RunView {
    int revision = 0; ///< of the instrument that it was made from
    PlainInstrument plain;
    std::optional<StemChoice> choice; ///< none while the channel is shown nowhere
    Stem stem;
    std::array<std::vector<Fact>, leafCount> facts;
    TraceLine world, reading, smoothed, shown;
    std::shared_ptr<const MonoFrame> frame;
    std::vector<BusyRecord> activity; ///< of the last second
    std::vector<Finding> findings;
    std::string planInWords; ///< how often a redraw makes sense
    Ticks now;
    Ticks end; ///< of the scenario or recording
    bool isRunning = false;
};

/// What stays the same from frame to frame until the instrument or the channel changes.
struct StaticPart {
    std::vector<Finding> findings;
    std::string planInWords;
};
StaticPart staticPartOf(const Instrument& instrument, const PlainInstrument& plain,
    const std::optional<StemChoice>& choice);

/// Fills stem, facts, trace and frame from a run's history at `now`; the trace goes back `window`.
void fillFromHistory(RunView& view, const RunHistory& history, Ticks now, Ticks window);

} // namespace fern::app
