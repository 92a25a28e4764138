#pragma once
// The part of the program that redraws a display: the page is drawn, what differs is sent, transfer
// by transfer, and the display shows it when it has responded. What refreshes hears nothing
// meanwhile, so that the firmware waits for it with the next redraw.

#include "run/page_turner.h"
#include "run/tasks/task.h"
#include "run/turn.h"

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
    void changed(Turn& turn, std::size_t channel) override;
    Hearing hear(Turn& turn, const HeardCode& heard) override;

private:
    /// A frame on its way to the eye; nothing is told of one that was not drawn.
    struct Flight {
        SentRecord sent;
        ShownRecord shown;
        std::vector<TimedTransfer> heard;
        bool isDrawn = false;
    };

    const PlainTask& place(const Turn& turn) const { return turn.instrument().program[m_place]; }
    /// Looks whether there is anything to draw, and draws it.
    Ticks beginFrame(Turn& turn);
    DriverSteps draw(Turn& turn, Flight& flight, const PlainPage& page);
    /// Lets digits stand that are not to be written anew yet.
    void holdDigits(
        PageMoment& moment, const PlainDisplay& display, const PlainPage& page, Ticks now);
    /// What makes the display as bright as it is to be now; nothing where it is.
    DriverSteps dim(Turn& turn);
    /// Lets the display hear what is left of a frame, or its next piece; `seconds` have passed in
    /// this turn before. Returns when the processor is done.
    Ticks send(Turn& turn, double seconds);
    void waitForPanel(const PlainDisplay& display);
    void show(Turn& turn);

    std::size_t m_index;
    std::size_t m_place; ///< of the program
    Ticks m_due; ///< the next frame, or the next piece of one
    Ticks m_frameDue, m_drawFrom;
    bool m_hasNews = true; ///< something that it shows has changed
    DriverSteps m_left; ///< of a frame that is sent in pieces
    Ticks m_sentUntil; ///< in the background
    std::shared_ptr<const GlassPart> m_part; ///< the display itself
    std::optional<Contents> m_memory; ///< what the firmware holds of it
    PageHistories m_histories;
    struct Held {
        std::string of; ///< page
        Ticks until;
        PageMoment moment;
    };
    Held m_held; ///< what its digits were written from
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
