#include "plan/comparison.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "instrument/part_edits.h"
#include "parts/catalogue.h"
#include "plan/board_change.h"
#include "plan/wiring.h"
#include "timing/bus.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr double shiftClock = 4e-6; ///< seconds a bit, moved by the program (common practice)

std::size_t digitalPins(const Part& board)
{
    return static_cast<std::size_t>(std::count_if(board.pins.begin(), board.pins.end(),
        [](const PinSpec& pin) { return (pin.roles & bitOf(PinRole::Digital)) != 0; }));
}

/// What a way brings and asks for.
struct PinFigures {
    std::size_t pins = 0; ///< more than now
    std::size_t takes = 0; ///< of the board, beside a bus that is there
    double seconds = 0; ///< to look at one, or to set it; 0: at once
    const char* code = ""; ///< the work in the program
};

Way possiblePins(std::string title, const PinFigures& f, std::string className, Fix fix)
{
    return {std::move(title),
        {std::to_string(f.pins), std::to_string(f.takes),
            f.seconds > 0 ? durationText(f.seconds) : "at once", f.code},
        {}, false, std::move(className), std::move(fix)};
}

Way impossiblePins(std::string title, std::string obstacle)
{
    return {std::move(title), {}, std::move(obstacle), false, {}, {}};
}

Way moduleForPins(const Instrument& in, const char* id, const PinFigures& figures)
{
    const auto& entry = *findInCatalogue(id);
    auto part = entry.part;
    part.name = shortTitle(entry);
    const auto added = withPartAdded(in, part);
    const auto trial = added ? wired(*added) : added; // all of it must find its place
    if (!trial)
        return impossiblePins(entry.title, trial.error().message);
    return possiblePins(entry.title, figures, part.className,
        {"Add it", [part](const Instrument& before) { return withPartWired(before, part); }});
}

/// A display on many lines of its own gives them back as one with a driver on the bus.
std::optional<Way> displayWithDriver(const Instrument& in, const Part& board)
{
    for (const auto& part : in.parts) {
        if (part->kind != PartKind::Display || part->port || part->lines.size() < 4
            || boardOf(in, *part) != &board)
            continue;
        const auto takes = part->lines.size();
        for (const auto& entry : catalogue())
            if (entry.part.kind == PartKind::Display && entry.part.port
                && entry.part.className.substr(0, entry.part.className.find(','))
                    == part->className.substr(0, part->className.find(',')))
                return possiblePins(
                    entry.title, {takes, 0, 0, "another driver"}, entry.part.className, {});
    }
    return std::nullopt;
}

Way anotherBoard(const Instrument& in, const Part& board)
{
    const CatalogueEntry* best = nullptr;
    std::size_t left = 0;
    for (const auto& entry : catalogue()) {
        if (entry.part.kind != PartKind::Board || entry.part.className == board.className
            || (best != nullptr && entry.part.pins.size() >= best->part.pins.size()))
            continue;
        const auto changed = withBoardReplaced(in, board.id, entry.part);
        if (!changed)
            continue;
        const auto room =
            freePins(pinUses(*changed), *findById(changed->parts, board.id), PinRole::Digital);
        if (!room.empty()) {
            best = &entry;
            left = room.size();
        }
    }
    if (best == nullptr)
        return impossiblePins("another board", "none of the catalogue carries everything");
    return possiblePins(best->title, {left, 0, 0, "pins anew"}, best->part.className,
        {"Change the board", [id = board.id, part = best->part](const Instrument& before) {
             return withBoardReplaced(before, id, part);
         }});
}

/// The clock of the board's first I²C bus, or of a usual one.
double busHertzOf(const Instrument& in, const Part& board)
{
    for (const auto& view : busViews(in))
        if (view.board == &board && view.bus->kind == BusKind::I2c)
            return inSi(view.bus->speed);
    return inSi(BusSpec{}.speed);
}

Comparison pinsOf(const Instrument& in, const Part& board, const std::vector<PinUse>& lines)
{
    constexpr std::size_t expanderPins = 16;
    constexpr std::size_t shiftPins = 8;
    const double busHertz = busHertzOf(in, board);
    const auto wanted = pinsWanted(lines, board);
    const auto there = board.pins.size();
    const auto left = freePins(pinUses(in), board, PinRole::Digital).size();
    Comparison c;
    c.place = fmt::format("/parts/{}/pins", board.id);
    c.question = "More pins?";
    c.context = fmt::format("{} of {} wanted, {} free", wanted, there, left);
    c.columns = {"pins", "takes", "a change needs", "code"};
    const auto title = "a free pin of " + partName(board);
    c.ways.push_back(left == 0 ? impossiblePins(title, "none is left")
                               : possiblePins(title, {left, 1, 0, "none"}, {}, {}));
    c.ways.push_back(moduleForPins(
        in, "expander-16", {expanderPins, 0, i2cWriteSeconds(2, busHertz), "a library"}));
    c.ways.push_back(moduleForPins(
        in, "shift-register-8", {shiftPins, 3, 2 * shiftPins * shiftClock, "bit by bit"}));
    if (auto display = displayWithDriver(in, board))
        c.ways.push_back(*std::move(display));
    c.ways.push_back(anotherBoard(in, board));
    const auto& second = findInCatalogue("board-8bit-small")->part;
    c.ways.push_back(possiblePins(
        "a second small board", {digitalPins(second), 2, 0, "two programs"}, second.className, {}));
    // In the order of the work they make, so the first possible one is the least.
    for (std::size_t i = 0; i < c.ways.size() && !c.recommended; ++i)
        if (c.ways[i].isPossible())
            c.recommended = i;
    const auto& best = c.ways[*c.recommended];
    c.reason = c.recommended == 0U
        ? "Use the free pin: nothing is to be bought or written."
        : fmt::format("The {}: {} pins, takes {}, and least work in the code of what is possible.",
            best.title, best.cells[0], best.cells[1]);
    return c;
}

} // namespace

std::vector<Comparison> comparePins(const Instrument& in)
{
    std::vector<Comparison> comparisons;
    const auto lines = pinLines(in);
    for (const auto& board : in.parts)
        if (board->kind == PartKind::Board && !board->pins.empty())
            comparisons.push_back(pinsOf(in, *board, lines));
    return comparisons;
}

} // namespace fern
