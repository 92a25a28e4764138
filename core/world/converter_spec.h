#pragma once
// How a module's converter works, and what the firmware makes of it.

#include "base/ticks.h"
#include "parts/spec.h"

namespace fern {

struct ConverterPace {
    Ticks conversion; ///< above zero
    ConversionMode mode = ConversionMode::Continuous;
    int settles = 0; ///< conversions after a switch of the input that still hold the old one
    int discards = 0; ///< of them, those that the firmware waits for and throws away
};

} // namespace fern
