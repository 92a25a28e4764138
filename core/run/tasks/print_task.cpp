#include "run/tasks/print_task.h"

#include "run/task_blocks.h"
#include "run/turn.h"

#include <algorithm>

namespace fern {

PrintTask::PrintTask(std::size_t place, const PlainInstrument& instrument, Ticks start)
    : m_place(place)
    , m_due(nextOnGrid(start, instrument.program[place].every))
{
}

Ticks PrintTask::run(Turn& turn)
{
    const auto& in = turn.instrument();
    const auto& task = in.program[m_place];
    const auto now = turn.now();
    m_due = task.every * (now / task.every + 1);
    const auto made = turn.after(lineSeconds(in, task.spec.bytes));
    const auto byte = ticksFromSeconds(serialByteSeconds(in.serial));
    // The bytes that are still in the buffer, and those of this line, as time that the port needs.
    const auto emptied = std::max(turn.serialFree(), made) + byte * task.spec.bytes;
    const auto end = std::max(made, emptied - byte * in.serial.bufferBytes);
    turn.keepSerial(emptied);
    turn.observer().busy({BusyWith::Printing, m_place, now, end});
    return end;
}

} // namespace fern
