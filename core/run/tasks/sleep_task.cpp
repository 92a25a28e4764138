#include "run/tasks/sleep_task.h"

#include "run/turn.h"

namespace fern {

/// Of the edges that come meanwhile one is remembered, as while interrupts are off.
Ticks SleepTask::run(Turn& turn)
{
    const auto& task = turn.instrument().program[m_place];
    const auto now = turn.now();
    const auto wakes = now + task.waits;
    const auto end = wakes + task.startUp;
    turn.blind({now, end});
    turn.observer().busy({BusyWith::Sleeping, m_place, now, wakes});
    if (end > wakes)
        turn.observer().busy({BusyWith::Starting, m_place, wakes, end});
    return end;
}

} // namespace fern
