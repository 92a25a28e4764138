#include "run/tasks/sleep_task.h"

#include "run/sampled_source.h"
#include "run/turn.h"

#include <algorithm>
#include <cmath>

namespace fern {

Ticks SleepTask::nextEvent(const Turn& turn) const
{
    const auto& in = turn.instrument();
    const auto by = in.program[m_place].wokenBy;
    if (!by)
        return maxTicks;
    const auto& c = in.channels[*by];
    if (c.source.kind == SourceKind::Pulses) {
        if (c.lane.empty())
            return maxTicks;
        const auto train = pulseTrainOf(c, in);
        const double at = train.timeOf(std::floor(train.phaseAt(inSeconds(turn.now()))) + 1);
        return std::isfinite(at) ? std::max(turn.now(), ticksFromSeconds(at)) : maxTicks;
    }
    for (const auto& event : c.events)
        if (const auto at = ticksFromSeconds(event.at); at > turn.now())
            return at;
    return maxTicks;
}

/// Of the edges that come meanwhile one is remembered, as while interrupts are off.
Ticks SleepTask::run(Turn& turn)
{
    const auto& task = turn.instrument().program[m_place];
    const auto now = turn.now();
    const auto wakes = std::min(now + task.waits, nextEvent(turn));
    const auto end = wakes + task.startUp;
    turn.blind({now, end});
    turn.observer().busy({BusyWith::Sleeping, m_place, now, wakes});
    if (end > wakes)
        turn.observer().busy({BusyWith::Starting, m_place, wakes, end});
    return end;
}

} // namespace fern
