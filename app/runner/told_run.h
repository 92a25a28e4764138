#pragma once
// A run and the history that it tells; one of the last seconds can be shown before one from zero
// is there.

#include "app/runner/recorder.h"
#include "run/firmware_run.h"

namespace fern::app {

/// How far back the views go.
inline const Ticks shownSpan = ticksFromSeconds(30);

struct ToldRun {
    ToldRun(const PlainInstrument& plain, const RunOptions& options)
        : run(plain, options, history)
    {
    }
    /// Goes on from another run, in a world that differs from its own only after it.
    ToldRun(const FirmwareRun& before, const PlainInstrument& plain)
        : run(before, history)
    {
        run.follow(plain);
    }
    TappedHistory history{shownSpan};
    FirmwareRun run;
};

/// Returns whether a channel's last seconds can be shown before a run from zero is there: neither
/// does it rest on what remembers everything, nor are there codes, which switch what others show.
bool canBeShownFirst(const PlainInstrument& plain, std::size_t channel);

/// Gives the channels that remember everything what they had `before`, from the begin of a run
/// until `now`.
void holdRemembered(FirmwareRun& run, const FirmwareRun& before, Ticks now);

} // namespace fern::app
