#include "instrument/part_edits.h"

#include "base/number_text.h"
#include "drive/driver.h"
#include "instrument/edits.h"
#include "instrument/ids.h"
#include "instrument/program_edits.h"
#include "parts/price.h"

#include <algorithm>
#include <functional>

#include <fmt/format.h>

namespace fern {

namespace {

template <class T> Shared<T> sharedPart(T value)
{
    return std::make_shared<const T>(std::move(value));
}

/// Changes every part for which that makes a difference.
void changeParts(Instrument& out, const std::function<void(Part&)>& change)
{
    for (auto& part : out.parts) {
        Part copy = *part;
        change(copy);
        if (!(copy == *part))
            part = sharedPart(std::move(copy));
    }
}

Error noSuchPart(std::string_view id)
{
    return {ErrorCode::NotFound, fmt::format("there is no part \"{}\"", id), ""};
}

std::string freeName(const Instrument& in, const std::string& wanted)
{
    const auto isTaken = [&](const std::string& name) {
        return std::any_of(in.parts.begin(), in.parts.end(),
            [&](const auto& part) { return partName(*part) == name; });
    };
    auto name = wanted;
    for (int n = 2; isTaken(name); ++n)
        name = fmt::format("{} {}", wanted, n);
    return name;
}

std::string freeBusId(const Instrument& in, const Part& part, const std::string& wanted)
{
    const auto isTaken = [&](const std::string& id) {
        return findBus(in, id) != nullptr
            || std::any_of(part.buses.begin(), part.buses.end(),
                [&](const BusSpec& bus) { return bus.id == id; });
    };
    auto id = wanted;
    for (int n = 2; isTaken(id); ++n)
        id = fmt::format("{}-{}", wanted, n);
    return id;
}

/// Takes the part off a bus that is going away.
void leaveBus(Part& part, std::string_view bus)
{
    if (part.port && part.port->bus == bus) {
        part.port->bus.clear();
        part.port->behind.clear();
    }
}

std::vector<LineSpec> linesOf(BusKind kind)
{
    switch (kind) {
    case BusKind::I2c:
        return {{"data", PinRole::I2cData}, {"clock", PinRole::I2cClock}};
    case BusKind::Spi:
        return {{"clock", PinRole::SpiClock}, {"out", PinRole::SpiOut}, {"in", PinRole::SpiIn}};
    case BusKind::Uart:
        return {{"in", PinRole::UartIn}, {"out", PinRole::UartOut}};
    case BusKind::TwoWire:
    case BusKind::Parallel:
        break;
    }
    return {};
}

BusSpec newBus(BusKind kind)
{
    BusSpec bus;
    bus.kind = kind;
    bus.speed = kind == BusKind::I2c ? Quantity{400, "kHz"}
        : kind == BusKind::Spi       ? Quantity{8, "MHz"}
                                     : Quantity{9600, "Hz"};
    bus.lines = linesOf(kind);
    return bus;
}

} // namespace

Result<Instrument> withPartAdded(const Instrument& in, Part part)
{
    Instrument out = in;
    part.name = freeName(in, part.name.empty() ? part.className : part.name);
    part.id = freeId(out.parts, part.name);
    for (auto& bus : part.buses) {
        bus.id.clear(); // so that it is not compared with itself
        bus.id = freeBusId(in, part, "bus");
        bus.name.clear(); // another bus may be called so
    }
    if (part.kind == PartKind::Display) {
        Display display;
        display.id = freeId(out.displays, part.name);
        display.part = part.id;
        display.redrawEvery = usualInterval(*part.display);
        display.driver.strategy = strategiesOf(*part.display).front();
        out.displays.push_back(sharedPart(std::move(display)));
    }
    out.parts.push_back(sharedPart(std::move(part)));
    return accepted(std::move(out));
}

Result<Instrument> withoutPart(const Instrument& in, std::string_view id)
{
    const auto* part = findById(in.parts, id);
    if (part == nullptr)
        return noSuchPart(id);
    for (const auto& channel : in.channels)
        if (boardIdOf(in, *channel) == id)
            return Error{ErrorCode::InvalidArgument,
                fmt::format("{} is read by the channel {}; remove the channel first",
                    partName(*part), channel->name),
                ""};
    Instrument out = in;
    std::erase_if(out.parts, [&](const auto& other) { return other->id == id; });
    changeParts(out, [&](Part& other) {
        if (other.fedBy == id)
            other.fedBy.clear();
        if (other.port && other.port->behind == id)
            other.port->behind.clear();
        for (const auto& bus : part->buses)
            leaveBus(other, bus.id);
    });
    std::erase_if(out.pages, [&](const auto& page) {
        const auto* display = findById(in.displays, page->display);
        return display != nullptr && display->part == id;
    });
    std::erase_if(out.displays, [&](const auto& display) { return display->part == id; });
    for (auto& display : out.displays)
        if (!display->mirrors.empty() && findById(out.displays, display->mirrors) == nullptr) {
            Display copy = *display;
            copy.mirrors.clear();
            display = std::make_shared<const Display>(std::move(copy));
        }
    dropLostTasks(out);
    std::erase_if(out.decisions, [place = fmt::format("/parts/{}", id)](const auto& d) {
        return d->place == place || d->place.starts_with(place + "/");
    });
    return accepted(std::move(out));
}

Result<Instrument> withPartOnBus(const Instrument& in, std::string_view id, std::string_view busId)
{
    const auto* found = findById(in.parts, id);
    if (found == nullptr)
        return noSuchPart(id);
    Part part = *found;
    if (busId.empty()) {
        if (part.port)
            leaveBus(part, part.port->bus);
        return withPart(in, part);
    }
    const auto* bus = findBus(in, busId);
    if (bus == nullptr)
        return Error{ErrorCode::NotFound, fmt::format("there is no bus \"{}\"", busId), ""};
    if (!fitsBus(part, bus->kind))
        return Error{ErrorCode::InvalidArgument,
            fmt::format("{} has no lines for {}, which is {}", partName(part), busName(*bus),
                busKindWords[static_cast<std::size_t>(bus->kind)]),
            ""};
    if (!part.port) {
        part.port.emplace();
        part.port->fastest = bus->speed; // nobody has told a limit
    }
    if (part.port->bus != busId)
        part.port->behind.clear();
    part.port->bus = busId;
    for (auto& line : part.lines)
        if (carries(bus->kind, line.role))
            line.pin.clear();
    return withPart(in, part);
}

Result<Instrument> withBusAdded(const Instrument& in, std::string_view boardId, BusKind kind)
{
    const auto* board = findById(in.parts, boardId);
    if (board == nullptr || board->kind != PartKind::Board)
        return Error{ErrorCode::NotFound, fmt::format("there is no board \"{}\"", boardId), ""};
    auto bus = newBus(kind);
    bus.id = freeBusId(in, *board, "bus");
    auto uses = pinUses(in);
    for (auto& line : bus.lines) {
        const auto free = freePins(uses, *board, line.role);
        if (free.empty() && !board->pins.empty())
            return Error{ErrorCode::NotFound,
                fmt::format(
                    "{} has no free pin for the {} of another bus", partName(*board), line.name),
                ""};
        if (free.empty())
            continue;
        line.pin = free.front()->name;
        uses.push_back({board, line.pin, "", board->id, "", "", line.role, &line, &bus});
    }
    if (kind == BusKind::I2c) {
        bus.pullUp = {4.7, "kohm"};
        bus.pullUpTo = board->levels ? board->levels->drives : board->supply;
    }
    Part copy = *board;
    copy.buses.push_back(std::move(bus));
    return withPart(in, copy);
}

Result<Instrument> withoutBus(const Instrument& in, std::string_view bus)
{
    if (findBus(in, bus) == nullptr)
        return Error{ErrorCode::NotFound, fmt::format("there is no bus \"{}\"", bus), ""};
    Instrument out = in;
    changeParts(out, [&](Part& part) {
        std::erase_if(part.buses, [&](const BusSpec& b) { return b.id == bus; });
        leaveBus(part, bus);
    });
    return accepted(std::move(out));
}

Result<Instrument> withBusSpeed(const Instrument& in, std::string_view id, const Quantity& speed)
{
    const auto* display = findById(in.displays, id);
    if (display == nullptr)
        return Error{ErrorCode::NotFound, fmt::format("there is no display \"{}\"", id), ""};
    const auto* part = findById(in.parts, display->part);
    const auto* bus = part != nullptr && part->port ? findBus(in, part->port->bus) : nullptr;
    if (bus == nullptr) {
        Display copy = *display;
        copy.busSpeed = speed;
        return withDisplay(in, copy);
    }
    Instrument out = in;
    changeParts(out, [&](Part& board) {
        for (auto& candidate : board.buses)
            if (candidate.id == bus->id)
                candidate.speed = speed;
    });
    return accepted(std::move(out));
}

Result<Instrument> withChannelReadBy(
    const Instrument& in, std::string_view id, std::string_view partId)
{
    const auto* part = findById(in.parts, partId);
    const auto* channel = findById(in.channels, id);
    if (part == nullptr || !part->converter || channel == nullptr)
        return Error{ErrorCode::NotFound,
            fmt::format("there is no channel \"{}\" or no converter \"{}\"", id, partId), ""};
    if (channel->source.board == partId)
        return in;
    const auto inputs = freePins(pinUses(in), *part, PinRole::Analog);
    if (inputs.empty() && !part->pins.empty())
        return Error{ErrorCode::NotFound, fmt::format("{} has no input left", partName(*part)), ""};
    Instrument out = in;
    for (auto& other : out.channels)
        if (other->id == id) {
            Channel copy = *other;
            copy.source.board = partId;
            copy.source.pin = inputs.empty() ? std::string() : inputs.front()->name;
            copy.source.range = {0, "V"};
            other = sharedPart(std::move(copy));
        }
    return accepted(std::move(out));
}

void setPin(Instrument& out, const PinUser& user, std::string_view pin)
{
    if (user.isOutput) {
        for (auto& output : out.outputs)
            if (output->id == user.owner) {
                Output copy = *output;
                copy.pin = pin;
                output = sharedPart(std::move(copy));
            }
        return;
    }
    if (user.isDevice) {
        for (auto& device : out.devices)
            if (device->id == user.owner) {
                Device copy = *device;
                copy.pin = pin;
                device = sharedPart(std::move(copy));
            }
        return;
    }
    if (user.line.empty()) {
        for (auto& channel : out.channels)
            if (channel->id == user.owner) {
                Channel copy = *channel;
                copy.source.pin = pin;
                channel = sharedPart(std::move(copy));
            }
        return;
    }
    changeParts(out, [&](Part& part) {
        if (part.id != user.owner)
            return;
        const auto set = [&](std::vector<LineSpec>& lines) {
            for (auto& line : lines)
                if (line.name == user.line)
                    line.pin = pin;
        };
        if (user.bus.empty())
            set(part.lines);
        for (auto& bus : part.buses)
            if (bus.id == user.bus)
                set(bus.lines);
    });
}

void setPlace(Instrument& out, std::string_view id, const std::string& bus, int address)
{
    changeParts(out, [&](Part& part) {
        if (part.id == id && part.port) {
            part.port->bus = bus;
            part.port->address = address;
        }
    });
}

Result<Instrument> withPin(const Instrument& in, const PinUser& user, std::string_view pin)
{
    Instrument out = in;
    setPin(out, user, pin);
    return accepted(std::move(out));
}

Result<Instrument> withPinSwapped(const Instrument& in, const PinUser& user, std::string_view pin)
{
    const auto uses = pinLines(in);
    const auto mover = std::find_if(
        uses.begin(), uses.end(), [&](const PinUse& use) { return use.user() == user; });
    if (mover == uses.end())
        return Error{ErrorCode::NotFound, fmt::format("nothing wants the pin {}", pin), ""};
    Instrument out = in;
    for (const auto& use : uses)
        if (use.board == mover->board && use.pin == pin)
            setPin(out, use.user(), mover->pin);
    setPin(out, user, pin);
    return accepted(std::move(out));
}

Result<Instrument> withPrice(
    const Instrument& in, std::string_view className, std::string_view text)
{
    Instrument out = in;
    if (trimmed(className).empty())
        return Error{ErrorCode::InvalidArgument, "nothing is bought here, so nothing is paid", ""};
    std::erase_if(out.prices, [&](const auto& price) { return price->className == className; });
    if (!trimmed(text).empty()) {
        if (auto money = parsePrice(text); !money)
            return money.error();
        Price price;
        price.id = freeId(out.prices, className);
        price.className = className;
        price.each = trimmed(text);
        out.prices.push_back(sharedPart(std::move(price)));
    }
    return accepted(std::move(out));
}

std::string priceOf(const Instrument& in, std::string_view className)
{
    for (const auto& price : in.prices)
        if (price->className == className)
            return price->each;
    return {};
}

} // namespace fern
