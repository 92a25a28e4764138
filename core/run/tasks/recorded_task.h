#pragma once
// A channel whose recorded samples arrive at their own instants.

#include "run/tasks/channel_task.h"

#include <memory>

namespace fern {

class RecordedTask : public ChannelTask {
public:
    RecordedTask(std::size_t channel, const PlainInstrument& instrument,
        std::shared_ptr<const Capture> recording);

    std::unique_ptr<Task> clone() const override { return std::make_unique<RecordedTask>(*this); }
    void begin(Turn& turn) override;
    void happen(Turn& turn, int part) override;

private:
    void letCome(Turn& turn);

    std::shared_ptr<const Capture> m_recording;
    std::size_t m_next = 0;
};

} // namespace fern
