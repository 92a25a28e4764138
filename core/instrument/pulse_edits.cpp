#include "instrument/pulse_edits.h"

#include "instrument/edits.h"
#include "instrument/parts_view.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

std::optional<std::string> interruptPin(const Instrument& in, const Channel& channel)
{
    const auto& own = channel.source.pin;
    const auto* board = findById(in.parts, channel.source.board);
    if (board == nullptr || board->pins.empty())
        return own;
    if (const auto* pin = findPin(*board, own);
        pin != nullptr && (pin->roles & bitOf(PinRole::Interrupt)) != 0)
        return own;
    const auto uses = pinUses(in);
    const bool isShared =
        !own.empty() && std::count_if(uses.begin(), uses.end(), [&](const PinUse& use) {
            return use.board == board && use.pin == own;
        }) > 1;
    const auto free = freePins(uses, *board, PinRole::Interrupt);
    if (isShared || free.empty())
        return std::nullopt;
    return free.front()->name;
}

Result<Instrument> withInterrupt(const Instrument& in, std::string_view id)
{
    const auto* channel = findById(in.channels, id);
    if (channel == nullptr)
        return goneError("channel");
    const auto pin = interruptPin(in, *channel);
    if (!pin)
        return Error{ErrorCode::InvalidArgument,
            fmt::format("no free pin of its board has an interrupt for {}", channel->name), ""};
    return withChannelChanged(in, id, [&](Channel& changed) {
        changed.source.pulses.input = PulseInput::Interrupt;
        changed.source.pin = *pin;
    });
}

} // namespace fern
