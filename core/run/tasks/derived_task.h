#pragma once
// A channel that is made of others.

#include "run/derived_run.h"
#include "run/tasks/sampled_task.h"

namespace fern {

class DerivedTask : public SampledTask {
public:
    DerivedTask(std::size_t channel, const PlainInstrument& instrument, Ticks start);

    std::unique_ptr<Task> clone() const override { return std::make_unique<DerivedTask>(*this); }
    void changed(Turn& turn, std::size_t channel) override;
    bool counted(Turn& turn, const HeardCode& heard) override;
    Hearing hear(Turn& turn, const HeardCode& heard) override;

protected:
    SampleRecord sample(Turn& turn, Ticks at, std::int64_t slot) override;
    std::string newCode(Turn& turn, const SampleRecord& record) override;
    Ticks takenAt(Turn& turn, Ticks at) const override;
    std::string words() const override { return m_made.row(); }

private:
    DerivedRun m_made, m_calmMade;
};

} // namespace fern
