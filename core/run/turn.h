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
    BoardMemory& memory() { return m_state.memory; }
    RunObserver& observer() { return m_observer; }

    ConverterSchedule& converter(std::size_t index) { return m_state.converters[index]; }

    /// Returns when the processor is done with something that takes so many seconds from now on,
    /// interrupts included.
    Ticks after(double seconds) const;
    /// Lets a part of the task happen at an instant.
    void later(Ticks at, int part);
    /// Lets bytes of a device arrive at a channel at an instant.
    void tell(std::size_t channel, Ticks at, const std::string& bytes);
    /// Tells everybody that a channel has given a code.
    void hear(std::size_t channel, const std::string& code);
    /// Tells everybody that the number of a channel has changed.
    void changed(std::size_t channel);
    /// Returns when a bus is free that something is sent over beside the loop; now where nothing
    /// is.
    Ticks busFree(std::string_view bus) const;
    /// Something is sent over a bus beside the loop until an instant.
    void keepBus(const std::string& bus, Ticks until) { m_state.busFree[bus] = until; }
    /// When the serial port has sent all that it was given.
    Ticks serialFree() const { return m_state.serialFree; }
    void keepSerial(Ticks until) { m_state.serialFree = until; }
    /// Interrupts are off for a time.
    void blind(const Blind& blind);
    /// A task is due earlier than it was.
    void wake() { m_state.loop.isWoken = true; }
    /// A redraw of a display can be seen.
    void redrawn(std::size_t display) { ++m_state.redraws[display]; }

private:
    RunState& m_state;
    RunObserver& m_observer;
    std::size_t m_task;
};

/// Returns how often the tasks interrupt the processor about now.
double interruptsPerSecond(const RunState& state);

} // namespace fern
