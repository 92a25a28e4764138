#include "run/tasks/wait_task.h"

#include "run/turn.h"

namespace fern {

/// A timer goes on while interrupts come.
Ticks WaitTask::run(Turn& turn)
{
    const auto end = turn.now() + turn.instrument().program[m_place].waits;
    turn.observer().busy({BusyWith::Waiting, m_place, turn.now(), end});
    return end;
}

} // namespace fern
