#pragma once
// Comparisons of parts: the ways to a wanted thing side by side, a recommendation and its reason.

#include "judge/findings.h"
#include "signal/csv.h"

#include <optional>
#include <string>
#include <vector>

namespace fern {

struct Way {
    std::string title;
    std::vector<std::string> cells; ///< one for each column; none where it is impossible
    std::string obstacle; ///< why it is impossible; empty when it is possible
    bool isNow = false; ///< the instrument does it so already
    std::string className; ///< of the part that it buys; empty when it buys none
    Fix fix; ///< its one change; without apply where there is nothing to change

    bool isPossible() const { return obstacle.empty(); }
};

struct Comparison {
    std::string place; ///< what is compared: the path of a part and one word more; its identity
    std::string question;
    std::string context; ///< the numbers that make it a question
    std::vector<std::string> columns;
    std::vector<Way> ways;
    std::optional<std::size_t> recommended;
    std::string reason; ///< of the recommendation, or why there is none
};

/// Compares ways to more analog inputs for each board that has pins: a free pin, another board, a
/// converter on the bus, a switch of inputs, a second board.
std::vector<Comparison> compareInputs(const Instrument& in);

/// Compares the ways for each two modules of one class, or of one address on one bus: strap, second
/// bus, multiplexer, mirrored.
std::vector<Comparison> compareAddresses(const Instrument& in);

/// Compares the batteries and power banks of the catalogue under the present load, each judged by
/// the rules of supplies. None without a board.
std::vector<Comparison> compareSupplies(const Instrument& in, const PlainInstrument& plain);

/// Compares ways to more pins for each board that has some: a free one, an expander on the bus, a
/// shift register, a display with a driver of its own, another board, a second one.
std::vector<Comparison> comparePins(const Instrument& in);

/// Compares the displays of the catalogue for each one that is there: pins, the characters that can
/// be read from the wished distance, the time that all of it takes, current, hours and colours.
std::vector<Comparison> compareDisplays(const Instrument& in, const PlainInstrument& plain);

/// Returns all of them.
std::vector<Comparison> comparisonsOf(const Instrument& in, const PlainInstrument& plain);

/// Returns it as a table: the way, its columns, what it costs. An impossible way has its obstacle
/// in the second cell.
TextTable tableOf(const Instrument& in, const Comparison& comparison);

/// Returns the choice that was recorded for a comparison, or null.
const Decision* choiceFor(const Instrument& in, const Comparison& comparison);

} // namespace fern
