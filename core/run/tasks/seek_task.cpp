#include "run/tasks/seek_task.h"

#include "run/settings.h"
#include "run/turn.h"
#include "timing/costs.h"

namespace fern {

bool SeekTask::heard(Turn& turn, std::size_t channel, std::string_view code, std::string_view name)
{
    const auto& setting = turn.instrument().settings[m_index];
    if (setting.by != channel || !turn.memory().isShown(setting.spec.onPage))
        return false;
    const bool wasSeeking = m_due != maxTicks;
    const auto& seek = setting.spec.seek;
    m_due = maxTicks;
    if (wasSeeking || seek.empty() || (seek != name && seek != code))
        return wasSeeking;
    m_begin = turn.memory().setting(m_index).value;
    m_steppedAt = maxTicks;
    m_due = turn.now();
    turn.wake();
    return true;
}

/// A value counts that was sampled after the step.
bool SeekTask::hasFound(Turn& turn) const
{
    const auto& setting = turn.instrument().settings[m_index];
    const auto& latest = turn.memory().latest(setting.soughtIn);
    return m_steppedAt != maxTicks && latest.hasCome && latest.sampledAt > m_steppedAt
        && latest.real >= setting.soughtAbove;
}

Ticks SeekTask::run(Turn& turn)
{
    const auto& setting = turn.instrument().settings[m_index];
    m_due = maxTicks;
    if (!hasFound(turn)) {
        auto state = turn.memory().setting(m_index);
        const double next = settingStepped(setting.spec, state.value, 1);
        // At its most, or once around, there is nothing to find.
        if (next != state.value && next != m_begin)
            m_due = turn.now() + setting.seekEvery;
        m_steppedAt = turn.now();
        state.value = next;
        turn.memory().setSetting(m_index, std::move(state));
    }
    return turn.after(operationCosts(turn.instrument().processor).arithmetic);
}

} // namespace fern
