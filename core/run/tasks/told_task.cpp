#include "run/tasks/told_task.h"

#include "curves/polyline.h"
#include "run/tasks/device_task.h"
#include "run/turn.h"
#include "timing/costs.h"
#include "world/receiver_device.h"

#include <algorithm>

namespace fern {

ToldTask::ToldTask(std::size_t channel, const PlainInstrument& instrument, bool isPortFinite)
    : ChannelTask(channel, instrument)
    , m_decoder(makeDecoder(
          instrument.channels[channel].source, lineShapeOf(instrument.channels[channel])))
    , m_isPortFinite(isPortFinite && hasFinitePort(*instrument.channels[channel].device))
{
    findTruth(instrument);
}

/// Of a receiver's quantity without a lane of its own it is where the trip leads.
void ToldTask::findTruth(const PlainInstrument& instrument)
{
    const auto& c = instrument.channels[index()];
    const auto* device = deviceOf(instrument, c);
    if (c.source.kind == SourceKind::Receiver && device != nullptr && c.lane.empty())
        m_truth = [setting = settingOf(*device, instrument), gives = c.source.receiver.gives](
                      double seconds) { return receiverTruth(setting, gives, seconds); };
}

void ToldTask::follow(Turn& turn)
{
    findTruth(turn.instrument());
}

void ToldTask::happen(Turn& turn, int part)
{
    if (part == ownPart)
        acceptBytes(turn);
    else
        ChannelTask::happen(turn, part);
}

void ToldTask::deliverBytes(Turn& turn, const Sent& sent)
{
    m_onTheWay.push_back(sent);
    turn.later(sent.at, ownPart);
}

std::string ToldTask::heardOf(Turn& turn, const std::string& bytes)
{
    if (!m_isPortFinite)
        return bytes;
    if (const auto looked = turn.lookedAt(); looked != m_looked) {
        m_looked = looked;
        m_unread = 0;
    }
    const auto& in = turn.instrument();
    const double since = inSeconds(turn.now() - m_looked);
    const double byte = serialSeconds(channel(turn).device->serial, 1);
    const auto came = std::min(bytes.size(), static_cast<std::size_t>(since / byte + 1e-6));
    const auto most = static_cast<std::size_t>(receiveBufferBytes(in.loops[turn.loop()].processor));
    const auto kept = std::min(came, most - m_unread);
    m_unread += kept;
    return bytes.substr(0, bytes.size() - (came - kept));
}

void ToldTask::acceptBytes(Turn& turn)
{
    const auto sent = std::move(m_onTheWay.front());
    m_onTheWay.pop_front();
    for (const auto& told : m_decoder->feed(turn.now(), heardOf(turn, sent.bytes))) {
        turn.observer().told({index(), told});
        if (!told.text.empty())
            turn.hear(index(), told.text);
        else if (told.state == ToldState::Same)
            turn.memory().refresh(index(), turn.now());
        else if (told.state == ToldState::Good || told.state == ToldState::NoValue)
            take(turn, sent.takenAt.value_or(turn.now()), told.number);
    }
}

void ToldTask::take(Turn& turn, Ticks takenAt, double number)
{
    const auto& lane = channel(turn).lane;
    SampleRecord record;
    record.channel = index();
    record.at = turn.now();
    record.takenAt = takenAt;
    record.real = real().accept(Tap::Reading, turn.now(), isGateOpen(turn) ? number : notThere);
    const double seconds = inSeconds(turn.now());
    record.real.world = !lane.empty() ? polylineAt(lane, seconds)
        : m_truth                     ? m_truth(seconds)
                                      : notThere;
    keep(turn, {record.real.smoothed, notThere, takenAt, true, {}, record.real, {}});
    turn.observer().sampled(record);
}

} // namespace fern
