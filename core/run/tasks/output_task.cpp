#include "run/tasks/output_task.h"

#include "run/settings.h"
#include "run/task_blocks.h"
#include "run/turn.h"

#include <algorithm>
#include <cmath>

namespace fern {

OutputTask::OutputTask(std::size_t output, const PlainInstrument& instrument, Ticks start)
    : m_index(output)
    , m_by(instrument.outputs[output].by)
    , m_due(nextOnGrid(start, instrument.outputs[output].every))
{
    const auto& sequence = instrument.outputs[output].spec.sequence;
    m_name = sequence.name;
    m_onPage = sequence.onPage;
    m_restarts = sequence.restarts;
    m_acknowledges = sequence.acknowledges;
}

Hearing OutputTask::hear(Turn& turn, const HeardCode& heard)
{
    if (heard.channel != m_by || !heard.isCalled(m_name)
        || !turn.memory().isAsked(heard.meanings, m_onPage))
        return Hearing::NotMeant;
    if (m_move && !m_restarts)
        return Hearing::Refused;
    m_move = 0;
    return Hearing::Accepted;
}

void OutputTask::accepted(std::size_t channel)
{
    if (m_acknowledges && channel == m_by && (!m_move || m_restarts))
        m_move = 0;
}

/// One move, or all of them while the program waits.
Ticks OutputTask::runSequence(Turn& turn, const PlainOutput& output)
{
    const auto begin = turn.now();
    auto at = begin;
    const auto drive = [&] {
        const auto& move = output.moves[*m_move];
        turn.observer().driven({m_index, at, notThere, move.to});
        at += move.lasts;
        if (++*m_move == output.moves.size())
            m_move.reset();
    };
    drive();
    while (output.spec.sequence.blocks && m_move)
        drive();
    const auto done = turn.after(outputSeconds(turn.instrument(), output));
    const auto end = output.spec.sequence.blocks ? std::max(at, done) : done;
    m_due = at;
    turn.observer().busy({BusyWith::Driving, m_index, begin, end});
    return end;
}

Ticks OutputTask::run(Turn& turn)
{
    const auto now = turn.now();
    const auto& output = turn.instrument().outputs[m_index];
    if (m_move && !output.moves.empty())
        return runSequence(turn, output);
    m_move.reset();
    m_due = output.every * (now / output.every + 1);
    const double from = turn.memory().valueOf(turn.instrument(), output.from, false);
    // Without a value it stays where it is.
    if (!std::isnan(from))
        turn.observer().driven({m_index, now, from, outputOf(output, from)});
    if (output.blinds > Ticks{})
        turn.blind({now, now + output.blinds});
    const auto end = turn.after(outputSeconds(turn.instrument(), output));
    turn.observer().busy({BusyWith::Driving, m_index, now, end});
    return end;
}

} // namespace fern
