#pragma once
// The tasks of the loop, as the run meets them.

#include "instrument/resolve.h"

namespace fern {

/// Gives the instrument its loops and their program: every channel, display and output once, with
/// the lines and waits between them; those that the file does not name come first. What it names
/// must be there. A task that is of another board than it says, or of a core that this lacks, is
/// run by the first core of its own.
void addProgram(PlainInstrument& plain, const Instrument& in);

/// Returns the task that redraws a display.
const PlainTask& redrawTaskOf(const PlainInstrument& instrument, const PlainDisplay& display);

/// Returns the task that samples a channel; what a device tells has one that does nothing.
const PlainTask& sampleTaskOf(const PlainInstrument& instrument, const PlainChannel& channel);

} // namespace fern
