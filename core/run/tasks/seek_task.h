#pragma once
// A setting that steps by itself until a channel is high enough.

#include "instrument/resolve.h"
#include "run/tasks/task.h"

namespace fern {

class SeekTask : public Task {
public:
    explicit SeekTask(std::size_t setting)
        : m_index(setting)
    {
    }

    std::unique_ptr<Task> clone() const override { return std::make_unique<SeekTask>(*this); }
    Ticks due() const override { return m_due; }
    Ticks run(Turn& turn) override;
    /// Its code begins it, every other code of its channel ends it.
    Hearing hear(Turn& turn, const HeardCode& heard) override;

private:
    bool hasFound(Turn& turn) const;

    std::size_t m_index;
    Ticks m_due = maxTicks;
    Ticks m_steppedAt = maxTicks; ///< last; none before the first step
    double m_begin = 0; ///< the value at which it began, in the setting's unit
};

} // namespace fern
