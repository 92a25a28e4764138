#pragma once
// How old a shown number can get, in closed form.

#include "run/display_run.h"

#include <array>
#include <string_view>

namespace fern {

/// The largest contribution of each cause, in seconds.
struct AgeBreakdown {
    double frontEnd = 0; ///< time constant of a capacitor at the pin
    double sampling = 0; ///< the newest sample may be one period old, and was converted before
    double smoothing = 0; ///< delay of the steps
    double blocked = 0; ///< sampling and redraw wait while the loop does everything else once
    double message = 0; ///< from another board: written, and sent
    double redraw = 0; ///< drawing and transfer
    double panel = 0; ///< response of the panel, and of the frame that it was busy with before
    double waiting = 0; ///< the number stands until the next one is due, or the panel is free

    struct Part {
        std::string_view name;
        double seconds;
    };
    /// What it is made of, as a sample meets it.
    std::array<Part, 8> parts() const
    {
        return {{{"front end", frontEnd}, {"sampling", sampling}, {"smoothing", smoothing},
            {"other tasks", blocked}, {"message", message}, {"redraw", redraw}, {"panel", panel},
            {"waiting", waiting}}};
    }
    double oldest() const
    {
        double sum = 0;
        for (const auto& part : parts())
            sum += part.seconds;
        return sum;
    }
};

/// Returns the breakdown for a channel that is read on a display redrawn every `redrawEvery`
/// seconds. It bounds every redraw of a run: each wait of a display or a conversion for another
/// one, and a turn of the loop, is in it, and so are the channels that a derived one follows. What
/// a device loses on its way is not: then the stale mark tells.
AgeBreakdown ageOf(const PlainInstrument& instrument, const PlainChannel& channel,
    const PlainDisplay& display, double redrawEvery);

/// Returns the breakdown at the display's own redraw interval.
AgeBreakdown ageOf(
    const PlainInstrument& instrument, const PlainChannel& channel, const PlainDisplay& display);

/// Returns how much older than its newest sample a number of a channel is on a display, in seconds:
/// what is lost in the front end and in the smoothing.
double ageBefore(
    const PlainInstrument& instrument, const PlainChannel& channel, const PlainDisplay& display);

} // namespace fern
