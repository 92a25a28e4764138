#pragma once
// Lines over the serial port: their bytes go into a buffer that the port empties beside the
// program, and what finds no room is waited for.

#include "instrument/resolve.h"
#include "run/tasks/task.h"

namespace fern {

class PrintTask : public Task {
public:
    /// `place` is its place in the program.
    PrintTask(std::size_t place, const PlainInstrument& instrument, Ticks start);

    std::unique_ptr<Task> clone() const override { return std::make_unique<PrintTask>(*this); }
    Ticks due() const override { return m_due; }
    Ticks run(Turn& turn) override;

private:
    std::size_t m_place;
    Ticks m_due;
};

} // namespace fern
