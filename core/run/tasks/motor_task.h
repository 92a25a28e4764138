#pragma once
// The part of the program that lets a motor run one way or the other until what it moves stands
// right. The firmware counts the time that it has run. With switches at both ends it first runs to
// the lower one, and then knows where it is; without them it believes that it began at the lower
// end, and what it moves stops where the way ends.

#include "run/tasks/task.h"
#include "world/motor_way.h"

namespace fern {

struct PlainInstrument;

class MotorTask : public Task {
public:
    MotorTask(std::size_t output, const PlainInstrument& instrument, Ticks start);

    std::unique_ptr<Task> clone() const override { return std::make_unique<MotorTask>(*this); }
    Ticks due() const override { return m_due; }
    Ticks run(Turn& turn) override;

private:
    std::size_t m_index;
    MotorWay m_way;
    Ticks m_due, m_last;
};

} // namespace fern
