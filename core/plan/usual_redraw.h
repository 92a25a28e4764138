#pragma once
// What a redraw usually sends, where it can send less than all.

#include "instrument/resolve.h"

namespace fern {

/// Returns what a redraw sends while every number that a page shows moves from the middle of its
/// wish by a step of it, or by a fiftieth of its range where that is more; of the page that sends
/// most then. `firmware` drives the display, perhaps by another strategy than it has.
DriverSteps usualRedraw(const PlainInstrument& instrument, const PlainDisplay& display,
    const DisplayFirmware& firmware);

} // namespace fern
