#include "plan/board_change.h"

#include "instrument/part_edits.h"
#include "plan/wiring.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

/// The old buses on the new board, without pins, pulled up to its level.
std::vector<BusSpec> movedBuses(const Part& from, const Part& to)
{
    if (from.buses.empty())
        return to.buses;
    auto buses = from.buses;
    for (auto& bus : buses) {
        for (auto& line : bus.lines)
            line.pin.clear();
        bus.pullUpTo = to.levels ? to.levels->drives : to.supply;
    }
    return buses;
}

/// An output goes where the line of what it drives has gone.
void moveOutputs(Instrument& out, const std::vector<PinUse>& before)
{
    const auto after = pinLines(out);
    for (const auto& use : before) {
        if (!use.isOutput)
            continue;
        const auto driven = std::find_if(before.begin(), before.end(), [&](const PinUse& other) {
            return other.line != nullptr && other.board == use.board && other.pin == use.pin
                && mayShare(use, other);
        });
        if (driven == before.end())
            continue;
        for (const auto& moved : after)
            if (moved.user() == driven->user())
                setPin(out, use.user(), moved.pin);
    }
}

} // namespace

Result<Instrument> withBoardReplaced(
    const Instrument& in, std::string_view id, const Part& replacement)
{
    const auto* old = findById(in.parts, id);
    if (old == nullptr || old->kind != PartKind::Board)
        return Error{ErrorCode::NotFound, fmt::format("there is no board \"{}\"", id), ""};
    Instrument out = in;
    const auto lines = pinLines(in);
    for (const auto& use : lines)
        if (use.board == old && use.bus == nullptr && !use.isOutput)
            setPin(out, use.user(), "");
    Part board = replacement;
    board.id = old->id;
    board.name = old->name;
    board.fedBy = old->fedBy;
    board.buses = movedBuses(*old, replacement);
    for (auto& part : out.parts)
        if (part->id == id)
            part = std::make_shared<const Part>(board);
    const auto done = wired(out);
    if (!done)
        return done;
    Instrument moved = *done;
    moveOutputs(moved, lines);
    return moved;
}

} // namespace fern
