#pragma once
// The health of the computer that this program runs on.

#include "reading/computer_health.h"
#include "run/stand_in.h"

#include <memory>
#include <optional>

namespace fern::io {

class ComputerReader {
public:
    /// Reads load, memory, the disk of the root folder and the warmest of the temperatures that the
    /// kernel tells. The load is that since the last reading; the first has none. What this
    /// computer does not tell is left out.
    ComputerHealth read();

private:
    std::optional<ProcessorTimes> m_before;
};

/// Makes a stand-in that tells the real health of this computer, a line every other second.
std::unique_ptr<StandIn> realComputer();

} // namespace fern::io
