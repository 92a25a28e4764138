#include "run/tasks/output_task.h"

#include "run/settings.h"
#include "run/task_blocks.h"
#include "run/turn.h"

#include <cmath>

namespace fern {

OutputTask::OutputTask(std::size_t output, const PlainInstrument& instrument, Ticks start)
    : m_index(output)
    , m_due(nextOnGrid(start, instrument.outputs[output].every))
{
}

Ticks OutputTask::run(Turn& turn)
{
    const auto now = turn.now();
    const auto& output = turn.instrument().outputs[m_index];
    m_due = output.every * (now / output.every + 1);
    const double from = turn.memory().valueOf(turn.instrument(), output.from, false);
    // Without a value it stays where it is.
    if (!std::isnan(from))
        turn.observer().driven({m_index, now, from, outputOf(output, from)});
    if (output.blinds > Ticks{})
        turn.blind({now, now + output.blinds});
    return turn.after(outputSeconds(turn.instrument(), output));
}

} // namespace fern
