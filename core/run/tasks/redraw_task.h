#pragma once
// The part of the program that redraws a display, and the panel that takes what was sent: one frame
// after another. A panel that is busy with one does not hear of the next before it is done; of
// those that came meanwhile it then takes the newest.

#include "run/display_run.h"
#include "run/tasks/task.h"

#include <optional>

namespace fern {

class RedrawTask : public Task {
public:
    /// Redraws before `drawFrom` take their time but are not drawn, nor told.
    RedrawTask(std::size_t display, const PlainInstrument& instrument, Ticks start, Ticks drawFrom);

    std::unique_ptr<Task> clone() const override { return std::make_unique<RedrawTask>(*this); }
    Ticks due() const override { return m_due; }
    Ticks run(Turn& turn) override;
    void happen(Turn& turn, int part) override;
    /// The display may show another page.
    void follow(Turn& turn) override;

private:
    /// The panel begins to show the frame that it has been sent last.
    void takeOn(Turn& turn);
    void show(Turn& turn);

    std::size_t m_index;
    Ticks m_due, m_drawFrom;
    RedrawCost m_cost;
    std::optional<ShownRecord> m_onBus; ///< while it is sent
    std::optional<ShownRecord> m_sent; ///< that the panel has not begun to show
    std::optional<ShownRecord> m_onPanel; ///< while the panel responds: until then it is busy
};

} // namespace fern
