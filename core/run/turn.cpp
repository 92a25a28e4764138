#include "run/turn.h"

#include "run/task_blocks.h"

#include <algorithm>
#include <cmath>

namespace fern {

Ticks Turn::after(double seconds) const
{
    return now()
        + ticksFromSeconds(seconds * stretchedBy(instrument(), interruptsPerSecond(m_state)));
}

void Turn::later(Ticks at, int part)
{
    m_state.queue.add(at, {RunEvent::Kind::Happens, m_task, part});
}

void Turn::tell(std::size_t channel, Ticks at, const std::string& bytes)
{
    Turn its(m_state, m_observer, channel);
    m_state.program[channel]->deliverBytes(its, at, bytes);
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
    if (isAccepted || most == Hearing::Accepted)
        for (auto& task : m_state.program)
            task->accepted(channel);
}

void Turn::changed(std::size_t channel)
{
    for (auto& task : m_state.program)
        task->changed(*this, channel);
}

Ticks Turn::busFree(std::string_view bus) const
{
    const auto found = m_state.busFree.find(bus);
    return found == m_state.busFree.end() ? now() : std::max(now(), found->second);
}

void Turn::blind(const Blind& blind)
{
    for (auto& task : m_state.program)
        task->blind(blind);
}

double interruptsPerSecond(const RunState& state)
{
    double sum = 0;
    for (const auto& task : state.program)
        sum += task->interruptsPerSecond(state.now);
    return sum;
}

} // namespace fern
