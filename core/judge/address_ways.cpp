#include "judge/address_ways.h"

#include "instrument/edits.h"
#include "instrument/part_edits.h"
#include "judge/part_fix.h"
#include "parts/catalogue.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

/// Sets the whole place of a module, so that nothing of another way is left.
std::function<void(Part&)> place(const std::string& bus, int address,
    const std::string& behind = {}, int channel = 0, bool isMirrored = false)
{
    return [=](Part& p) {
        p.port->bus = bus;
        p.port->address = address;
        p.port->behind = behind;
        p.port->channel = channel;
        p.port->isMirrored = isMirrored;
    };
}

AddressWay strapWay(const Instrument& in, const Part& first, const Part& second)
{
    const auto& bus = first.port->bus;
    const auto& straps = second.port->straps;
    const auto strap = std::find_if(straps.begin(), straps.end(), [&](int address) {
        return address != first.port->address && isAddressFree(in, second, bus, address);
    });
    if (strap == straps.end())
        return {AddressWayKind::Strap, {},
            straps.size() < 2 ? partName(second) + " has no other address"
                              : "every address of its straps is taken"};
    return {AddressWayKind::Strap,
        bothFix(fmt::format("Strap {} to {}", partName(second), addressText(*strap)), first.id,
            place(bus, first.port->address), second.id, place(bus, *strap)),
        {}};
}

AddressWay secondBusWay(const Instrument& in, const Part& first, const Part& second)
{
    const int address = second.port->address;
    for (const auto& view : busViews(in))
        if (view.bus->kind == BusKind::I2c && view.bus->id != first.port->bus
            && isAddressFree(in, second, view.bus->id, address))
            return {AddressWayKind::SecondBus,
                bothFix(fmt::format("Move {} to {}", partName(second), busName(*view.bus)),
                    first.id, place(first.port->bus, first.port->address), second.id,
                    place(view.bus->id, address)),
                {}};
    const auto* board = boardOf(in, first);
    const auto more = board == nullptr
        ? Result<Instrument>(Error{ErrorCode::NotFound, "there is no board", ""})
        : withBusAdded(in, board->id, BusKind::I2c);
    if (!more)
        return {AddressWayKind::SecondBus, {}, more.error().message};
    const auto bus = findById(more->parts, board->id)->buses.back().id;
    const auto label = fmt::format("Move {} to a second bus", partName(second));
    const auto move = bothFix(label, first.id, place(first.port->bus, first.port->address),
        second.id, place(bus, address));
    return {AddressWayKind::SecondBus,
        {label,
            [id = board->id, move](const Instrument& before) -> Result<Instrument> {
                const auto with = withBusAdded(before, id, BusKind::I2c);
                return with ? move.apply(*with) : with;
            }},
        {}, 2};
}

AddressWay multiplexerWay(const Instrument& in, const Part& first, const Part& second)
{
    const auto& bus = first.port->bus;
    const auto behind = [&](const std::string& label, const std::string& id) {
        // Both go behind it: what stands before it is seen on every channel.
        return bothFix(label, first.id, place(bus, first.port->address, id, 0), second.id,
            place(bus, second.port->address, id, 1));
    };
    for (const auto& part : in.parts)
        if (part->kind == PartKind::Multiplexer && part->port && part->port->bus == bus)
            return {AddressWayKind::Multiplexer,
                behind(fmt::format("Put both behind {}", partName(*part)), part->id), {}};
    Part fresh = findInCatalogue("multiplexer")->part;
    const auto& straps = fresh.port->straps;
    const auto address = std::find_if(straps.begin(), straps.end(),
        [&](int strap) { return isAddressFree(in, fresh, bus, strap); });
    if (address == straps.end())
        return {AddressWayKind::Multiplexer, {}, "every address of a multiplexer is taken"};
    fresh.name = "Multiplexer";
    fresh.port->bus = bus;
    fresh.port->address = *address;
    return {AddressWayKind::Multiplexer,
        {"Add a multiplexer",
            [fresh, behind](const Instrument& before) -> Result<Instrument> {
                const auto with = withPartAdded(before, fresh);
                return with ? behind("", with->parts.back()->id).apply(*with) : with;
            }},
        {}, 0, true};
}

AddressWay mirroredWay(const Part& first, const Part& second)
{
    const int address = first.port->address;
    if (address != second.port->address)
        return {AddressWayKind::Mirrored, {}, "their addresses differ now"};
    return {AddressWayKind::Mirrored,
        bothFix("Both shall do the same", first.id, place(first.port->bus, address, {}, 0, true),
            second.id, place(first.port->bus, address, {}, 0, true)),
        {}};
}

} // namespace

bool collide(const Part& a, const Part& b)
{
    const auto& p = *a.port;
    const auto& q = *b.port;
    const bool apart =
        !p.behind.empty() && !q.behind.empty() && (p.behind != q.behind || p.channel != q.channel);
    return p.address != 0 && p.address == q.address && !apart && !(p.isMirrored && q.isMirrored);
}

std::array<AddressWay, 4> addressWays(const Instrument& in, const Part& first, const Part& second)
{
    return {strapWay(in, first, second), secondBusWay(in, first, second),
        multiplexerWay(in, first, second), mirroredWay(first, second)};
}

} // namespace fern
