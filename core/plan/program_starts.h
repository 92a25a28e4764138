#pragma once
// Programs to begin with: sound ones, and those that beginners write.

#include "base/result.h"
#include "instrument/instrument.h"

#include <span>
#include <string_view>

namespace fern {

struct ProgramStart {
    std::string_view words; ///< "each when it is due"
    std::string_view what; ///< one sentence about what comes of it
    bool isSound = false; ///< else it is met often, and costs something
    Result<Instrument> (*make)(const Instrument& before);
};

/// Returns the programs, the sound ones first. Each keeps the intervals of channels and displays.
std::span<const ProgramStart> programStarts();

} // namespace fern
