#include "run/tasks/told_task.h"

#include "curves/polyline.h"
#include "run/turn.h"

#include <algorithm>

namespace fern {

ToldTask::ToldTask(
    std::size_t channel, const PlainInstrument& instrument, std::optional<Device> device)
    : ChannelTask(channel, instrument)
    , m_device(std::move(device))
    , m_decoder(makeDecoder(instrument.channels[channel].source))
{
}

void ToldTask::begin(Turn& turn)
{
    if (!m_device)
        return;
    m_nextSlot = turn.now() / m_device->period;
    turn.later(std::max(turn.now(), m_device->period * m_nextSlot), Slot);
}

void ToldTask::happen(Turn& turn, int part)
{
    if (part == Slot)
        startSlot(turn);
    else if (part == Bytes)
        acceptBytes(turn);
    else
        ChannelTask::happen(turn, part);
}

void ToldTask::deliverBytes(Turn& turn, Ticks at, const std::string& bytes)
{
    m_onTheWay.push_back({at, bytes});
    turn.later(at, Bytes);
}

void ToldTask::startSlot(Turn& turn)
{
    for (const auto& sent : m_device->slot(m_nextSlot))
        if (sent.at >= turn.now()) // else it was heard before the run began
            deliverBytes(turn, sent.at, sent.bytes);
    ++m_nextSlot;
    turn.later(m_device->period * m_nextSlot, Slot);
}

void ToldTask::acceptBytes(Turn& turn)
{
    const auto sent = std::move(m_onTheWay.front());
    m_onTheWay.pop_front();
    for (const auto& told : m_decoder->feed(turn.now(), sent.bytes)) {
        turn.observer().told({index(), told});
        if (!told.text.empty())
            turn.hear(index(), told.text);
        else if (told.state == ToldState::Good || told.state == ToldState::NoValue)
            take(turn, told.number);
    }
}

void ToldTask::take(Turn& turn, double number)
{
    const auto& lane = channel(turn).lane;
    SampleRecord record;
    record.channel = index();
    record.at = record.takenAt = turn.now();
    record.real = real().accept(Tap::Reading, turn.now(), isGateOpen(turn) ? number : notThere);
    record.real.world = lane.empty() ? notThere : polylineAt(lane, inSeconds(turn.now()));
    turn.memory().keep(index(), {record.real.smoothed, notThere, turn.now(), true, {}});
    turn.observer().sampled(record);
}

} // namespace fern
