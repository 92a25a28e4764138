#pragma once
// What can hurt someone, or must not be relied on. Cautions inform and never block.

#include "instrument/resolve.h"

#include <string>
#include <vector>

namespace fern {

struct Caution {
    std::string title;
    std::string text;
};

/// Returns the cautions that apply to the parts and wishes of an instrument; soldering and the
/// common ground of a plugged-in cable come last and always apply once there is a part.
std::vector<Caution> cautionsOf(const Instrument& in, const PlainInstrument& plain);

} // namespace fern
