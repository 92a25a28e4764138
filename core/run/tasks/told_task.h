#pragma once
// A channel that a device tells: bytes arrive, and a decoder makes numbers or codes of them.

#include "base/cloned.h"
#include "reading/decoder.h"
#include "run/tasks/channel_task.h"
#include "world/device.h"

#include <optional>
#include <string>

namespace fern {

class ToldTask : public ChannelTask {
public:
    /// Without a device the bytes are delivered.
    ToldTask(std::size_t channel, const PlainInstrument& instrument, std::optional<Device> device);

    std::unique_ptr<Task> clone() const override { return std::make_unique<ToldTask>(*this); }
    void begin(Turn& turn) override;
    void happen(Turn& turn, int part) override;
    void deliverBytes(Turn& turn, Ticks at, const std::string& bytes) override;

private:
    enum Part { Slot = ownPart, Bytes };

    void startSlot(Turn& turn);
    void acceptBytes(Turn& turn);
    /// Makes a told number, or none, the newest value.
    void take(Turn& turn, double number);

    std::optional<Device> m_device;
    Cloned<Decoder> m_decoder;
    std::int64_t m_nextSlot = 0;
    std::deque<Sent> m_onTheWay;
};

} // namespace fern
