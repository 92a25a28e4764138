#pragma once
// Edges of a level at a pin.

#include "base/ticks.h"

namespace fern {

struct Edge {
    Ticks at;
    bool toHigh = false;
    bool isBounce = false; ///< made by the contact, not by the world

    bool operator==(const Edge&) const = default;
};

} // namespace fern
