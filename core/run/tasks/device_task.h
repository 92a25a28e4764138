#pragma once
// A device beside the board: what it sends is heard by every channel that it tells.

#include "instrument/resolve.h"
#include "run/tasks/task.h"
#include "world/device.h"

#include <vector>

namespace fern {

/// Returns what a device sends in the instrument's scenario.
Sender senderOf(const PlainDevice& device, const PlainInstrument& instrument);

class DeviceTask : public Task {
public:
    /// `channels` are those that hear it.
    DeviceTask(Sender sender, std::vector<std::size_t> channels);

    std::unique_ptr<Task> clone() const override { return std::make_unique<DeviceTask>(*this); }
    void begin(Turn& turn) override;
    Ticks run(Turn& turn) override;
    void happen(Turn& turn, int part) override;

private:
    Sender m_sender;
    std::vector<std::size_t> m_channels;
    std::int64_t m_nextSlot = 0;
};

} // namespace fern
