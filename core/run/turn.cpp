#include "run/turn.h"

#include "run/task_blocks.h"

#include <algorithm>
#include <cmath>

namespace fern {

Ticks Turn::after(double seconds) const
{
    return now()
        + ticksFromSeconds(
            seconds * stretchedBy(instrument(), loop(), interruptsPerSecond(m_state, loop())));
}

void Turn::later(Ticks at, int part)
{
    m_state.queue.add(at, {RunEvent::Kind::Happens, m_task, part});
}

void Turn::tell(std::size_t channel, const Sent& sent)
{
    Turn its(m_state, m_observer, channel);
    m_state.program[channel]->deliverBytes(its, sent);
}

void Turn::hear(std::size_t channel, const std::string& code)
{
    const auto& source = instrument().channels[channel];
    const auto name = nameOf(source.source.names, code);
    const double before = memory().latest(channel).real;
    memory().keep(channel, {std::isnan(before) ? 1 : before + 1, notThere, now(), true, code});
    HeardCode heard{channel, code, name};
    bool isAccepted = false;
    for (auto& task : m_state.program)
        isAccepted |= task->counted(*this, heard);
    auto most = Hearing::NotMeant;
    for (const auto meanings : {Meanings::OfShownPages, Meanings::General}) {
        if (most != Hearing::NotMeant)
            break;
        heard.meanings = meanings;
        for (auto& task : m_state.program)
            most = std::max(most, task->hear(*this, heard));
        most = std::max(most, memory().hear(instrument(), heard));
    }
    if (!isAccepted && most != Hearing::Accepted)
        return;
    for (auto& task : m_state.program)
        task->accepted(channel);
    if (!instrument().modes.names.empty())
        wake(); // into another mode
}

void Turn::changed(std::size_t channel)
{
    for (auto& task : m_state.program)
        task->changed(*this, channel);
}

void Turn::keepBus(const std::string& bus, Ticks until)
{
    if (!bus.empty())
        m_state.busFree[bus] = until;
}

Ticks Turn::busFree(std::string_view bus) const
{
    const auto found = m_state.busFree.find(bus);
    return found == m_state.busFree.end() ? now() : std::max(now(), found->second);
}

Ticks Turn::lookedAt() const
{
    const auto& own = m_state.loops[loop()];
    if (own.isInTurn || now() < own.firstIdleLook)
        return own.turnBegan;
    return own.firstIdleLook + own.turn * ((now() - own.firstIdleLook) / own.turn);
}

Ticks Turn::serialFree() const
{
    const auto found = m_state.serialFree.find(board());
    return found == m_state.serialFree.end() ? Ticks{} : found->second;
}

void Turn::blind(const Blind& blind)
{
    for (std::size_t i = 0; i < m_state.program.size(); ++i)
        if (m_state.loopOf[i] == loop())
            m_state.program[i]->blind(blind);
}

double interruptsPerSecond(const RunState& state, std::size_t loop)
{
    double sum = 0;
    for (std::size_t i = 0; i < state.program.size(); ++i)
        if (state.loopOf[i] == loop)
            sum += state.program[i]->interruptsPerSecond(state.now);
    return sum;
}

} // namespace fern
