#pragma once
// The part of the program that redraws a display: the page is drawn, what differs is sent, transfer
// by transfer, and the display shows it when it has responded. What refreshes hears nothing
// meanwhile, so that the firmware waits for it with the next redraw.

#include "run/page_turner.h"
#include "run/tasks/task.h"

#include <deque>
#include <optional>

namespace fern {

class RedrawTask : public Task {
public:
    /// Redraws before `drawFrom` of which nothing is left afterwards take their time but are not
    /// drawn, nor told.
    RedrawTask(std::size_t display, const PlainInstrument& instrument, Ticks start, Ticks drawFrom);

    std::unique_ptr<Task> clone() const override { return std::make_unique<RedrawTask>(*this); }
    Ticks due() const override { return m_due; }
    Ticks run(Turn& turn) override;
    void happen(Turn& turn, int part) override;
    Hearing hear(Turn& turn, const HeardCode& heard) override;

private:
    /// A frame on its way to the eye; nothing is told of one that was not drawn.
    struct Flight {
        SentRecord sent;
        ShownRecord shown;
        bool isDrawn = false;
    };

    DriverSteps draw(Turn& turn, Flight& flight, const PlainPage& page);
    /// What makes the display as bright as it is to be now; nothing where it is.
    DriverSteps dim(Turn& turn);
    /// Lets the display hear the steps, from an instant on; `seconds` of them have passed before.
    Ticks send(Turn& turn, Flight& flight, DriverSteps steps, double seconds);
    void show(Turn& turn);

    std::size_t m_index;
    Ticks m_due, m_drawFrom;
    std::shared_ptr<const GlassPart> m_part; ///< the display itself
    std::optional<Contents> m_memory; ///< what the firmware holds of it
    PageHistories m_histories;
    PageTurner m_pages;
    std::optional<std::string> m_shown; ///< the page that was turned to
    Ticks m_shownSince;
    std::string m_signsOf; ///< the page whose signs the display has
    double m_light; ///< share, that the display was told
    bool m_hasSigns; ///< any page needs some
    int m_partialRefreshes = 0; ///< since the last full one
    std::deque<Flight> m_flights; ///< the oldest first
};

} // namespace fern
