#include "instrument/wiring_table.h"

#include "instrument/parts_view.h"
#include "parts/power.h"

#include <fmt/format.h>

namespace fern {

namespace {

/// A number of a pin, or nothing when it has none.
std::string numberOrNone(int number, int none)
{
    return number == none ? std::string() : std::to_string(number);
}

std::vector<std::string> rowOf(const std::string& from, const std::string& line, const PinUse& use)
{
    const auto* pin = use.board == nullptr ? nullptr : findPin(*use.board, use.pin);
    return {from, line, use.board == nullptr ? "" : partName(*use.board),
        use.pin.empty() ? "no pin yet" : use.pin,
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

std::string tiedTo(const LineSpec& line)
{
    return line.tied == LineTied::Ground ? "ground" : "supply";
}

} // namespace

TextTable wiringTable(const Instrument& in)
{
    TextTable table{{"from", "line", "board", "pin", "place", "port", "channel", "as"}, {}};
    for (const auto& use : pinLines(in)) {
        if (use.line == nullptr)
            table.rows.push_back(rowOf(use.name, use.isOutput ? "output" : "input", use));
        else if (use.bus != nullptr)
            table.rows.push_back(rowOf(modulesOn(in, *use.bus), use.line->name, use));
        else
            table.rows.push_back(rowOf(use.name, use.line->name, use));
    }
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
