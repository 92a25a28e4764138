#pragma once
// Which page a display shows: the one that is turned to, or one that comes to the front by itself.

#include "run/display_run.h"
#include "run/heard_code.h"

namespace fern {

/// Returns whether a page comes to the front at `now` by what came last of its channel, on a board
/// that has been on since `since`. An alarm that was on is over only when its value has gone back
/// far enough.
bool comesForward(const PlainInstrument& instrument, const PlainPage& page,
    const LatestValue& latest, Ticks now, Ticks since, bool wasOn);

class PageTurner {
public:
    /// Of a board that is switched on at `start`. The display's own page is turned to when it is
    /// asked for, and whenever another one is.
    PageTurner(const PlainDisplay& display, Ticks start);

    /// Takes a code of a channel; returns whether it turns a page.
    bool hear(const PlainDisplay& display, const HeardCode& heard);
    /// Returns the page that is shown at an instant, not earlier than the one before; a page
    /// without fields while every page waits for something else.
    const PlainPage& at(const PlainInstrument& instrument, const PlainDisplay& display, Ticks now,
        const ValueOf& valueOf);

private:
    void turn(const PlainDisplay& display, Ticks now, const ValueOf& valueOf);

    Ticks m_start;
    std::string m_asked; ///< the page that it was asked for last
    Ticks m_askedFrom{-1};
    std::size_t m_page = 0; ///< among the display's pages
    Ticks m_since; ///< it has been turned to
    int m_steps = 0; ///< that were heard and are not made
    std::vector<bool> m_alarms; ///< that are on, of the display's pages
};

} // namespace fern
