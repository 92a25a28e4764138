#pragma once
// The strategies of a display beside one another.

#include "instrument/resolve.h"

#include <string>
#include <vector>

namespace fern {

struct RedrawWay {
    RedrawStrategy strategy = RedrawStrategy::FullFrame;
    std::string words; ///< "bytes that changed"
    int usualBytes = 0, mostBytes = 0; ///< on the bus, of a redraw
    double usualSeconds = 0, mostSeconds = 0; ///< on the bus
    double darkSeconds = 0; ///< for which the glass is dark, at most
    double drawSeconds = 0; ///< of the processor, before anything is sent
    bool isOwn = false; ///< the display is redrawn so
};

/// Returns the strategies that the display's kind has, the usual one first; `usual` is while each
/// number moves by a step of its wish. Empty for a display without pages.
std::vector<RedrawWay> redrawWays(const PlainInstrument& instrument, const PlainDisplay& display);

} // namespace fern
