#include "plan/comparison.h"

#include "base/number_text.h"
#include "instrument/part_edits.h"
#include "parts/catalogue.h"
#include "plan/board_change.h"
#include "plan/wiring.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

/// What an external converter brings; typical of the class.
constexpr int converterInputs = 4;
constexpr double converterStep = 4.096 / 32768; ///< volt, 16 bits signed over ±4.096 V
/// What a switch of inputs brings.
constexpr int switchInputs = 8;

double stepOf(const Part& board)
{
    return std::ldexp(inSi(board.converter->reference), -board.converter->bits);
}

std::string stepText(double volts)
{
    return significantText(volts * 1e3, 3) + " mV";
}

std::size_t analogPins(const Part& board)
{
    return static_cast<std::size_t>(std::count_if(board.pins.begin(), board.pins.end(),
        [](const PinSpec& pin) { return (pin.roles & bitOf(PinRole::Analog)) != 0; }));
}

/// Analog pins of a board that nothing uses.
std::size_t freeInputs(const Instrument& in, std::string_view board)
{
    const auto& part = *findById(in.parts, board);
    const auto uses = pinUses(in);
    return static_cast<std::size_t>(
        std::count_if(part.pins.begin(), part.pins.end(), [&](const PinSpec& pin) {
            return (pin.roles & bitOf(PinRole::Analog)) != 0
                && std::none_of(uses.begin(), uses.end(),
                    [&](const PinUse& use) { return use.board == &part && use.pin == pin.name; });
        }));
}

/// What the comparison is about.
struct Need {
    const Instrument& in;
    const Part& board;
    std::size_t wanted = 0; ///< analog inputs that are used or asked for
    std::size_t there = 0; ///< analog pins, without those that serve something else
    std::size_t more() const { return wanted > there ? wanted - there : 1; }
};

std::vector<std::string> cells(const Need& need, std::size_t inputs, int pins, double step,
    const char* code, std::string_view className)
{
    const auto price = priceOf(need.in, className);
    return {std::to_string(inputs), std::to_string(pins), stepText(step), code,
        price.empty() ? "not told" : price};
}

Way freePinWay(const Need& need)
{
    const auto left = need.there > need.wanted ? need.there - need.wanted : 0;
    Way way{"a free pin of " + partName(need.board), {}, {}, false, {}, {}};
    if (left < need.more())
        way.obstacle = left == 0 ? "no analog pin is left" : "too few are left";
    else
        way.cells = {std::to_string(left), "1", stepText(stepOf(need.board)), "none", "nothing"};
    return way;
}

Way boardWay(const Need& need)
{
    // The smallest board that carries everything and leaves the wanted room.
    const CatalogueEntry* best = nullptr;
    std::size_t left = 0;
    for (const auto& entry : catalogue()) {
        if (entry.part.kind != PartKind::Board || entry.part.className == need.board.className
            || (best != nullptr && entry.part.pins.size() >= best->part.pins.size()))
            continue;
        const auto changed = withBoardReplaced(need.in, need.board.id, entry.part);
        const auto room = changed ? freeInputs(*changed, need.board.id) : 0;
        // What lacked an input has one now; otherwise there must be room for one more.
        if (changed && (room > 0 || need.wanted > need.there)) {
            best = &entry;
            left = room;
        }
    }
    if (best == nullptr)
        return {"another board", {}, "none of the catalogue carries everything", false, {}, {}};
    return {best->title,
        cells(need, left, 0, stepOf(best->part), "pins anew", best->part.className), {}, false,
        best->part.className,
        {"Change the board", [id = need.board.id, part = best->part](const Instrument& in) {
             return withBoardReplaced(in, id, part);
         }}};
}

Way moduleWay(const Need& need, const char* id, const char* title, const char* name,
    std::size_t inputs, int pins, double step, const char* code)
{
    auto part = findInCatalogue(id)->part;
    part.name = name;
    const auto added = withPartAdded(need.in, part);
    const auto trial = added ? wired(*added) : added; // all of it must find its place
    if (!trial)
        return {title, {}, trial.error().message, false, {}, {}};
    return {title, cells(need, inputs, pins, step, code, part.className), {}, false, part.className,
        {fmt::format("Add a {}", title),
            [part](const Instrument& in) { return withPartWired(in, part); }}};
}

Way secondBoardWay(const Need& need)
{
    const auto& entry = *findInCatalogue("board-8bit-small");
    return {"a second small board",
        cells(need, analogPins(entry.part), 2, stepOf(entry.part), "two programs",
            entry.part.className),
        {}, false, entry.part.className, {}};
}

std::string article(std::size_t n, const char* what)
{
    return fmt::format("{} {}{}", n, what, n == 1 ? "" : "s");
}

Comparison compareFor(const Need& need)
{
    Comparison c;
    c.place = "/parts/" + need.board.id;
    c.question = "More analog inputs?";
    c.context = need.wanted > need.there
        ? fmt::format("{} wanted, {} there", need.wanted, need.there)
        : fmt::format("{} of {} used, room for one more", need.wanted, need.there);
    c.columns = {"inputs", "pins", "step", "code", "price"};
    // In the order of the work they make, so the first possible one is the least.
    c.ways = {freePinWay(need),
        moduleWay(need, "converter-gain-16", "converter on the bus", "Converter", converterInputs,
            0, converterStep, "a library"),
        moduleWay(need, "input-switch", "switch of inputs", "Switch of inputs", switchInputs - 1, 3,
            stepOf(need.board), "set, wait, read"),
        boardWay(need), secondBoardWay(need)};
    const auto first =
        std::find_if(c.ways.begin(), c.ways.end(), [](const Way& way) { return way.isPossible(); });
    c.recommended = static_cast<std::size_t>(first - c.ways.begin());
    c.reason = *c.recommended == 0
        ? "Use the free pin: nothing is to be bought or written."
        : fmt::format(
            "The {}: {}, {}, steps of {}, and least work in the code of what is possible.",
            first->title, article(static_cast<std::size_t>(std::stoi(first->cells[0])), "input"),
            first->cells[1] == "0" ? "no new pins" : first->cells[1] + " new pins",
            first->cells[2]);
    return c;
}

} // namespace

std::vector<Comparison> compareInputs(const Instrument& in)
{
    std::vector<Comparison> comparisons;
    const auto lines = pinLines(in);
    for (const auto& board : in.parts) {
        if (board->kind != PartKind::Board || board->pins.empty())
            continue;
        const auto uses = [&](bool isAnalog) {
            return static_cast<std::size_t>(
                std::count_if(lines.begin(), lines.end(), [&](const PinUse& use) {
                    const auto* pin = findPin(*board, use.pin);
                    return use.board == board.get()
                        && (isAnalog ? use.role == PinRole::Analog
                                     : use.role != PinRole::Analog && pin != nullptr
                                    && (pin->roles & bitOf(PinRole::Analog)) != 0);
                }));
        };
        comparisons.push_back(
            compareFor({in, *board, uses(true), analogPins(*board) - uses(false)}));
    }
    return comparisons;
}

} // namespace fern
