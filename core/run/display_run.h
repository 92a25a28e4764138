#pragma once
// One display of a run: what a redraw costs, and the texts and pixels it brings.

#include "run/records.h"
#include "timing/costs.h"

#include <functional>

namespace fern {

/// The parts of one full-frame redraw, in seconds.
struct RedrawCost {
    double draw = 0; ///< processor: numbers into cells, glyphs into the frame memory
    double transfer = 0; ///< bus and processor: the frame over I²C
    double panel = 0; ///< the panel's own response
    int frameBytes = 0;
    int busBytes = 0; ///< payload of all transfers, control bytes included
};

/// Returns what a redraw of the display costs at a bus clock of `busHertz`.
RedrawCost redrawCost(
    const PlainInstrument& instrument, const PlainDisplay& display, double busHertz);

/// Returns the value, given in SI units, as the number that the reader shows in its own unit.
double inReaderUnit(double si, const PlainReader& reader);

/// The newest smoothed value of a channel, real and calm, SI units.
struct LatestValue {
    double real = notThere;
    double calm = notThere;
    Ticks sampledAt;
    bool hasCome = false; ///< any sample since power-on
    std::string text; ///< of a source of codes: what it gave last
};
/// Returns the cells that a reader shows of a value at an instant.
std::string readerText(
    const PlainInstrument& instrument, std::size_t reader, const LatestValue& latest, Ticks now);

/// Makes the texts of the display's readers and the frame at the instant `now`.
ShownRecord drawDisplay(const PlainInstrument& instrument, std::size_t display, Ticks now,
    const std::function<LatestValue(std::size_t channel)>& valueOf);

} // namespace fern
