#include "instrument/parts_view.h"

#include "parts/power.h"

#include <fmt/format.h>

namespace fern {

namespace {

constexpr double faradPerMetre = 100e-12;
constexpr double faradOfPin = 10e-12;

} // namespace

const Part* boardOf(const Instrument& in, const Part& part)
{
    const auto* feeder = feederOf(in.parts, part);
    if (feeder != nullptr && feeder->kind == PartKind::Board)
        return feeder;
    for (const auto& other : in.parts)
        if (other->kind == PartKind::Board)
            return other.get();
    return nullptr;
}

const PinSpec* findPin(const Part& board, std::string_view name)
{
    for (const auto& pin : board.pins)
        if (pin.name == name)
            return &pin;
    return nullptr;
}

std::vector<PinUse> pinUses(const Instrument& in)
{
    std::vector<PinUse> uses;
    for (const auto& c : in.channels)
        uses.push_back({findById(in.parts, c->source.board), c->source.pin, "channel " + c->name,
            c->id, "/channels/" + c->id + "/source", PinRole::Analog, nullptr, nullptr});
    for (const auto& part : in.parts)
        for (const auto& bus : part->buses)
            for (const auto& line : bus.lines)
                if (!line.pin.empty())
                    uses.push_back(
                        {part.get(), line.pin, fmt::format("{} of bus {}", line.name, bus.id),
                            part->id, fmt::format("/parts/{}/buses/{}", part->id, bus.id),
                            line.role, &line, &bus});
    for (const auto& part : in.parts)
        for (const auto& line : part->lines)
            if (!line.pin.empty())
                uses.push_back(
                    {boardOf(in, *part), line.pin, fmt::format("{} of {}", line.name, part->id),
                        part->id, "/parts/" + part->id, line.role, &line, nullptr});
    return uses;
}

std::vector<BusView> busViews(const Instrument& in)
{
    std::vector<BusView> views;
    for (const auto& board : in.parts)
        for (const auto& bus : board->buses) {
            BusView view{board.get(), &bus, {},
                fmt::format("/parts/{}/buses/{}", board->id, bus.id),
                faradOfPin + faradPerMetre * inSi(bus.wireLength), 0};
            double siemens = inSi(bus.pullUp) > 0 ? 1 / inSi(bus.pullUp) : 0;
            for (const auto& part : in.parts) {
                if (!part->port || part->port->bus != bus.id)
                    continue;
                view.modules.push_back(part.get());
                if (!part->port->behind.empty())
                    continue;
                view.farad += inSi(part->port->capacitance);
                if (inSi(part->port->pullUp) > 0)
                    siemens += 1 / inSi(part->port->pullUp);
            }
            view.pullUpOhm = siemens > 0 ? 1 / siemens : 0;
            views.push_back(std::move(view));
        }
    return views;
}

const BusSpec* findBus(const Instrument& in, std::string_view id)
{
    for (const auto& part : in.parts)
        for (const auto& bus : part->buses)
            if (bus.id == id)
                return &bus;
    return nullptr;
}

} // namespace fern
