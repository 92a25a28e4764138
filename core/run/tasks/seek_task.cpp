#include "run/tasks/seek_task.h"

#include "run/settings.h"
#include "run/task_blocks.h"
#include "run/turn.h"

#include <utility>

namespace fern {

Hearing SeekTask::hear(Turn& turn, const HeardCode& heard)
{
    const auto& setting = turn.instrument().settings[m_index];
    if (setting.by != heard.channel || !turn.memory().isAsked(heard.meanings, setting.spec.onPage))
        return Hearing::NotMeant;
    const bool wasSeeking = std::exchange(m_due, maxTicks) != maxTicks;
    if (wasSeeking || !heard.isCalled(setting.spec.seek))
        return wasSeeking ? Hearing::Accepted : Hearing::NotMeant;
    m_begin = turn.memory().setting(m_index).value;
    m_steppedAt = maxTicks;
    m_due = turn.now();
    turn.wake();
    return Hearing::Accepted;
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
    return turn.after(costsOf(turn.instrument(), turn.loop()).arithmetic);
}

} // namespace fern
