#pragma once
// What operations cost the processor, by class.

#include "parts/spec.h"

namespace fern {

/// Seconds of processor time for one of each.
struct OperationCosts {
    double loopTurn = 0; ///< one look at the clock and the due times
    double scale = 0; ///< a·x + b
    double smoothStep = 0; ///< one exponential step; windows are counted the same
    double format = 0; ///< a number into cells
    double glyph = 0; ///< one character drawn into the frame memory
};

/// Returns the table's row of a class. The 8-bit row is measured on a cycle-exact simulator at -Os
/// (a·x + b 296 cycles, exponential step 465, number to text 2738, 16 MHz); the others are typical
/// of the class.
OperationCosts operationCosts(ProcessorClass processor);

} // namespace fern
