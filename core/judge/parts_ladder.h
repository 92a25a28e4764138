#pragma once
// The parts as a ladder: a board as a strip of pins, under it one rung a bus and the direct pins
// grouped by use, each with what hangs on it; then what feeds it all. Facts in words, no advice.

#include "instrument/parts_view.h"
#include "judge/supply_sheet.h"

#include <string>
#include <vector>

namespace fern {

/// What a pin is used for, for its colour and its word.
enum class PinUseKind { Free, Analog, Digital, Bus, Serial };

struct PinCell {
    std::string name; ///< as printed
    std::string numbers; ///< its other names: "place 14 · port C0 · analog channel 0"
    std::string roles; ///< what it can do
    std::string use; ///< one short word or name: "free", "House battery", "Bus A"
    std::vector<std::string> users; ///< in words
    PinUseKind kind = PinUseKind::Free;
    bool isUsedTwice = false; ///< by users that are not on one wire
};

/// Something that hangs on a rung: a part, or a channel's sensor and front end.
struct RungItem {
    std::string place; ///< in the file: "/parts/helm-oled", "/channels/bilge"
    std::string id; ///< of the part or channel
    bool isChannel = false;
    std::string title;
    std::string about; ///< one short line
    std::string tag; ///< address or pins
    bool clashes = false; ///< another one of its bus answers to the same address
    std::string behind{}; ///< id of the multiplexer that it hangs on; empty on the bus itself
};

struct Rung {
    PinUseKind kind = PinUseKind::Bus; ///< of the pins that it stands for
    std::string bus; ///< id; empty on rungs of direct pins
    std::string place; ///< in the file; empty on rungs of direct pins
    std::string title;
    std::string facts; ///< "400 kHz · pull-ups 2.2 kΩ · rises in 0.21 µs of 0.30"
    bool isOver = false; ///< a fact is past its limit
    std::vector<RungItem> items;
};

struct BoardLadder {
    std::string board; ///< id
    std::string title;
    std::string about; ///< its class
    std::size_t usedPins = 0;
    std::vector<PinCell> pins;
    std::vector<Rung> rungs; ///< buses first; rungs of direct pins only where something hangs
};

struct PartsLadder {
    std::vector<BoardLadder> boards;
    std::vector<RungItem> feeders; ///< batteries, banks and regulators
    std::vector<RungItem> loose; ///< parts that hang on nothing yet
    SupplySheet supply;
    std::string summary; ///< "9 parts · 84 mA · 31 h"
};

PartsLadder partsLadder(const Instrument& in, const PlainInstrument& plain);

} // namespace fern
