#include "run/tasks/redraw_task.h"

#include "run/turn.h"

namespace fern {

RedrawTask::RedrawTask(
    std::size_t display, const PlainInstrument& instrument, Ticks start, Ticks drawFrom)
    : m_index(display)
    , m_due(nextOnGrid(start, instrument.displays[display].redrawEvery))
    , m_drawFrom(drawFrom)
    , m_cost(redrawCost(
          instrument, instrument.displays[display], instrument.displays[display].busHertz))
{
}

Ticks RedrawTask::run(Turn& turn)
{
    const auto now = turn.now();
    const auto& display = turn.instrument().displays[m_index];
    m_due = display.redrawEvery * (now / display.redrawEvery + 1);
    m_drawn = now < m_drawFrom
        ? ShownRecord{}
        : drawDisplay(turn.instrument(), m_index, now,
            [&](std::size_t channel) { return turn.memory().latest(channel); });
    const auto drawEnd = turn.after(m_cost.draw);
    const auto end = turn.after(m_cost.draw + m_cost.transfer);
    turn.observer().busy({BusyWith::Drawing, m_index, now, drawEnd});
    turn.observer().busy({BusyWith::Transfer, m_index, drawEnd, end});
    if (display.panelResponse > Ticks{})
        turn.observer().busy({BusyWith::Panel, m_index, end, end + display.panelResponse});
    turn.later(end + display.panelResponse, 0);
    return end;
}

void RedrawTask::follow(Turn& turn)
{
    const auto& display = turn.instrument().displays[m_index];
    m_cost = redrawCost(turn.instrument(), display, display.busHertz);
}

void RedrawTask::happen(Turn& turn, int /*part*/)
{
    m_drawn.visibleAt = turn.now();
    turn.redrawn(m_index);
    if (m_drawn.frame)
        turn.observer().shown(m_drawn);
}

} // namespace fern
