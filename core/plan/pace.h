#pragma once
// How the displays of a board are driven and how its pulses are counted: what a pace plan weighs
// against one another.

#include "instrument/resolve.h"

#include <string>
#include <vector>

namespace fern {

struct DisplayPace {
    RedrawStrategy strategy = RedrawStrategy::FullFrame;
    Sending sends = Sending::AtOnce;
    double everySeconds = 0; ///< between two redraws; 0: in every turn of the loop
    double busHertz = 0;
    int core = 1; ///< that redraws it
    double digitsSeconds = 0; ///< its digits are written anew no more often; 0: with each redraw

    bool operator==(const DisplayPace&) const = default;
};

struct Pace {
    std::vector<DisplayPace> displays; ///< all, as in the instrument
    std::vector<PulseInput> inputs; ///< of all channels; it counts where pulses are counted
    std::vector<double> loopWaits; ///< of all loops: seconds at the end of each turn

    bool operator==(const Pace&) const = default;
};

/// Returns the pace that the instrument has.
Pace paceOf(const PlainInstrument& instrument);

/// Returns what is to be done at a display, and in a last line what is counted in another way than
/// it is now:
/// "helm: bytes that changed, sent at once every 500 ms at 400 kHz". Nothing of displays without
/// pages.
std::vector<std::string> paceWords(const PlainInstrument& instrument, const Pace& pace);

/// Gives the instrument a pace: drivers, program, clocks of buses and inputs. Error says what the
/// file does not take, or that the pace is of an instrument with other displays or channels.
Result<Instrument> withPace(const Instrument& in, const Pace& pace);

} // namespace fern
