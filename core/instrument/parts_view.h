#pragma once
// The electrical side of an instrument: who uses which pin, what hangs on which bus.

#include "instrument/instrument.h"

#include <optional>
#include <string>
#include <vector>

namespace fern {

/// What can be given a pin: a channel, a device, an output, a line of a bus, or a line of a part.
struct PinUser {
    std::string owner; ///< id of the channel, device or output, or of the part whose line it is
    std::string bus; ///< id, when a bus of that part has the line
    std::string line; ///< empty for a channel, a device or an output
    bool isOutput = false;
    bool isDevice = false;

    bool operator==(const PinUser&) const = default;
};

/// One use of a pin of a board.
struct PinUse {
    const Part* board = nullptr;
    std::string pin; ///< as written in the file
    std::string words; ///< what uses it: "channel House battery", "clock of bus-a"
    std::string owner; ///< id of the channel, device or output, or of the part whose line it is
    std::string name; ///< what people call the owner
    std::string place; ///< in the file
    PinRole role = PinRole::Digital;
    const LineSpec* line = nullptr; ///< null for a channel, a device or an output
    const BusSpec* bus = nullptr; ///< when a bus uses it
    bool isOutput = false; ///< of the instrument
    bool isDevice = false;
    const Source* source = nullptr; ///< of a channel

    PinUser user() const
    {
        return {owner, bus == nullptr ? "" : bus->id, line == nullptr ? "" : line->name, isOutput,
            isDevice};
    }
};

/// Returns what the source of a channel wants of its pin, or of its device's.
PinRole roleOfSource(const Source& source);

/// Returns whether two uses of a pin may share it. Both are one wire: a channel, and the line of a
/// module that brings what it reads; an output, and the line of what it drives; two channels of one
/// wheel. Or the board drives
/// several at once, which listen only when they are selected: the clock and data of SPI, the lines
/// that tell data from commands, a common reset.
bool mayShare(const PinUse& a, const PinUse& b);

/// Returns every channel, output, line of a bus and line of a part that has a pin or wants one, in
/// that order. Lines that are tied or that the part's bus carries want none. A serial line that the
/// board reads in software wants any digital pin.
std::vector<PinUse> pinLines(const Instrument& in);

/// Returns those of them that have a pin, and every channel.
std::vector<PinUse> pinUses(const Instrument& in);

/// Returns whether a bus brings a line of that role to the modules on it.
bool carries(BusKind kind, PinRole role);

/// Returns whether a part can hang on a bus of that kind.
bool fitsBus(const Part& part, BusKind kind);

/// Returns how many pins of a board are wanted, with a role only those that it is wanted of. What
/// may share a pin counts once, such as a channel and the line that brings what it reads, or the
/// clocks of SPI; so it does while it has none yet.
std::size_t pinsWanted(
    const std::vector<PinUse>& lines, const Part& board, std::optional<PinRole> role = {});

/// Returns how many pins of a board can be analog and serve nothing else.
std::size_t analogPinsFor(const std::vector<PinUse>& lines, const Part& board);

/// Returns whether the board's own wiring of a pin is what a use wants there: a button is read by a
/// channel, a display is on its bus. True where the board has wired nothing.
bool suitsWiring(const Instrument& in, const PinSpec& pin, const PinUse& use);

/// Returns the pins of a board that nothing uses and that it has not wired itself, in its order;
/// with a role only those that have it.
std::vector<const PinSpec*> freePins(
    const std::vector<PinUse>& uses, const Part& board, std::optional<PinRole> role = {});

/// Returns whether no other part answers to an address on a bus. Mirrored ones share theirs.
bool isAddressFree(const Instrument& in, const Part& mover, std::string_view bus, int address);

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
    double pullUpVolts = 0; ///< where all of them together hold an idle line
    double pullUpMost = 0; ///< the same, if those on modules with a regulator go to its input
};

/// Returns to what the pull-ups on a module go, in volt: the level that it works with, or its
/// supply; 0 when it has none.
double pullsUpTo(const Instrument& in, const Part& module);

/// Returns the buses of every board. A wire counts 100 pF/m (common practice), the board's pin
/// 10 pF (UM10204, table 10). Modules behind a multiplexer load only its own side.
std::vector<BusView> busViews(const Instrument& in);

/// Returns the bus that a display's part hangs on; null for lines of its own.
const BusSpec* busOf(const Instrument& in, const Display& display);

/// Returns the clock at which a display is driven: of the bus that its part hangs on, or what the
/// display itself says while the part hangs on none; 400 kHz where it says nothing.
Quantity busSpeedOf(const Instrument& in, const Display& display);

/// Returns the bus with that id, or null.
const BusSpec* findBus(const Instrument& in, std::string_view id);

} // namespace fern
