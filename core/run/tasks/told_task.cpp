#include "run/tasks/told_task.h"

#include "curves/polyline.h"
#include "run/turn.h"

namespace fern {

ToldTask::ToldTask(std::size_t channel, const PlainInstrument& instrument)
    : ChannelTask(channel, instrument)
    , m_decoder(makeDecoder(
          instrument.channels[channel].source, lineShapeOf(instrument.channels[channel])))
{
}

void ToldTask::happen(Turn& turn, int part)
{
    if (part == ownPart)
        acceptBytes(turn);
    else
        ChannelTask::happen(turn, part);
}

void ToldTask::deliverBytes(Turn& turn, Ticks at, const std::string& bytes)
{
    m_onTheWay.push_back({at, bytes});
    turn.later(at, ownPart);
}

void ToldTask::acceptBytes(Turn& turn)
{
    const auto sent = std::move(m_onTheWay.front());
    m_onTheWay.pop_front();
    for (const auto& told : m_decoder->feed(turn.now(), sent.bytes)) {
        turn.observer().told({index(), told});
        if (!told.text.empty())
            turn.hear(index(), told.text);
        else if (told.state == ToldState::Same)
            turn.memory().refresh(index(), turn.now());
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
