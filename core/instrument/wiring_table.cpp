#include "instrument/wiring_table.h"

#include "instrument/parts_view.h"
#include "parts/power.h"

#include <algorithm>

#include <fmt/format.h>
#include <fmt/ranges.h>

namespace fern {

namespace {

/// A number of a pin, or nothing when it has none.
std::string numberOrNone(int number, int none)
{
    return number == none ? std::string() : std::to_string(number);
}

/// What lies at the far end of a wire.
struct FarEnd {
    std::string from, line;
};

/// One wire, and all that it joins.
struct Wire {
    std::vector<const PinUse*> uses;
    std::vector<FarEnd> ends;
};

/// The texts of a list, each once, with commas between.
std::string joined(const std::vector<FarEnd>& ends, std::string FarEnd::*word)
{
    std::vector<std::string> seen;
    for (const auto& end : ends)
        if (std::find(seen.begin(), seen.end(), end.*word) == seen.end())
            seen.push_back(end.*word);
    return fmt::format("{}", fmt::join(seen, ", "));
}

std::vector<std::string> rowOf(const Wire& wire)
{
    const auto& use = *wire.uses.front();
    const auto* pin = use.board == nullptr ? nullptr : findPin(*use.board, use.pin);
    return {joined(wire.ends, &FarEnd::from), joined(wire.ends, &FarEnd::line),
        use.board == nullptr ? "" : partName(*use.board), use.pin.empty() ? "no pin yet" : use.pin,
        pin == nullptr ? "" : numberOrNone(pin->position, 0), pin == nullptr ? "" : pin->port,
        pin == nullptr ? "" : numberOrNone(pin->analogChannel, -1),
        std::string(pinRoleWords[static_cast<std::size_t>(use.role)])};
}

/// The data, clock … of a bus lead to every module on it.
std::string modulesOn(const Instrument& in, const BusSpec& bus)
{
    std::string names;
    for (const auto& part : in.parts)
        if (part->port && part->port->bus == bus.id)
            names += (names.empty() ? "" : ", ") + partName(*part);
    return names.empty() ? busName(bus) : fmt::format("{}: {}", busName(bus), names);
}

FarEnd farEndOf(const Instrument& in, const PinUse& use)
{
    if (use.line == nullptr)
        return {use.name, use.isOutput ? "output" : "input"};
    return {use.bus == nullptr ? use.name : modulesOn(in, *use.bus), use.line->name};
}

/// Uses that may share their pin are one wire; what has no pin yet is one of its own.
std::vector<Wire> wiresOf(const Instrument& in, const std::vector<PinUse>& uses)
{
    std::vector<Wire> wires;
    for (const auto& use : uses) {
        const auto same = std::find_if(wires.begin(), wires.end(), [&](const Wire& wire) {
            const auto& other = *wire.uses.front();
            return !use.pin.empty() && use.board == other.board && use.pin == other.pin
                && std::any_of(wire.uses.begin(), wire.uses.end(),
                    [&](const PinUse* joins) { return mayShare(*joins, use); });
        });
        auto& wire = same == wires.end() ? wires.emplace_back() : *same;
        wire.uses.push_back(&use);
        wire.ends.push_back(farEndOf(in, use));
    }
    return wires;
}

/// A bridge is fed by the converter that reads it; a device without a part of its own comes by the
/// board's port.
void addOtherWires(TextTable& table, const Instrument& in)
{
    for (const auto& channel : in.channels)
        if (const auto* part = findById(in.parts, channel->source.board); part != nullptr
            && channel->source.kind == SourceKind::Analog
            && channel->sensor.kind == SensorKind::Bridge)
            table.rows.push_back({channel->name, "excitation and ground", partName(*part), "", "",
                "", "", "supply"});
    for (const auto& device : in.devices)
        if (const auto* board = findById(in.parts, device->board);
            board != nullptr && board->kind == PartKind::Board && isSerial(device->kind))
            table.rows.push_back({device->name, "serial line", partName(*board),
                device->serial.port == SerialPort::Usb ? "USB" : "no pin yet", "", "", "",
                std::string(serialPortWords[static_cast<std::size_t>(device->serial.port)])});
}

std::string tiedTo(const LineSpec& line)
{
    return line.tied == LineTied::Ground ? "ground" : "supply";
}

} // namespace

TextTable wiringTable(const Instrument& in)
{
    TextTable table{{"from", "line", "board", "pin", "place", "port", "channel", "as"}, {}};
    const auto uses = pinLines(in);
    for (const auto& wire : wiresOf(in, uses))
        table.rows.push_back(rowOf(wire));
    addOtherWires(table, in);
    for (const auto& part : in.parts)
        for (const auto& line : part->lines)
            if (line.pin.empty() && line.tied != LineTied::Open)
                table.rows.push_back(
                    {partName(*part), line.name, "", tiedTo(line), "", "", "", "tied"});
    for (const auto& part : in.parts)
        if (const auto* feeder = feederOf(in.parts, *part))
            table.rows.push_back({partName(*part), "supply and ground", partName(*feeder),
                fmt::format("{:.3g} V", railVolts(in.parts, *feeder)), "", "", "", "supply"});
    return table;
}

} // namespace fern
