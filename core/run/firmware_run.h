#pragma once
// One run of an instrument: the loops of its boards and cores with their due-time tasks, in
// simulated time.
//
// A loop visits its tasks in order, channels first, then displays, and runs those that are due; a
// turn ends with the blocking wait. While a frame crosses the bus its loop takes no sample, and a
// task that missed its instant runs once when its turn comes. Idle turns are skipped
// arithmetically. A channel with a recording is not sampled: its recorded samples arrive at
// their own instants, and so do the bytes of a device that speaks to the board.

#include "run/program.h"
#include "run/run_state.h"

#include <memory>
#include <string>

namespace fern {

class FirmwareRun {
public:
    /// `observer` must outlive the run.
    FirmwareRun(PlainInstrument instrument, const RunOptions& options, RunObserver& observer);
    /// A copy of a run, which goes on from the same instant and tells another observer.
    FirmwareRun(const FirmwareRun& other, RunObserver& observer);

    /// Runs every event up to and including `end`.
    void advanceTo(Ticks end);

    /// Runs up to and including the next completed redraw of a display, but not beyond `limit`.
    /// Returns whether one was completed.
    bool tick(std::size_t display, Ticks limit);

    /// Gives a channel a number at a tap, or bytes to its decoder, at an instant of a live run;
    /// what comes late counts as come now.
    void deliver(std::size_t channel, Tap tap, Ticks at, double value);
    void deliverBytes(std::size_t channel, Ticks at, const std::string& bytes);

    /// Gives a channel what another run has of it, as though it had come by itself.
    void hold(std::size_t channel, const LatestValue& value);
    /// The same of a setting, and of the form in which a reader is written.
    void holdSetting(std::size_t setting, const SettingState& state);
    void holdReader(std::size_t reader, const ReaderState& state);

    /// Goes on with another course of the scenario: the instrument is the same but for courses and
    /// events after now, and for the pages that its displays show.
    void follow(PlainInstrument instrument);

    /// What a channel gave last.
    const LatestValue& latest(std::size_t channel) const { return m_state.memory.latest(channel); }

    const SettingState& setting(std::size_t index) const { return m_state.memory.setting(index); }
    const ReaderState& reader(std::size_t index) const { return m_state.memory.reader(index); }

    Ticks now() const { return m_state.now; }
    const PlainInstrument& instrument() const { return *m_state.instrument; }

private:
    void handle(const RunEvent& event);
    // Of one loop:
    /// Plans the next turn that is not idle.
    void planLook(std::size_t loop, Ticks at);
    void planNext(std::size_t loop);
    /// Runs the next due task of this turn; at the end of the turn waits for the next look.
    void look(std::size_t loop);
    /// Every idle turn since the last task looked at the polled pins, and this one does.
    void lookAtPins(std::size_t loop);
    Ticks earliestDue(std::size_t loop) const;
    /// Whether a task of another mode is not run now.
    bool isOff(const LoopPlace& place) const;
    Ticks idleTurn(std::size_t loop) const;
    /// Plans earlier turns of the loops that wait, where a task has become due.
    void wakeLoops();

    RunState m_state;
    RunObserver& m_observer;
};

/// Returns the scenario's last point or the recordings' last sample, in seconds; 0 for none.
double lastInstantSeconds(const PlainInstrument& instrument, const Recordings& recordings);

/// Error when a recording names a channel that the instrument lacks, or a unit that does not fit.
/// Otherwise returns the recordings with their values in SI units; of a channel's columns the one
/// at `tap`, else the one nearest to the world.
Result<Recordings> recordingsFor(
    const PlainInstrument& instrument, std::vector<Capture> captures, std::optional<Tap> tap = {});

} // namespace fern
