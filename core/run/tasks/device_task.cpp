#include "run/tasks/device_task.h"

#include "run/turn.h"

#include <algorithm>

namespace fern {

namespace {

constexpr int arrives = 1; ///< as an event of the task; 0 is the begin of a slot

} // namespace

SenderSetting settingOf(const PlainDevice& device, const PlainInstrument& instrument)
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
    return setting;
}

Sender senderOf(const PlainDevice& device, const PlainInstrument& instrument)
{
    return makeSender(settingOf(device, instrument));
}

const PlainDevice* deviceOf(const PlainInstrument& instrument, const PlainChannel& channel)
{
    const auto found = std::find_if(instrument.devices.begin(), instrument.devices.end(),
        [&](const PlainDevice& device) { return device.spec == channel.device; });
    return channel.device == nullptr || found == instrument.devices.end() ? nullptr : &*found;
}

DeviceTask::DeviceTask(const PlainDevice& device, const PlainInstrument& instrument)
    : m_sender(senderOf(device, instrument))
    , m_channels(device.channels)
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

void DeviceTask::await(Turn& turn, std::int64_t slot)
{
    for (auto& sent : m_sender.slot(slot)) {
        if (sent.at < turn.now()
            || std::find(m_heard.begin(), m_heard.end(), sent) != m_heard.end())
            continue; // it was heard before, or before the run began
        turn.later(sent.at, arrives);
        const auto behind = std::upper_bound(m_onTheWay.begin(), m_onTheWay.end(), sent,
            [](const Sent& a, const Sent& b) { return a.at < b.at; });
        m_onTheWay.insert(behind, std::move(sent));
    }
}

void DeviceTask::happen(Turn& turn, int part)
{
    if (part == arrives) {
        if (!m_heard.empty() && m_heard.front().at < turn.now())
            m_heard.clear();
        for (; !m_onTheWay.empty() && m_onTheWay.front().at <= turn.now(); m_onTheWay.pop_front()) {
            m_heard.push_back(m_onTheWay.front());
            for (const auto channel : m_channels)
                turn.tell(channel, {turn.now(), m_onTheWay.front().bytes});
        }
        return;
    }
    await(turn, m_nextSlot++);
    turn.later(m_sender.period * m_nextSlot, 0);
}

void DeviceTask::follow(Turn& turn)
{
    constexpr std::int64_t longest = 8; ///< slots after which a message has arrived
    const auto& instrument = turn.instrument();
    m_sender = senderOf(*deviceOf(instrument, instrument.channels[m_channels.front()]), instrument);
    m_onTheWay.clear();
    for (auto slot = std::max<std::int64_t>(0, m_nextSlot - longest); slot < m_nextSlot; ++slot)
        await(turn, slot);
}

} // namespace fern
