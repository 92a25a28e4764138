#pragma once
// A channel that a device tells: its bytes arrive, and a decoder makes numbers or codes of them.

#include "base/cloned.h"
#include "reading/decoder.h"
#include "run/tasks/channel_task.h"
#include "world/device.h"

#include <functional>
#include <string>

namespace fern {

class ToldTask : public ChannelTask {
public:
    ToldTask(std::size_t channel, const PlainInstrument& instrument);

    std::unique_ptr<Task> clone() const override { return std::make_unique<ToldTask>(*this); }
    void happen(Turn& turn, int part) override;
    void follow(Turn& turn) override;
    void deliverBytes(Turn& turn, const Sent& sent) override;

private:
    /// The truth, SI units at seconds, where no lane says it.
    using Truth = std::function<double(double seconds)>;

    void findTruth(const PlainInstrument& instrument);
    void acceptBytes(Turn& turn);
    /// Makes a told number, or none, the newest value.
    void take(Turn& turn, Ticks takenAt, double number);

    Cloned<Decoder> m_decoder;
    Truth m_truth;
    std::deque<Sent> m_onTheWay;
};

} // namespace fern
