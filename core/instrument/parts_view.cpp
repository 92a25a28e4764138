#include "instrument/parts_view.h"

#include "parts/power.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr double faradPerMetre = 100e-12;
constexpr double faradOfPin = 10e-12;

} // namespace

const Part* boardOf(const Instrument& in, const Part& part)
{
    const auto* first = [&]() -> const Part* {
        for (const auto& other : in.parts)
            if (other->kind == PartKind::Board)
                return other.get();
        return nullptr;
    }();
    if (part.port)
        for (const auto& other : in.parts)
            for (const auto& bus : other->buses)
                if (bus.id == part.port->bus)
                    return other.get();
    const auto* feeder = feederOf(in.parts, part);
    return feeder != nullptr && feeder->kind == PartKind::Board ? feeder : first;
}

const PinSpec* findPin(const Part& board, std::string_view name)
{
    for (const auto& pin : board.pins)
        if (pin.name == name)
            return &pin;
    return nullptr;
}

bool carries(BusKind kind, PinRole role)
{
    switch (kind) {
    case BusKind::I2c:
        return role == PinRole::I2cData || role == PinRole::I2cClock;
    case BusKind::Spi:
        return role == PinRole::SpiClock || role == PinRole::SpiOut || role == PinRole::SpiIn;
    case BusKind::Uart:
        return role == PinRole::UartIn || role == PinRole::UartOut;
    case BusKind::TwoWire:
    case BusKind::Parallel:
        break;
    }
    return false;
}

bool fitsBus(const Part& part, BusKind kind)
{
    if (kind == BusKind::I2c)
        return part.port && (part.port->address != 0 || !part.port->straps.empty());
    return std::any_of(part.lines.begin(), part.lines.end(),
        [kind](const LineSpec& line) { return carries(kind, line.role); });
}

namespace {

/// Whether the line has a pin or wants one.
bool wantsPin(const Instrument& in, const Part& part, const LineSpec& line)
{
    if (!line.pin.empty())
        return true;
    const auto* bus = part.port ? findBus(in, part.port->bus) : nullptr;
    return line.tied == LineTied::Open && (bus == nullptr || !carries(bus->kind, line.role));
}

} // namespace

PinRole roleOfSource(const Source& source)
{
    if (isConverted(source.kind))
        return PinRole::Analog;
    const bool interrupts = source.kind == SourceKind::KeyCodes
        || (source.kind == SourceKind::Pulses && source.pulses.input == PulseInput::Interrupt);
    return interrupts ? PinRole::Interrupt : PinRole::Digital;
}

bool isSameWire(const PinUse& a, const PinUse& b)
{
    const auto brings = [](const PinUse& channel, const PinUse& line) {
        return channel.line == nullptr && line.line != nullptr && line.bus == nullptr
            && line.line->isInput;
    };
    return brings(a, b) || brings(b, a);
}

std::vector<PinUse> pinLines(const Instrument& in)
{
    std::vector<PinUse> uses;
    for (const auto& c : in.channels)
        if (needsPin(c->source.kind, c->sensor.kind))
            uses.push_back(
                {findById(in.parts, c->source.board), c->source.pin, "channel " + c->name, c->id,
                    "/channels/" + c->id + "/source", roleOfSource(c->source), nullptr, nullptr});
    for (const auto& part : in.parts)
        for (const auto& bus : part->buses)
            for (const auto& line : bus.lines)
                if (!line.pin.empty() || line.tied == LineTied::Open)
                    uses.push_back(
                        {part.get(), line.pin, fmt::format("{} of {}", line.name, busName(bus)),
                            part->id, fmt::format("/parts/{}/buses/{}", part->id, bus.id),
                            line.role, &line, &bus});
    for (const auto& part : in.parts)
        for (const auto& line : part->lines)
            if (wantsPin(in, *part, line))
                uses.push_back({boardOf(in, *part), line.pin,
                    fmt::format("{} of {}", line.name, partName(*part)), part->id,
                    "/parts/" + part->id, line.role, &line, nullptr});
    return uses;
}

std::vector<PinUse> pinUses(const Instrument& in)
{
    auto uses = pinLines(in);
    std::erase_if(uses, [](const PinUse& use) { return use.pin.empty() && use.line != nullptr; });
    return uses;
}

std::vector<const PinSpec*> freePins(
    const std::vector<PinUse>& uses, const Part& board, std::optional<PinRole> role)
{
    std::vector<const PinSpec*> pins;
    for (const auto& pin : board.pins)
        if ((!role || (pin.roles & bitOf(*role)) != 0)
            && std::none_of(uses.begin(), uses.end(),
                [&](const PinUse& use) { return use.board == &board && use.pin == pin.name; }))
            pins.push_back(&pin);
    return pins;
}

bool isAddressFree(const Instrument& in, const Part& mover, std::string_view bus, int address)
{
    return std::none_of(in.parts.begin(), in.parts.end(), [&](const auto& other) {
        return other->id != mover.id && other->port && other->port->bus == bus
            && other->port->address == address
            && !(other->port->isMirrored && mover.port->isMirrored);
    });
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

const Quantity& busSpeedOf(const Instrument& in, const Display& display)
{
    const auto* part = findById(in.parts, display.part);
    const auto* bus = part != nullptr && part->port ? findBus(in, part->port->bus) : nullptr;
    return bus == nullptr ? display.busSpeed : bus->speed;
}

} // namespace fern
