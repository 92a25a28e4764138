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
    /// With `isPortFinite` bytes are lost that the loop does not fetch in time.
    ToldTask(std::size_t channel, const PlainInstrument& instrument, bool isPortFinite);

    std::unique_ptr<Task> clone() const override { return std::make_unique<ToldTask>(*this); }
    void happen(Turn& turn, int part) override;
    void follow(Turn& turn) override;
    void deliverBytes(Turn& turn, const Sent& sent) override;

private:
    /// The truth, SI units at seconds, where no lane says it.
    using Truth = std::function<double(double seconds)>;

    void findTruth(const PlainInstrument& instrument);
    /// Returns what of a message finds room in the buffer of the port, while the loop does not
    /// look.
    std::string heardOf(Turn& turn, const std::string& bytes);
    void acceptBytes(Turn& turn);
    /// Makes a told number, or none, the newest value.
    void take(Turn& turn, Ticks takenAt, double number);

    Cloned<Decoder> m_decoder;
    Truth m_truth;
    std::deque<Sent> m_onTheWay;
    bool m_isPortFinite;
    Ticks m_looked; ///< when the loop emptied the buffer
    std::size_t m_unread = 0; ///< bytes that have come since
};

} // namespace fern
