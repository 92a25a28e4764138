#pragma once
// The program writes a channel's number into memory that keeps it without power.

#include "base/ticks.h"
#include "run/tasks/task.h"

namespace fern {

struct PlainInstrument;

class SaveTask : public Task {
public:
    /// `place` is its place in the program.
    SaveTask(std::size_t place, const PlainInstrument& instrument, Ticks start);

    std::unique_ptr<Task> clone() const override { return std::make_unique<SaveTask>(*this); }
    Ticks due() const override { return m_due; }
    Ticks run(Turn& turn) override;
    void changed(Turn& turn, std::size_t channel) override;

private:
    std::size_t m_place;
    Ticks m_due;
};

} // namespace fern
