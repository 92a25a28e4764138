#pragma once
// The program switches its processor off for a time in each turn of the loop; a clock wakes it, or
// what comes at a pin.

#include "run/tasks/task.h"

namespace fern {

class SleepTask : public Task {
public:
    /// `place` is its place in the program.
    explicit SleepTask(std::size_t place)
        : m_place(place)
    {
    }

    std::unique_ptr<Task> clone() const override { return std::make_unique<SleepTask>(*this); }
    Ticks run(Turn& turn) override;

private:
    /// When the channel that wakes it has its next event, or pulse.
    Ticks nextEvent(const Turn& turn) const;

    std::size_t m_place;
};

} // namespace fern
