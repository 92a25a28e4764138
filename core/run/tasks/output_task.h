#pragma once
// The part of the program that sets an output.

#include "instrument/resolve.h"
#include "run/tasks/task.h"

namespace fern {

class OutputTask : public Task {
public:
    OutputTask(std::size_t output, const PlainInstrument& instrument, Ticks start);

    std::unique_ptr<Task> clone() const override { return std::make_unique<OutputTask>(*this); }
    Ticks due() const override { return m_due; }
    Ticks run(Turn& turn) override;

private:
    std::size_t m_index;
    Ticks m_due;
};

} // namespace fern
