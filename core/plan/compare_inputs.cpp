#include "plan/comparison.h"

#include "base/quantity_text.h"
#include "instrument/part_edits.h"
#include "parts/catalogue.h"
#include "plan/board_change.h"
#include "plan/wiring.h"
#include "reading/converter.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

/// The smallest change of volts that a converter tells.
double stepOf(const Part& part)
{
    const auto& c = *part.converter;
    const Converter converter{c.bits, c.school, c.form, c.realBits, c.widening};
    return voltsOf(converter, converter.stepCodes(), inSi(c.reference));
}

std::size_t analogPins(const Part& board)
{
    return static_cast<std::size_t>(std::count_if(board.pins.begin(), board.pins.end(),
        [](const PinSpec& pin) { return (pin.roles & bitOf(PinRole::Analog)) != 0; }));
}

/// What the comparison is about.
struct Need {
    const Instrument& in;
    const Part& board;
    std::size_t wanted = 0; ///< analog inputs that are used or asked for
    std::size_t there = 0; ///< analog pins, without those that serve something else
    std::size_t more() const { return wanted > there ? wanted - there : 1; }
};

/// What a way brings and asks for.
struct Figures {
    std::size_t inputs = 0; ///< more than now
    int pins = 0; ///< of the board that it takes more
    double step = 0; ///< volts
    const char* code = ""; ///< the work in the program
};

struct InputWay {
    Way way;
    Figures figures;
};

InputWay possible(std::string title, const Figures& f, std::string className, Fix fix)
{
    return {{std::move(title),
                {std::to_string(f.inputs), std::to_string(f.pins), voltText(f.step), f.code}, {},
                false, std::move(className), std::move(fix)},
        f};
}

InputWay impossible(std::string title, std::string obstacle)
{
    return {{std::move(title), {}, std::move(obstacle), false, {}, {}}, {}};
}

InputWay freePinWay(const Need& need)
{
    const auto title = "a free pin of " + partName(need.board);
    const auto left = need.there > need.wanted ? need.there - need.wanted : 0;
    if (left < need.more())
        return impossible(title, left == 0 ? "no analog pin is left" : "too few are left");
    return possible(title, {left, 1, stepOf(need.board), "none"}, {}, {});
}

InputWay boardWay(const Need& need)
{
    // The smallest board that carries everything and leaves the wanted room.
    const CatalogueEntry* best = nullptr;
    std::size_t left = 0;
    for (const auto& entry : catalogue()) {
        if (entry.part.kind != PartKind::Board || entry.part.className == need.board.className
            || (best != nullptr && entry.part.pins.size() >= best->part.pins.size()))
            continue;
        const auto changed = withBoardReplaced(need.in, need.board.id, entry.part);
        if (!changed)
            continue;
        const auto room =
            freePins(pinUses(*changed), *findById(changed->parts, need.board.id), PinRole::Analog);
        // What lacked an input has one now; otherwise there must be room for one more.
        if (!room.empty() || need.wanted > need.there) {
            best = &entry;
            left = room.size();
        }
    }
    if (best == nullptr)
        return impossible("another board", "none of the catalogue carries everything");
    return possible(best->title, {left, 0, stepOf(best->part), "pins anew"}, best->part.className,
        {"Change the board", [id = need.board.id, part = best->part](const Instrument& in) {
             return withBoardReplaced(in, id, part);
         }});
}

InputWay moduleWay(
    const Need& need, const char* id, const char* title, const char* name, Figures figures)
{
    auto part = findInCatalogue(id)->part;
    part.name = name;
    if (part.converter) {
        figures.inputs = part.pins.size();
        figures.step = stepOf(part);
    }
    const auto added = withPartAdded(need.in, part);
    const auto trial = added ? wired(*added) : added; // all of it must find its place
    if (!trial)
        return impossible(title, trial.error().message);
    return possible(title, figures, part.className,
        {fmt::format("Add a {}", title),
            [part](const Instrument& in) { return withPartWired(in, part); }});
}

InputWay secondBoardWay()
{
    const auto& part = findInCatalogue("board-8bit-small")->part;
    return possible("a second small board", {analogPins(part), 2, stepOf(part), "two programs"},
        part.className, {});
}

std::string counted(std::size_t n, const char* what)
{
    return fmt::format("{} {}{}", n, what, n == 1 ? "" : "s");
}

Comparison compareFor(const Need& need)
{
    constexpr std::size_t switchInputs = 7; // eight on one pin
    Comparison c;
    c.place = fmt::format("/parts/{}/inputs", need.board.id);
    c.question = "More analog inputs?";
    c.context = need.wanted > need.there
        ? fmt::format("{} wanted, {} there", need.wanted, need.there)
        : fmt::format("{} of {} used, room for one more", need.wanted, need.there);
    c.columns = {"inputs", "pins", "step", "code"};
    // In the order of the work they make, so the first possible one is the least.
    std::vector<InputWay> ways{freePinWay(need),
        moduleWay(
            need, "converter-gain-16", "converter on the bus", "Converter", {.code = "a library"}),
        moduleWay(need, "input-switch", "switch of inputs", "Switch of inputs",
            {switchInputs, 3, stepOf(need.board), "set, wait, read"}),
        boardWay(need), secondBoardWay()};
    for (auto& [way, figures] : ways) {
        if (way.isPossible() && !c.recommended) {
            c.recommended = c.ways.size();
            c.reason = c.ways.empty()
                ? "Use the free pin: nothing is to be bought or written."
                : fmt::format("The {}: {}, {}, steps of {}, and least work in the code of what is "
                              "possible.",
                    way.title, counted(figures.inputs, "input"),
                    figures.pins == 0 ? "no new pins"
                                      : counted(static_cast<std::size_t>(figures.pins), "new pin"),
                    voltText(figures.step));
        }
        c.ways.push_back(std::move(way));
    }
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
        comparisons.push_back(compareFor({in, *board, pinsWanted(lines, *board, PinRole::Analog),
            analogPinsFor(lines, *board)}));
    }
    return comparisons;
}

} // namespace fern
