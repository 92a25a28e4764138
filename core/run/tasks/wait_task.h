#pragma once
// The program stands still for a time in each turn of the loop.

#include "run/tasks/task.h"

namespace fern {

class WaitTask : public Task {
public:
    /// `place` is its place in the program.
    explicit WaitTask(std::size_t place)
        : m_place(place)
    {
    }

    std::unique_ptr<Task> clone() const override { return std::make_unique<WaitTask>(*this); }
    Ticks run(Turn& turn) override;

private:
    std::size_t m_place;
};

} // namespace fern
