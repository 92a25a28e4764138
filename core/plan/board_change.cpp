#include "plan/board_change.h"

#include "instrument/part_edits.h"
#include "plan/wiring.h"

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

} // namespace

Result<Instrument> withBoardReplaced(
    const Instrument& in, std::string_view id, const Part& replacement)
{
    const auto* old = findById(in.parts, id);
    if (old == nullptr || old->kind != PartKind::Board)
        return Error{ErrorCode::NotFound, fmt::format("there is no board \"{}\"", id), ""};
    Instrument out = in;
    for (const auto& use : pinLines(in))
        if (use.board == old && use.bus == nullptr)
            setPin(out, use.user(), "");
    Part board = replacement;
    board.id = old->id;
    board.name = old->name;
    board.fedBy = old->fedBy;
    board.buses = movedBuses(*old, replacement);
    for (auto& part : out.parts)
        if (part->id == id)
            part = std::make_shared<const Part>(board);
    return wired(out);
}

} // namespace fern
