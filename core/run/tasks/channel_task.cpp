#include "run/tasks/channel_task.h"

#include "run/turn.h"

#include <cmath>

namespace fern {

namespace {

constexpr int delivery = 0;

} // namespace

ChannelTask::ChannelTask(std::size_t channel, const PlainInstrument& instrument)
    : m_index(channel)
    , m_real(instrument.channels[channel], instrument.seed)
{
}

Ticks ChannelTask::run(Turn& turn)
{
    return turn.now(); // it is never due
}

void ChannelTask::happen(Turn& turn, int part)
{
    if (part != delivery)
        return;
    const auto [tap, value] = m_delivered.front();
    m_delivered.pop_front();
    accept(turn, tap, value);
}

void ChannelTask::deliver(Turn& turn, Tap tap, Ticks at, double value)
{
    m_delivered.emplace_back(tap, value);
    turn.later(at, delivery);
}

const PlainChannel& ChannelTask::channel(const Turn& turn) const
{
    return turn.instrument().channels[m_index];
}

bool ChannelTask::isGateOpen(Turn& turn)
{
    const auto& gate = channel(turn).gate;
    if (!gate)
        return true;
    const double value = turn.memory().latest(gate->channel).real;
    m_isGateOpen = value >= (m_isGateOpen ? gate->closesBelow : gate->opensAt); // NaN closes it
    return m_isGateOpen;
}

void ChannelTask::accept(Turn& turn, Tap tap, double value)
{
    SampleRecord record;
    record.channel = m_index;
    record.at = record.takenAt = turn.now();
    record.real = m_real.accept(tap, turn.now(), value);
    keep(turn, {record.real.smoothed, notThere, turn.now(), true, {}, record.real, {}});
    turn.observer().sampled(record);
}

void ChannelTask::keep(Turn& turn, LatestValue value)
{
    const double before = turn.memory().latest(m_index).real;
    const bool isSame = before == value.real || (std::isnan(before) && std::isnan(value.real));
    turn.memory().keep(m_index, std::move(value));
    if (!isSame)
        turn.changed(m_index);
}

} // namespace fern
