#include "run/tasks/save_task.h"

#include "run/task_blocks.h"
#include "run/turn.h"

namespace fern {

SaveTask::SaveTask(std::size_t place, const PlainInstrument& instrument, Ticks start)
    : m_place(place)
    , m_due(instrument.program[place].spec.when == TaskWhen::Changed
              ? maxTicks
              : nextOnGrid(start, instrument.program[place].every))
{
}

Ticks SaveTask::run(Turn& turn)
{
    const auto& in = turn.instrument();
    const auto& task = in.program[m_place];
    m_due =
        task.spec.when == TaskWhen::Changed ? maxTicks : task.every * (turn.now() / task.every + 1);
    const auto end = turn.after(saveSeconds(in, task.loop, task.spec.bytes));
    turn.observer().busy({BusyWith::Saving, m_place, turn.now(), end});
    return end;
}

void SaveTask::changed(Turn& turn, std::size_t channel)
{
    const auto& task = turn.instrument().program[m_place];
    if (task.spec.when != TaskWhen::Changed || task.of != channel)
        return;
    m_due = turn.now();
    turn.wake();
}

} // namespace fern
