#include "run/tasks/motor_task.h"

#include "run/settings.h"
#include "run/task_blocks.h"
#include "run/turn.h"

#include <cmath>

namespace fern {

MotorTask::MotorTask(std::size_t output, const PlainInstrument& instrument, Ticks start)
    : m_index(output)
    , m_way(inSi(instrument.outputs[output].spec.motor.endToEnd),
          instrument.outputs[output].spec.motor.startsAtPercent / 100,
          instrument.outputs[output].spec.motor.hasEndStops)
    , m_due(nextOnGrid(start, instrument.outputs[output].every))
    , m_last(m_due)
{
}

Ticks MotorTask::run(Turn& turn)
{
    const auto now = turn.now();
    const auto& output = turn.instrument().outputs[m_index];
    m_due = output.every * (now / output.every + 1);
    const double span = output.highOutput - output.lowOutput;
    const double from = turn.memory().valueOf(turn.instrument(), output.from, false);
    m_way.pass(inSeconds(now - m_last));
    m_last = now;
    // Without a value it stays where it is.
    m_way.steer(
        std::isnan(from) ? m_way.believed() : (outputOf(output, from) - output.lowOutput) / span,
        inSeconds(output.every));
    turn.observer().driven({m_index, now, from, output.lowOutput + m_way.share() * span});
    return turn.after(outputSeconds(turn.instrument(), output));
}

} // namespace fern
