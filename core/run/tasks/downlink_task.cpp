#include "run/tasks/downlink_task.h"

#include "run/settings.h"
#include "run/task_blocks.h"
#include "run/tasks/device_task.h"
#include "run/turn.h"

#include <algorithm>
#include <cmath>

namespace fern {

DownlinkTask::DownlinkTask(std::size_t output, const PlainInstrument& instrument, Ticks start)
    : m_index(output)
    , m_sent(notThere)
{
    findRadio(instrument);
    m_poll = pollAfter(start);
}

void DownlinkTask::findRadio(const PlainInstrument& instrument)
{
    const auto station = *instrument.outputs[m_index].station;
    const auto& device = *deviceOf(instrument, instrument.channels[station]);
    m_radio = settingOf(device, instrument);
    m_value =
        static_cast<std::size_t>(std::find(device.channels.begin(), device.channels.end(), station)
            - device.channels.begin());
}

void DownlinkTask::follow(Turn& turn)
{
    findRadio(turn.instrument());
}

/// The first poll of the station that begins at `start` or later.
Poll DownlinkTask::pollAfter(Ticks start)
{
    auto poll = pollOf(m_radio, m_value, m_cycle);
    while (poll.begin < start)
        poll = pollOf(m_radio, m_value, ++m_cycle);
    return poll;
}

Ticks DownlinkTask::run(Turn& turn)
{
    const auto& output = turn.instrument().outputs[m_index];
    m_sent = turn.memory().valueOf(turn.instrument(), output.from, false);
    if (m_poll.heard && !std::isnan(m_sent))
        turn.later(std::max(turn.now(), *m_poll.heard), 0);
    m_poll = pollAfter(turn.now() + Ticks{1});
    return turn.after(outputSeconds(turn.instrument(), output));
}

void DownlinkTask::happen(Turn& turn, int /*part*/)
{
    turn.observer().driven(
        {m_index, turn.now(), m_sent, outputOf(turn.instrument().outputs[m_index], m_sent)});
}

} // namespace fern
