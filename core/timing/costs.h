#pragma once
// What operations cost the processor, by class.

#include "parts/spec.h"
#include "scale/spec.h"

namespace fern {

/// Seconds of processor time for one of each.
struct OperationCosts {
    double loopTurn = 0; ///< one look at the clock and the due times
    double arithmetic = 0; ///< one sum, product or comparison, its numbers fetched and kept
    double interrupt = 0; ///< entered, one added, left
    double format = 0; ///< a number into cells
    double glyph = 0; ///< one character drawn into the frame memory
};

/// Returns the table's row of a class. The 8-bit row is measured on a cycle-exact simulator at -Os
/// (exponential step, three operations, 465 cycles; number to text 2738; 16 MHz), its interrupt
/// from memory: some 80 cycles; the others are typical of the class.
OperationCosts operationCosts(ProcessorClass processor);

/// Returns how many operations a scaling takes: of a line two. A logarithm or a root counts as
/// twenty, the functions of a formula likewise (estimates).
double scaleOperations(const ScalingSpec& scaling, SensorKind sensor);

} // namespace fern
