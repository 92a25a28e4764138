#pragma once
// The electrical side of an instrument: who uses which pin, what hangs on which bus.

#include "instrument/instrument.h"

#include <string>
#include <vector>

namespace fern {

/// One use of a pin of a board.
struct PinUse {
    const Part* board = nullptr;
    std::string pin; ///< as written in the file
    std::string user; ///< what uses it, in words: "channel House battery", "bus bus-a, clock"
    std::string owner; ///< id of the channel, or of the part whose line it is
    std::string place; ///< in the file
    PinRole role = PinRole::Digital;
    const LineSpec* line = nullptr; ///< null for a channel
    const BusSpec* bus = nullptr; ///< when a bus uses it
};

/// Returns every use, in the order of the file: channels, buses, lines of parts.
std::vector<PinUse> pinUses(const Instrument& in);

/// Returns the board to which a part's lines go: its feeder chain's board, else the first; null
/// without one.
const Part* boardOf(const Instrument& in, const Part& part);

/// Returns the pin with that printed name, or null.
const PinSpec* findPin(const Part& board, std::string_view name);

/// A bus with what hangs on it.
struct BusView {
    const Part* board = nullptr;
    const BusSpec* bus = nullptr;
    std::vector<const Part*> modules;
    std::string place; ///< in the file
    double farad = 0; ///< of one line: modules, board and wire
    double pullUpOhm = 0; ///< all in parallel; 0 is none
};

/// Returns the buses of every board. A wire counts 100 pF/m (common practice), the board's pin
/// 10 pF (UM10204, table 10). Modules behind a multiplexer load only its own side.
std::vector<BusView> busViews(const Instrument& in);

/// Returns the bus with that id, or null.
const BusSpec* findBus(const Instrument& in, std::string_view id);

} // namespace fern
