#include "run/tasks/redraw_task.h"

#include "run/turn.h"

#include <utility>

namespace fern {

namespace {

// What happens to a frame by itself:
constexpr int isSent = 0;
constexpr int isShown = 1;

} // namespace

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
    m_onBus = now < m_drawFrom
        ? ShownRecord{}
        : drawDisplay(turn.instrument(), m_index, now,
            [&](std::size_t channel) { return turn.memory().latest(channel); });
    const auto drawEnd = turn.after(m_cost.draw);
    const auto end = turn.after(m_cost.draw + m_cost.transfer);
    turn.observer().busy({BusyWith::Drawing, m_index, now, drawEnd});
    turn.observer().busy({BusyWith::Transfer, m_index, drawEnd, end});
    turn.later(end, isSent);
    return end;
}

void RedrawTask::happen(Turn& turn, int part)
{
    if (part == isShown)
        return show(turn);
    m_sent = std::exchange(m_onBus, {});
    if (!m_onPanel)
        takeOn(turn);
}

void RedrawTask::takeOn(Turn& turn)
{
    m_onPanel = std::exchange(m_sent, {});
    const auto response = turn.instrument().displays[m_index].panelResponse;
    if (response <= Ticks{})
        return show(turn);
    const auto end = turn.now() + response;
    turn.observer().busy({BusyWith::Panel, m_index, turn.now(), end});
    turn.later(end, isShown);
}

void RedrawTask::show(Turn& turn)
{
    auto shown = *std::exchange(m_onPanel, {});
    shown.visibleAt = turn.now();
    turn.redrawn(m_index);
    if (shown.picture)
        turn.observer().shown(shown);
    if (m_sent)
        takeOn(turn);
}

void RedrawTask::follow(Turn& turn)
{
    const auto& display = turn.instrument().displays[m_index];
    m_cost = redrawCost(turn.instrument(), display, display.busHertz);
}

} // namespace fern
