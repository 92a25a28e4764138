#pragma once
// How old a shown number can get, in closed form.

#include "instrument/resolve.h"

namespace fern {

/// The largest contribution of each cause, in seconds.
struct AgeBreakdown {
    double sampling = 0; ///< the newest sample may be one period old, plus its conversion
    double smoothing = 0; ///< delay of the steps
    double redraw = 0; ///< drawing and transfer
    double panel = 0; ///< response of the panel
    double waiting = 0; ///< the number stands until the next redraw is complete

    double oldest() const { return sampling + smoothing + redraw + panel + waiting; }
};

/// Returns the breakdown for a channel that is read on a display redrawn every `redrawEvery`
/// seconds.
AgeBreakdown ageOf(const PlainInstrument& instrument, const PlainChannel& channel,
    const PlainDisplay& display, double redrawEvery);

/// Returns the breakdown at the display's own redraw interval.
AgeBreakdown ageOf(
    const PlainInstrument& instrument, const PlainChannel& channel, const PlainDisplay& display);

/// Returns whether a page of the display shows a reader of the channel.
bool shows(const PlainInstrument& instrument, const PlainDisplay& display, std::size_t channel);

} // namespace fern
