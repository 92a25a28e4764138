#pragma once
// The part of the program that redraws a display.

#include "run/display_run.h"
#include "run/tasks/task.h"

namespace fern {

class RedrawTask : public Task {
public:
    /// Redraws before `drawFrom` take their time but are not drawn, nor told.
    RedrawTask(std::size_t display, const PlainInstrument& instrument, Ticks start, Ticks drawFrom);

    std::unique_ptr<Task> clone() const override { return std::make_unique<RedrawTask>(*this); }
    Ticks due() const override { return m_due; }
    Ticks run(Turn& turn) override;
    /// The panel shows what was drawn.
    void happen(Turn& turn, int part) override;
    /// The display may show another page.
    void follow(Turn& turn) override;

private:
    std::size_t m_index;
    Ticks m_due, m_drawFrom;
    RedrawCost m_cost;
    ShownRecord m_drawn; ///< on its way to the glass
};

} // namespace fern
