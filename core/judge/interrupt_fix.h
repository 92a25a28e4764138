#pragma once
// Counting by interrupt, where that is possible.

#include "judge/findings.h"

namespace fern {

/// Adds the fix to a finding about a channel that is polled, with what each edge costs the
/// processor; where no pin of the board has an interrupt the reason says so.
void offerInterrupt(const Instrument& instrument, const PlainInstrument& plain,
    const PlainChannel& channel, Finding& finding);

} // namespace fern
