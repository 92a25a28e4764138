#pragma once
// The part of the program that sets an output.

#include "instrument/resolve.h"
#include "run/tasks/task.h"

#include <optional>
#include <string>

namespace fern {

class OutputTask : public Task {
public:
    OutputTask(std::size_t output, const PlainInstrument& instrument, Ticks start);

    std::unique_ptr<Task> clone() const override { return std::make_unique<OutputTask>(*this); }
    Ticks due() const override { return m_due; }
    Ticks run(Turn& turn) override;
    Hearing hear(Turn& turn, const HeardCode& heard) override;
    void accepted(std::size_t channel) override;

private:
    Ticks runSequence(Turn& turn, const PlainOutput& output);

    std::size_t m_index;
    std::optional<std::size_t> m_by; ///< the channel that begins its sequence
    std::string m_name; ///< of the code that does
    std::string m_onPage; ///< where that counts; empty: always
    bool m_restarts = false;
    bool m_acknowledges = false;
    std::optional<std::size_t> m_move; ///< that comes next, while a sequence is under way
    Ticks m_due;
};

} // namespace fern
