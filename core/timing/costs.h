#pragma once
// What operations cost the processor, by class.

#include "parts/spec.h"
#include "scale/spec.h"
#include "timing/spec.h"

namespace fern {

/// Seconds of processor time for one of each.
struct OperationCosts {
    double loopTurn = 0; ///< one look at the clock and the due times
    double arithmetic = 0; ///< one sum, product or comparison, its numbers fetched and kept
    double interrupt = 0; ///< entered, one added, left
    double format = 0; ///< a number into cells
    double glyph = 0; ///< one character drawn into the frame memory
    double savedByte = 0; ///< one byte into memory that keeps it without power
    double save = 0; ///< beside its bytes
};

/// Returns the table's row of a class. The 8-bit row is measured on a cycle-exact simulator at -Os
/// and 16 MHz, by tools/measure_costs.py: four due times looked at, a third of an exponential step
/// in floats, a handler called by a library's interrupt, seven digits printed, 8 x 16 dots drawn.
/// A byte of its lasting memory takes 3.4 ms (data sheet, from memory). The other rows are typical
/// of their classes; a save of theirs erases a page of flash memory (estimates). Interpreted, an
/// operation makes an object, a line is looked up word by word, and an interrupt waits for the
/// interpreter: estimates at the slow end. The 8-bit class has no room for an interpreter.
OperationCosts operationCosts(ProcessorClass processor, Runtime runtime);

/// Returns how many bytes a serial port keeps until the program takes them (common practice).
int receiveBufferBytes(ProcessorClass processor);

/// Returns how many operations a scaling takes: of a line two. A logarithm or a root counts as
/// twenty, the functions of a formula likewise (estimates).
double scaleOperations(const ScalingSpec& scaling, SensorKind sensor);

} // namespace fern
