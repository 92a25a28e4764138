#pragma once
// What sharing a module's converter costs a channel, in closed form.

#include "instrument/resolve.h"

namespace fern {

struct ConverterTimes {
    double own = 0; ///< seconds of the converter that one of its samples takes
    double round = 0; ///< seconds in which all channels are converted once
    double share = 0; ///< of the converter's time, when every channel is sampled as often as set
    double oldest = 0; ///< seconds from when its input was taken until the next sample stands there
};

/// Returns whether a module converts a channel and is asked for each conversion: it makes them
/// singly, or for more inputs than one.
bool isAskedEachTime(const PlainInstrument& instrument, const PlainChannel& channel);

/// Returns them for a channel that a module converts.
ConverterTimes converterTimesOf(const PlainInstrument& instrument, const PlainChannel& channel);

} // namespace fern
