#include "instrument/parts_view.h"

#include "timing/bus.h"

#include "parts/power.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

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

namespace {

/// Whether a display's interface is that of a bus; one that no bus has hangs on lines of its own.
bool isSpokenOn(DisplayInterface interface, BusKind kind)
{
    return interface == DisplayInterface::I2c ? kind == BusKind::I2c
        : interface == DisplayInterface::Spi  ? kind == BusKind::Spi
                                              : true;
}

} // namespace

bool fitsBus(const Part& part, BusKind kind)
{
    if (part.display && !isSpokenOn(part.display->interface, kind))
        return false;
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

bool mayShare(const PinUse& a, const PinUse& b)
{
    // A channel reads what a module brings, an output drives a module.
    const auto isOneWire = [](const PinUse& mine, const PinUse& line) {
        return mine.line == nullptr && line.line != nullptr && line.bus == nullptr
            && line.line->isInput != mine.isOutput;
    };
    if (isOneWire(a, b) || isOneWire(b, a))
        return true;
    if (a.source != nullptr && b.source != nullptr)
        return isOneWheel(*a.source, *b.source);
    if (a.line == nullptr || b.line == nullptr || a.role != b.role)
        return false;
    if (carries(BusKind::Spi, a.role))
        return true;
    constexpr std::array<std::string_view, 2> common{"reset", "data or command"};
    return a.line->name == b.line->name && !a.line->isInput && !b.line->isInput
        && std::find(common.begin(), common.end(), a.line->name) != common.end();
}

namespace {

/// What a line wants of its pin: a serial line that is read in software wants any digital one.
PinRole roleOfLine(const Instrument& in, const Part& part, const LineSpec& line)
{
    const auto isSoftware = [&](const auto& device) {
        return device->board == part.id && isSerial(device->kind)
            && device->serial.port == SerialPort::Software;
    };
    return carries(BusKind::Uart, line.role)
            && std::any_of(in.devices.begin(), in.devices.end(), isSoftware)
        ? PinRole::Digital
        : line.role;
}

} // namespace

std::vector<PinUse> pinLines(const Instrument& in)
{
    std::vector<PinUse> uses;
    for (const auto& c : in.channels)
        if (needsPin(c->source.kind, c->sensor.kind) && !isTold(c->source.kind))
            uses.push_back({findById(in.parts, c->source.board), c->source.pin,
                "channel " + c->name, c->id, c->name, "/channels/" + c->id + "/source",
                roleOfSource(c->source), nullptr, nullptr, false, false, &c->source});
    for (const auto& device : in.devices)
        if (device->kind == DeviceKind::Remote)
            uses.push_back({findById(in.parts, device->board), device->pin,
                "device " + device->name, device->id, device->name, "/devices/" + device->id,
                PinRole::Interrupt, nullptr, nullptr, false, true});
    for (const auto& output : in.outputs)
        if (const auto* board = findById(in.parts, output->part);
            board != nullptr && board->kind == PartKind::Board && !output->pin.empty())
            uses.push_back({board, output->pin, "output " + output->name, output->id, output->name,
                "/outputs/" + output->id,
                output->kind == OutputKind::Pwm ? PinRole::Pwm : PinRole::Digital, nullptr, nullptr,
                true});
    for (const auto& part : in.parts)
        for (const auto& bus : part->buses)
            for (const auto& line : bus.lines)
                if (!line.pin.empty() || line.tied == LineTied::Open)
                    uses.push_back({part.get(), line.pin,
                        fmt::format("{} of {}", line.name, busName(bus)), part->id, partName(*part),
                        fmt::format("/parts/{}/buses/{}", part->id, bus.id), line.role, &line,
                        &bus});
    for (const auto& part : in.parts)
        for (const auto& line : part->lines)
            if (wantsPin(in, *part, line))
                uses.push_back({boardOf(in, *part), line.pin,
                    fmt::format("{} of {}", line.name, partName(*part)), part->id, partName(*part),
                    "/parts/" + part->id, roleOfLine(in, *part, line), &line, nullptr});
    return uses;
}

std::vector<PinUse> pinUses(const Instrument& in)
{
    auto uses = pinLines(in);
    std::erase_if(uses, [](const PinUse& use) { return use.pin.empty() && use.line != nullptr; });
    return uses;
}

namespace {

/// How many pins the uses of one pin want: the channels and outputs one each, and so the lines
/// beside them, but for those that may share.
std::size_t wantedAt(const std::vector<const PinUse*>& uses)
{
    std::vector<const PinUse*> ends;
    std::vector<const PinUse*> lines;
    for (const auto* use : uses) {
        auto& alike = use->line == nullptr ? ends : lines;
        if (std::none_of(alike.begin(), alike.end(),
                [&](const PinUse* other) { return mayShare(*other, *use); }))
            alike.push_back(use);
    }
    return std::max(ends.size(), lines.size());
}

} // namespace

std::size_t pinsWanted(
    const std::vector<PinUse>& lines, const Part& board, std::optional<PinRole> role)
{
    std::map<std::string_view, std::vector<const PinUse*>> pins; // those without one under ""
    for (const auto& use : lines)
        if (use.board == &board && (!role || use.role == *role))
            pins[use.pin].push_back(&use);
    std::size_t wanted = 0;
    for (const auto& [pin, uses] : pins)
        wanted += wantedAt(uses);
    return wanted;
}

std::size_t analogPinsFor(const std::vector<PinUse>& lines, const Part& board)
{
    const auto servesElse = [&](const PinSpec& pin) {
        return std::any_of(lines.begin(), lines.end(), [&](const PinUse& use) {
            return use.board == &board && use.pin == pin.name && use.role != PinRole::Analog;
        });
    };
    return static_cast<std::size_t>(
        std::count_if(board.pins.begin(), board.pins.end(), [&](const PinSpec& pin) {
            return (pin.roles & bitOf(PinRole::Analog)) != 0 && !servesElse(pin);
        }));
}

bool suitsWiring(const Instrument& in, const PinSpec& pin, const PinUse& use)
{
    switch (pin.wiredTo) {
    case WiredTo::Nothing:
        return true;
    case WiredTo::Button:
        return use.source != nullptr && use.source->kind == SourceKind::Switch;
    case WiredTo::Cell:
        return use.source != nullptr && use.source->kind == SourceKind::Analog;
    case WiredTo::Lamp:
        return use.isOutput;
    case WiredTo::Display:
        break;
    }
    // Its bus goes on to whatever else hangs on it.
    const auto* owner = findById(in.parts, use.owner);
    return use.bus != nullptr || (owner != nullptr && !owner->builtInto.empty());
}

std::vector<const PinSpec*> freePins(
    const std::vector<PinUse>& uses, const Part& board, std::optional<PinRole> role)
{
    std::vector<const PinSpec*> pins;
    for (const auto& pin : board.pins)
        if (pin.wiredTo == WiredTo::Nothing && (!role || (pin.roles & bitOf(*role)) != 0)
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

double pullsUpTo(const Instrument& in, const Part& module)
{
    if (!module.port || inSi(module.port->pullUp) <= 0)
        return 0;
    const double drives = module.levels ? inSi(module.levels->drives) : 0;
    const double supply = inputVolts(in.parts, module);
    return drives > 0 && !(supply < drives) ? drives : std::isnan(supply) ? 0 : supply;
}

std::vector<BusView> busViews(const Instrument& in)
{
    std::vector<BusView> views;
    for (const auto& board : in.parts)
        for (const auto& bus : board->buses) {
            BusView view{board.get(), &bus, {},
                fmt::format("/parts/{}/buses/{}", board->id, bus.id),
                faradOfPin + faradPerMetre * inSi(bus.wireLength), 0};
            double siemens = 0;
            double ampere = 0; // into a line that is held low
            double most = 0; // ampere
            const auto pull = [&](double ohm, double volts, double mostVolts) {
                siemens += ohm > 0 ? 1 / ohm : 0;
                ampere += ohm > 0 ? volts / ohm : 0;
                most += ohm > 0 ? mostVolts / ohm : 0;
            };
            pull(inSi(bus.pullUp), inSi(bus.pullUpTo), inSi(bus.pullUpTo));
            for (const auto& part : in.parts) {
                if (!part->port || part->port->bus != bus.id)
                    continue;
                view.modules.push_back(part.get());
                if (!part->port->behind.empty())
                    continue;
                view.farad += inSi(part->port->capacitance);
                const double volts = pullsUpTo(in, *part);
                pull(
                    inSi(part->port->pullUp), volts, std::fmax(volts, inputVolts(in.parts, *part)));
            }
            view.pullUpOhm = siemens > 0 ? 1 / siemens : 0;
            view.pullUpVolts = siemens > 0 ? ampere / siemens : 0;
            view.pullUpMost = siemens > 0 ? most / siemens : 0;
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

const BusSpec* busOf(const Instrument& in, const Display& display)
{
    const auto* part = findById(in.parts, display.part);
    const auto* bus =
        part != nullptr && part->display && part->port ? findBus(in, part->port->bus) : nullptr;
    return bus != nullptr && fitsBus(*part, bus->kind) ? bus : nullptr;
}

Quantity busSpeedOf(const Instrument& in, const Display& display)
{
    const auto* part = findById(in.parts, display.part);
    if (part == nullptr || !part->display)
        return {400, "kHz"};
    if (const auto* bus = busOf(in, display))
        return bus->speed;
    if (display.busSpeed.value > 0)
        return display.busSpeed;
    const double usual = usualHertz(part->display->interface);
    return usual >= 1e6 ? Quantity{usual / 1e6, "MHz"} : Quantity{usual / 1e3, "kHz"};
}

} // namespace fern
