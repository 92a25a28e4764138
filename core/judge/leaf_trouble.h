#pragma once
// Whether a leaf of the stem holds what it should now: a pin beyond its rails, a code at the end of
// its scale, a device that is silent.

#include "judge/stem_ends.h"
#include "run/run_history.h"

#include <string>

namespace fern {

struct LeafTrouble {
    std::string word; ///< for the leaf itself: "clipped"; empty while nothing is wrong
    std::string reason; ///< one sentence with its numbers
};

/// Returns what is wrong with the pin at the newest sample of an analog channel: the voltage is
/// more than the input takes, or below ground. Nothing where the voltage is not known, as in a
/// recording.
LeafTrouble pinTrouble(const PlainChannel& channel, const SampleRecord& newest);

/// Returns what is wrong with the reading of a channel now: its code stands at an end of the
/// converter while the pin goes on, its module does not answer, or no line gave a number for
/// longer than the reader calls fresh and chance explains, see silenceSeconds(). Codes and labels
/// come when they come, and are never in trouble. A code at an end where the wished range ends too
/// is none.
LeafTrouble readingTrouble(const PlainInstrument& instrument, const StemChoice& choice,
    const RunHistory& history, Ticks now);

} // namespace fern
