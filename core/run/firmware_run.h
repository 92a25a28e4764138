#pragma once
// One run of an instrument: the firmware's loop with its due-time tasks, in simulated time.
//
// The loop visits its tasks in order, channels first, then displays, and runs those that are due; a
// turn ends with the blocking wait. One processor does everything: while a frame crosses the bus no
// sample is taken, and a task that missed its instant runs once when its turn comes. Idle turns are
// skipped arithmetically. A channel with a recording is not sampled: its recorded samples arrive at
// their own instants, and so do the bytes of a device that speaks to the board.

#include "base/random.h"
#include "des/event_queue.h"
#include "run/derived_run.h"
#include "run/display_run.h"
#include "run/records.h"
#include "run/sampled_source.h"
#include "signal/capture.h"
#include "world/device.h"

#include <deque>
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
};

class FirmwareRun {
public:
    /// `observer` must outlive the run.
    FirmwareRun(PlainInstrument instrument, RunOptions options, RunObserver& observer);

    /// Runs every event up to and including `end`.
    void advanceTo(Ticks end);

    /// Runs up to and including the next completed redraw of a display, but not beyond `limit`.
    /// Returns whether one was completed.
    bool tick(std::size_t display, Ticks limit);

    /// Gives a channel a number at a tap, or bytes to its decoder, at an instant of a live run;
    /// what comes late counts as come now.
    void deliver(std::size_t channel, Tap tap, Ticks at, double value);
    void deliverBytes(std::size_t channel, Ticks at, std::string bytes);

    /// What a channel gave last.
    const LatestValue& latest(std::size_t channel) const { return m_channels[channel].latest; }

    Ticks now() const { return m_now; }
    const PlainInstrument& instrument() const { return m_instrument; }

private:
    enum class Kind { Look, TaskEnd, Visible, Recorded, Delivered, Slot, Bytes };
    struct Event {
        Kind kind = Kind::Look;
        std::size_t index = 0;
    };
    struct ChannelState {
        ChannelRun real;
        ChannelRun calm;
        RandomStream noise;
        Ticks due;
        LatestValue latest;
        Faults faults;
        bool isGateOpen = false;
        // What brings its samples, by its kind:
        const Capture* recording = nullptr;
        std::size_t nextRecorded = 0;
        std::unique_ptr<SampledSource> sampled{};
        std::optional<DerivedRun> derived{}, calmDerived{};
        std::optional<Device> device{};
        std::unique_ptr<Decoder> decoder{};
        std::int64_t nextSlot = 0;
        std::deque<Sent> onTheWay{};
        std::deque<std::pair<Tap, double>> delivered{};
    };
    struct DisplayState {
        Ticks due;
        RedrawCost cost;
        ShownRecord drawn; ///< on its way to the glass
    };

    void handle(const Event& event);
    void look();
    bool startTask(std::size_t task);
    ChannelState makeState(std::size_t channel);
    void begin(std::size_t channel);
    void lookAtPins();
    void startSample(std::size_t channel);
    SampleRecord sample(std::size_t channel, std::int64_t slot);
    Ticks oldestOf(const PlainChannel& channel) const;
    void startRedraw(std::size_t display);
    void startOutput(std::size_t output);
    void acceptRecorded(std::size_t channel);
    void acceptDelivered(std::size_t channel);
    void acceptAt(std::size_t channel, Tap tap, double value);
    void startSlot(std::size_t channel);
    void acceptBytes(std::size_t channel);
    /// Makes a told number, or none, the newest value of a channel.
    void take(std::size_t channel, double number);
    /// Tells everybody that a channel has given a code.
    void hear(std::size_t channel, const std::string& code);
    /// The newest value of a channel or setting, SI units.
    double valueOf(std::string_view id, bool isCalm) const;
    bool isGateOpen(std::size_t channel);
    Ticks earliestDue() const;
    /// When the processor is done with something that takes so long, interrupts included.
    Ticks afterWork(double seconds) const;
    double interruptsPerSecond() const;
    std::size_t taskCount() const
    {
        return m_channels.size() + m_displays.size() + m_outputsDue.size();
    }

    PlainInstrument m_instrument;
    RunOptions m_options;
    RunObserver& m_observer;
    Ticks m_turn; ///< an idle turn of the loop, its wait included
    EventQueue<Event> m_queue;
    std::vector<ChannelState> m_channels;
    std::vector<DisplayState> m_displays;
    std::vector<Ticks> m_outputsDue;
    std::vector<double> m_settings; ///< values, each in its unit
    Ticks m_firstIdleLook; ///< of the idle turns since the last task
    std::size_t m_nextTask = 0; ///< of the turn that is under way
    Ticks m_now;
    std::vector<std::uint64_t> m_redraws;
};

/// Returns the scenario's last point or the recordings' last sample, in seconds; 0 for none.
double lastInstantSeconds(const PlainInstrument& instrument, const Recordings& recordings);

/// Error when a recording names a channel that the instrument lacks, or a unit that does not fit.
/// Otherwise returns the recordings with their values in SI units; of a channel's columns the one
/// at `tap`, else the one nearest to the world.
Result<Recordings> recordingsFor(
    const PlainInstrument& instrument, std::vector<Capture> captures, std::optional<Tap> tap = {});

} // namespace fern
