#pragma once
// The door to a new channel or instrument: a table of what makers measure, each row with a sensible
// wish, sensor, smoothing and scenario. What the row leaves open, such as resistors, follows from
// the board.

#include "instrument/channel_edits.h"

#include <span>
#include <string>
#include <string_view>

namespace fern {

/// What a row brings beside its channel.
enum class StartingExtra { None, Setting, Output, List, Formula };

struct StartingPoint {
    std::string_view id; ///< "battery-12v"
    std::string_view group; ///< "Voltage"
    std::string_view title; ///< "12 V battery"
    std::string_view about; ///< one line: what is connected, and how
    ChannelWish wish;
    SensorSpec sensor;
    FrontEndKind frontEnd = FrontEndKind::Divider;
    double totalOhm = 60e3; ///< of a divider, about
    Quantity sampleEvery{100, "ms"};
    std::vector<StepSpec> smoothing{};
    std::vector<CurvePoint> course{}; ///< seconds and share of the wished range, for the scenario
    std::string_view caution{}; ///< shown where someone could be hurt; may be empty
    std::string_view converter = {}; ///< of the catalogue, added where none of its class is there
    // Of a source that is no plain analog one:
    Source source = {}; ///< without board, pin, device, lane and pace
    std::vector<LaneEvent> events = {};
    TextSpec text =
        {}; ///< its form and width; of numbers decimals and width follow from the budget
    StartingExtra extra = StartingExtra::None;
};

/// Returns the table, sorted by group.
std::span<const StartingPoint> startingPoints();

/// Returns a row of volts at a converter as it would be read by a converter module, where the board
/// has no analog pin left; none of the others.
std::optional<StartingPoint> readByModule(const StartingPoint& point);

/// Returns the other rows that the device of a row tells too: a receiver's course beside its speed.
std::vector<const StartingPoint*> toldBeside(const StartingPoint& point);

/// Returns what a channel of a row is called at first: its title up to a comma.
std::string usualName(const StartingPoint& point);

/// Returns the row of that id, or null.
const StartingPoint* findStartingPoint(std::string_view id);

/// A part to start with, by its class.
struct StartingPart {
    std::string_view id;
    Part part;
    std::vector<Part> builtIn{}; ///< of a board: what is soldered to it
};
std::span<const StartingPart> startingBoards();
std::span<const StartingPart> startingDisplays();

/// Returns the display that is soldered to a board; null for none.
const Part* ownDisplay(const StartingPart& board);

/// Returns an instrument with a board and a display and no channel yet; of a board that has a
/// display of its own that one counts.
Instrument emptyInstrument(std::string_view name, const Part& board, const Part& display);
Instrument emptyInstrument(
    std::string_view name, const StartingPart& board, const StartingPart& display);

/// Adds a channel for the row, named `name`: wish and steps of the row, a front end from E24 values
/// that suits the board, honest decimals, a page on the first display and a lane in every scenario.
/// Error when the instrument has no board or no display; NotFound when no pin is left for it.
Result<Instrument> withStartingPoint(
    const Instrument& in, const StartingPoint& point, std::string_view name);

} // namespace fern
