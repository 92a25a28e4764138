#include "run/tasks/device_task.h"

#include "run/turn.h"

#include <algorithm>

namespace fern {

Sender senderOf(const PlainDevice& device, const PlainInstrument& instrument)
{
    SenderSetting setting;
    setting.device = *device.spec;
    setting.faults = Faults(device.faults, instrument.seed, device.spec->id);
    setting.seed = instrument.seed;
    setting.startEpoch = instrument.startEpoch;
    for (const auto index : device.channels) {
        const auto& c = instrument.channels[index];
        setting.values.push_back({c.id, c.source, c.readingUnit, c.lane, c.events,
            Faults(c.faults, instrument.seed, c.id)});
    }
    return makeSender(std::move(setting));
}

DeviceTask::DeviceTask(Sender sender, std::vector<std::size_t> channels)
    : m_sender(std::move(sender))
    , m_channels(std::move(channels))
{
}

void DeviceTask::begin(Turn& turn)
{
    m_nextSlot = turn.now() / m_sender.period;
    turn.later(std::max(turn.now(), m_sender.period * m_nextSlot), 0);
}

Ticks DeviceTask::run(Turn& turn)
{
    return turn.now(); // it is never due
}

void DeviceTask::happen(Turn& turn, int /*part*/)
{
    for (const auto& sent : m_sender.slot(m_nextSlot))
        if (sent.at >= turn.now()) // else it was heard before the run began
            for (const auto channel : m_channels)
                turn.tell(channel, sent.at, sent.bytes);
    ++m_nextSlot;
    turn.later(m_sender.period * m_nextSlot, 0);
}

} // namespace fern
