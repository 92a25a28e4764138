#include "plan/comparison.h"

#include "instrument/parts_view.h"
#include "judge/address_ways.h"
#include "parts/catalogue.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr std::size_t mostPairs = 4; ///< more would be a list that nobody reads

bool isOnI2c(const Instrument& in, const Part& part)
{
    const auto* bus = part.port ? findBus(in, part.port->bus) : nullptr;
    return bus != nullptr && bus->kind == BusKind::I2c && part.port->address != 0;
}

/// How the pair lives together now; none while it collides.
std::optional<AddressWayKind> wayNow(const Part& first, const Part& second)
{
    const auto& p = *first.port;
    const auto& q = *second.port;
    if (p.bus != q.bus)
        return AddressWayKind::SecondBus;
    if (p.address != q.address)
        return AddressWayKind::Strap;
    if (p.isMirrored && q.isMirrored)
        return AddressWayKind::Mirrored;
    return collide(first, second) ? std::nullopt : std::optional(AddressWayKind::Multiplexer);
}

std::string titleOf(AddressWayKind kind)
{
    switch (kind) {
    case AddressWayKind::Strap:
        return "another address by strap";
    case AddressWayKind::SecondBus:
        return "a bus for each";
    case AddressWayKind::Multiplexer:
        return "multiplexer";
    case AddressWayKind::Mirrored:
        break;
    }
    return "both do the same";
}

std::vector<std::string> cellsOf(const AddressWay& way)
{
    const auto pins = std::to_string(way.pins);
    switch (way.kind) {
    case AddressWayKind::Strap:
        return {pins, "none", "share one bus", "a second address"};
    case AddressWayKind::SecondBus:
        return {pins, "none", "do not wait for each other", "a second bus"};
    case AddressWayKind::Multiplexer:
        return {pins, way.addsPart ? "one" : "none", "share one bus", "a byte before each"};
    case AddressWayKind::Mirrored:
        break;
    }
    return {pins, "none", "show one picture", "none"};
}

std::string reasonOf(const AddressWay& way)
{
    switch (way.kind) {
    case AddressWayKind::Strap:
        return "The strap: no pins, no part, and one more address in the code.";
    case AddressWayKind::SecondBus:
        return fmt::format(
            "A bus for each: no part to buy, and a redraw of one never waits for the "
            "other.{}",
            way.pins > 0 ? " It takes two pins." : "");
    case AddressWayKind::Multiplexer:
        return "The multiplexer: there is no free address and no second bus.";
    case AddressWayKind::Mirrored:
        break;
    }
    return "Only both doing the same is possible.";
}

Comparison compareFor(const Instrument& in, const Part& first, const Part& second)
{
    Comparison c;
    c.place = fmt::format("/parts/{}/address beside {}", second.id, first.id);
    c.question = fmt::format("{} and {}: one address?", partName(first), partName(second));
    const auto now = wayNow(first, second);
    c.context = now ? fmt::format("now: {}", titleOf(*now))
                    : fmt::format("both answer to {}", addressText(first.port->address));
    c.columns = {"pins", "parts", "redraws", "code"};
    for (auto& way : addressWays(in, first, second)) {
        Way row{titleOf(way.kind), {}, way.obstacle, now == way.kind, {}, {}};
        if (way.isPossible()) {
            row.cells = cellsOf(way);
            // The order of the kinds is the order of the trouble.
            if (!c.recommended) {
                c.recommended = c.ways.size();
                c.reason = reasonOf(way);
            }
            if (way.addsPart)
                row.className = findInCatalogue("multiplexer")->part.className;
            if (!row.isNow)
                row.fix = std::move(way.fix);
        } else if (row.isNow) {
            row.obstacle.clear(); // what is there needs no free place
            row.cells = cellsOf(way);
        }
        c.ways.push_back(std::move(row));
    }
    return c;
}

} // namespace

std::vector<Comparison> compareAddresses(const Instrument& in)
{
    std::vector<Comparison> comparisons;
    for (std::size_t i = 0; i < in.parts.size(); ++i)
        for (std::size_t j = i + 1; j < in.parts.size(); ++j) {
            const auto& first = *in.parts[i];
            const auto& second = *in.parts[j];
            if (!isOnI2c(in, first) || !isOnI2c(in, second) || comparisons.size() == mostPairs)
                continue;
            const bool isOneBus = first.port->bus == second.port->bus;
            if (first.className == second.className || (isOneBus && collide(first, second)))
                comparisons.push_back(compareFor(in, first, second));
        }
    return comparisons;
}

} // namespace fern
