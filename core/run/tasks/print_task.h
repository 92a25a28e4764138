#pragma once
// Lines over the serial port: their bytes go into a buffer that the port empties beside the
// program, and what finds no room is waited for. Another board can hear them.

#include "instrument/resolve.h"
#include "run/tasks/task.h"

namespace fern {

class PrintTask : public Task {
public:
    /// `place` is its place in the program; with `isHeard` another board hears what it is told.
    PrintTask(std::size_t place, const PlainInstrument& instrument, Ticks start, bool isHeard);

    std::unique_ptr<Task> clone() const override { return std::make_unique<PrintTask>(*this); }
    Ticks due() const override { return m_due; }
    Ticks run(Turn& turn) override;

private:
    /// Lets the other board hear the numbers of now, when the last byte is sent.
    void tell(Turn& turn, Ticks sent);

    std::size_t m_place;
    bool m_isHeard;
    std::int64_t m_number = 0; ///< of the next line
    Ticks m_due;
};

} // namespace fern
