#pragma once
// A device beside the board: what it sends is heard by every channel that it tells.

#include "instrument/resolve.h"
#include "run/tasks/task.h"
#include "world/device.h"

#include <deque>
#include <vector>

namespace fern {

/// Returns a device as it is in the instrument's scenario, and what it sends there.
SenderSetting settingOf(const PlainDevice& device, const PlainInstrument& instrument);
Sender senderOf(const PlainDevice& device, const PlainInstrument& instrument);

/// Returns the device that tells a channel; null for none.
const PlainDevice* deviceOf(const PlainInstrument& instrument, const PlainChannel& channel);

class DeviceTask : public Task {
public:
    DeviceTask(const PlainDevice& device, const PlainInstrument& instrument);

    std::unique_ptr<Task> clone() const override { return std::make_unique<DeviceTask>(*this); }
    void begin(Turn& turn) override;
    Ticks run(Turn& turn) override;
    void happen(Turn& turn, int part) override;
    void follow(Turn& turn) override;

private:
    /// Lets what is sent in a slot, and has not been heard yet, come at its instants.
    void await(Turn& turn, std::int64_t slot);

    Sender m_sender;
    std::deque<Sent> m_onTheWay; ///< in the order of time
    std::vector<Sent> m_heard; ///< at the last instant at which something was
    std::vector<std::size_t> m_channels; ///< that hear it
    std::int64_t m_nextSlot = 0;
};

} // namespace fern
