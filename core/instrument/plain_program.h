#pragma once
// The tasks of the loop, as the run meets them.

#include "instrument/resolve.h"

namespace fern {

/// Returns every channel, display and output once, with the lines and waits between them: those
/// that the file does not name come first. What it names must be there.
std::vector<PlainTask> plainProgram(
    const PlainInstrument& instrument, const std::vector<ProgramTask>& named);

/// Returns the task that redraws a display.
const PlainTask& redrawTaskOf(const PlainInstrument& instrument, const PlainDisplay& display);

/// Returns the task that samples a channel; what a device tells has one that does nothing.
const PlainTask& sampleTaskOf(const PlainInstrument& instrument, const PlainChannel& channel);

} // namespace fern
