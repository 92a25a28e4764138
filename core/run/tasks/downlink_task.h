#pragma once
// The part of the program that sends a value to a station of a radio: it goes along with the polls
// of the station, and what no poll brought is sent anew in the next cycle.

#include "run/tasks/task.h"
#include "world/radio_device.h"

namespace fern {

struct PlainInstrument;

class DownlinkTask : public Task {
public:
    DownlinkTask(std::size_t output, const PlainInstrument& instrument, Ticks start);

    std::unique_ptr<Task> clone() const override { return std::make_unique<DownlinkTask>(*this); }
    Ticks due() const override { return m_poll.begin; }
    Ticks run(Turn& turn) override;
    void happen(Turn& turn, int part) override;
    void follow(Turn& turn) override;

private:
    void findRadio(const PlainInstrument& instrument);
    Poll pollAfter(Ticks start);

    std::size_t m_index;
    SenderSetting m_radio;
    std::size_t m_value = 0; ///< that the station tells, among those of the radio
    std::int64_t m_cycle = 0;
    Poll m_poll; ///< that comes next
    double m_sent; ///< SI units; NaN while nothing was
};

} // namespace fern
