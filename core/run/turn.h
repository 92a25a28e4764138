#pragma once
// The run as a task meets it at an instant.

#include "run/records.h"
#include "run/run_state.h"

#include <string>
#include <string_view>

namespace fern {

class Turn {
public:
    /// `task` is the one that meets it.
    Turn(RunState& state, RunObserver& observer, std::size_t task)
        : m_state(state)
        , m_observer(observer)
        , m_task(task)
    {
    }

    Ticks now() const { return m_state.now; }
    const PlainInstrument& instrument() const { return *m_state.instrument; }
    /// The loop that runs the task.
    std::size_t loop() const { return m_state.loopOf[m_task]; }
    BoardMemory& memory() { return m_state.memory; }
    RunObserver& observer() { return m_observer; }

    ConverterSchedule& converter(std::size_t index) { return m_state.converters[index]; }

    /// Returns when the processor is done with something that takes so many seconds from now on,
    /// interrupts included.
    Ticks after(double seconds) const;
    /// Lets a part of the task happen at an instant.
    void later(Ticks at, int part);
    /// Lets bytes of a device arrive at a channel at an instant.
    void tell(std::size_t channel, const Sent& sent);
    /// Tells everybody that a channel has given a code.
    void hear(std::size_t channel, const std::string& code);
    /// Tells everybody that the number of a channel has changed.
    void changed(std::size_t channel);
    /// Returns when a bus is free that something is sent over beside the loop, or by another core;
    /// now where nothing is. Lines of one's own, without a name, are always free.
    Ticks busFree(std::string_view bus) const;
    /// Something is sent over a bus until an instant.
    void keepBus(const std::string& bus, Ticks until);
    /// When the loop looked last at what has arrived: at the begin of its last turn.
    Ticks lookedAt() const;
    /// When the serial port of the loop's board has sent all that it was given.
    Ticks serialFree() const;
    void keepSerial(Ticks until) { m_state.serialFree[board()] = until; }
    /// Interrupts are off for a time, on the core that runs the task.
    void blind(const Blind& blind);
    /// A task is due earlier than it was.
    void wake() { m_state.isWoken = true; }
    /// A redraw of a display can be seen.
    void redrawn(std::size_t display) { ++m_state.redraws[display]; }

private:
    const std::string& board() const { return instrument().loops[loop()].board; }

    RunState& m_state;
    RunObserver& m_observer;
    std::size_t m_task;
};

/// Returns how often the tasks of a loop interrupt its processor about now.
double interruptsPerSecond(const RunState& state, std::size_t loop);

} // namespace fern
