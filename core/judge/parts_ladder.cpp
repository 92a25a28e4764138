#include "judge/parts_ladder.h"

#include "base/number_text.h"
#include "instrument/serial_view.h"
#include "judge/address_ways.h"
#include "judge/source_facts.h"
#include "judge/words.h"
#include "parts/i2c_electrics.h"
#include "parts/power.h"

#include <algorithm>
#include <array>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr std::array<std::string_view, 5> busKindTitles{
    "I²C", "SPI", "serial line", "two-wire", "parallel"};

bool isSerial(PinRole role)
{
    return role == PinRole::UartIn || role == PinRole::UartOut;
}

PinUseKind kindOf(const PinUse& use)
{
    return use.bus != nullptr         ? PinUseKind::Bus
        : use.role == PinRole::Analog ? PinUseKind::Analog
        : isSerial(use.role)          ? PinUseKind::Serial
                                      : PinUseKind::Digital;
}

PinCell cellOf(const Part& board, const PinSpec& pin, const std::vector<PinUse>& uses)
{
    PinCell cell{pin.name, {}, roleWords(pin.roles), "free", {}, PinUseKind::Free};
    const auto add = [&](const std::string& words) {
        cell.numbers += (cell.numbers.empty() ? "" : " · ") + words;
    };
    if (pin.position > 0)
        add(fmt::format("place {}", pin.position));
    if (!pin.port.empty())
        add("port " + pin.port);
    if (pin.analogChannel >= 0)
        add(fmt::format("analog channel {}", pin.analogChannel));
    const PinUse* first = nullptr;
    for (const auto& use : uses) {
        if (use.board != &board || use.pin != pin.name)
            continue;
        cell.users.push_back(use.words);
        if (first == nullptr) {
            first = &use;
            cell.use = use.bus != nullptr ? busName(*use.bus) : use.name;
            cell.kind = kindOf(use);
        } else if (!mayShare(*first, use)) {
            cell.use = "used twice";
            cell.isUsedTwice = true;
        }
    }
    return cell;
}

std::string titleOfBus(const BusSpec& bus)
{
    const auto kind = busKindTitles[static_cast<std::size_t>(bus.kind)];
    return busName(bus) == kind ? busName(bus) : fmt::format("{}, {}", busName(bus), kind);
}

std::string rateText(const BusSpec& bus)
{
    return bus.kind == BusKind::Uart ? shortestText(inSi(bus.speed)) + " baud" : toText(bus.speed);
}

/// Speed, pull-ups, wire and rise time, with what is past its limit.
void addBusFacts(Rung& rung, const BusView& view)
{
    const auto& bus = *view.bus;
    rung.facts = rateText(bus);
    if (bus.kind != BusKind::I2c)
        return;
    rung.facts += view.pullUpOhm > 0 ? fmt::format(" · pull-ups {}", ohmText(view.pullUpOhm))
                                     : std::string(" · no pull-ups");
    rung.facts += " · wire " + toText(bus.wireLength);
    const auto limits = i2cLimits(inSi(bus.speed));
    if (!limits || view.pullUpOhm <= 0)
        return;
    const double rise = i2cRiseTime(view.pullUpOhm, view.farad);
    rung.facts += fmt::format(" · rises in {} of {} µs", significantText(rise * 1e6, 2),
        significantText(limits->riseSeconds * 1e6, 2));
    rung.isOver = rise > limits->riseSeconds;
}

std::string tagOf(const Part& part)
{
    const auto& port = *part.port;
    if (port.address == 0)
        return {};
    auto tag = addressText(port.address);
    if (!port.behind.empty())
        tag += fmt::format(" · {}", port.channel);
    return tag + (port.isMirrored ? " =" : "");
}

RungItem itemOf(const Part& part, std::string tag)
{
    return {"/parts/" + part.id, part.id, false, partName(part), part.className, std::move(tag),
        false, part.port ? part.port->behind : std::string()};
}

/// The pins of a part's lines: "D8, D9"; "no pin" for an open one.
std::string pinsOf(const Instrument& in, const Part& part, const std::vector<PinUse>& lines)
{
    std::string pins;
    for (const auto& use : lines)
        if (use.line != nullptr && use.bus == nullptr && findById(in.parts, use.owner) == &part)
            pins += (pins.empty() ? "" : ", ") + (use.pin.empty() ? "no pin" : use.pin);
    return pins;
}

std::string aboutFrontEnd(const Channel& channel)
{
    const auto& f = channel.frontEnd;
    switch (f.kind) {
    case FrontEndKind::Divider:
        return f.r1.value > 0 ? fmt::format("{} over {}", toText(f.r1), toText(f.r2))
                              : std::string("straight to the pin");
    case FrontEndKind::SensorAbove:
        return fmt::format("sensor over {}", toText(f.fixed));
    case FrontEndKind::SensorBelow:
        break;
    }
    return fmt::format("{} over the sensor", toText(f.fixed));
}

RungItem itemOf(const Instrument& in, const Channel& channel, const std::string& by)
{
    const auto& source = channel.source;
    const auto& pin = pinOf(in, channel);
    return {"/channels/" + channel.id, channel.id, true, channel.name,
        source.kind == SourceKind::Analog ? aboutFrontEnd(channel) : sourceInWords(source),
        (!isAtPin(source.kind)                                ? std::string("told")
                : !needsPin(source.kind, channel.sensor.kind) ? std::string("inside")
                : pin.empty()                                 ? std::string("no pin")
                                                              : pin)
            + by};
}

/// Adds the channels that converters among the modules read, behind them.
void addChannelsOf(Rung& rung, const Instrument& in, const std::vector<const Part*>& modules)
{
    for (const auto* module : modules)
        for (const auto& channel : in.channels)
            if (boardIdOf(in, *channel) == module->id)
                rung.items.push_back(itemOf(in, *channel, " of " + partName(*module)));
}

/// On which rung of direct pins a part hangs: where its first line leads.
PinUseKind directKind(const Part& part)
{
    for (const auto& line : part.lines)
        if (isSerial(line.role))
            return PinUseKind::Serial;
    for (const auto& line : part.lines)
        if (line.role == PinRole::Analog)
            return PinUseKind::Analog;
    return PinUseKind::Digital;
}

/// On which rung of direct pins a channel stands that the board reads; the bus for none.
PinUseKind directKind(SourceKind kind)
{
    if (isConverted(kind))
        return PinUseKind::Analog;
    if (isAtPin(kind))
        return PinUseKind::Digital;
    return isTold(kind) ? PinUseKind::Serial : PinUseKind::Bus;
}

Rung directRung(PinUseKind kind)
{
    Rung rung;
    rung.kind = kind;
    rung.title = kind == PinUseKind::Analog ? "Analog inputs"
        : kind == PinUseKind::Serial        ? "Serial lines"
                                            : "Direct pins";
    return rung;
}

std::string leftWords(
    const std::vector<PinUse>& uses, const Part& board, PinRole role, std::string_view what)
{
    if (board.pins.empty())
        return {};
    const auto free = freePins(uses, board, role).size();
    return fmt::format(
        "{} {}{} left", free == 0 ? "no" : std::to_string(free), what, free == 1 ? "" : "s");
}

/// Whether the part hangs on a bus that exists.
bool hangsOnBus(const Instrument& in, const Part& part)
{
    return part.port && findBus(in, part.port->bus) != nullptr;
}

bool isFeeder(const Part& part)
{
    return isStore(part) || part.outside || part.kind == PartKind::Regulator;
}

BoardLadder ladderOf(const Instrument& in, const Part& board, const std::vector<BusView>& buses)
{
    BoardLadder ladder{board.id, partName(board), board.className, 0, {}, {}};
    const auto uses = pinUses(in);
    const auto lines = pinLines(in);
    for (const auto& pin : board.pins) {
        ladder.pins.push_back(cellOf(board, pin, uses));
        ladder.usedPins += ladder.pins.back().users.empty() ? 0 : 1;
    }
    for (const auto& view : buses) {
        if (view.board != &board)
            continue;
        Rung rung{PinUseKind::Bus, view.bus->id, view.place, titleOfBus(*view.bus), {}, false, {}};
        addBusFacts(rung, view);
        for (const auto* part : view.modules) {
            rung.items.push_back(itemOf(*part, tagOf(*part)));
            rung.items.back().clashes = std::any_of(view.modules.begin(), view.modules.end(),
                [&](const Part* other) { return other != part && collide(*other, *part); });
        }
        addChannelsOf(rung, in, view.modules);
        ladder.rungs.push_back(std::move(rung));
    }
    for (const auto kind : {PinUseKind::Analog, PinUseKind::Serial, PinUseKind::Digital}) {
        auto rung = directRung(kind);
        for (const auto& channel : in.channels)
            if (boardIdOf(in, *channel) == board.id && directKind(channel->source.kind) == kind)
                rung.items.push_back(itemOf(in, *channel, ""));
        std::vector<const Part*> direct;
        for (const auto& part : in.parts)
            if (!part->lines.empty() && !hangsOnBus(in, *part) && boardOf(in, *part) == &board
                && directKind(*part) == kind)
                direct.push_back(part.get());
        for (const auto* part : direct)
            rung.items.push_back(itemOf(*part, pinsOf(in, *part, lines)));
        addChannelsOf(rung, in, direct);
        if (rung.items.empty())
            continue;
        rung.facts = kind == PinUseKind::Analog
            ? leftWords(uses, board, PinRole::Analog, "analog pin")
            : kind == PinUseKind::Digital
            ? leftWords(uses, board, PinRole::Interrupt, "interrupt pin")
            : fmt::format("{} of {} used", serialDevicesAt(in, board, SerialPort::Hardware).size(),
                countText(static_cast<long long>(serialPortsOf(board)), "serial port"));
        ladder.rungs.push_back(std::move(rung));
    }
    return ladder;
}

std::string feederTag(const Part& part)
{
    return isStore(part) ? toText(capacityOf(part)) : voltText(outputVolts(part));
}

std::string summaryOf(const Instrument& in, const PlainInstrument& plain)
{
    auto words = countText(std::ssize(in.parts), "part");
    if (plain.runTime.averageAmpere > 0)
        words += fmt::format(" · {} · {}", ampereText(plain.runTime.averageAmpere),
            hoursText(plain.runTime.seconds()));
    return words;
}

} // namespace

PartsLadder partsLadder(const Instrument& in, const PlainInstrument& plain)
{
    PartsLadder ladder;
    const auto buses = busViews(in);
    for (const auto& part : in.parts) {
        if (part->kind == PartKind::Board)
            ladder.boards.push_back(ladderOf(in, *part, buses));
        else if (isFeeder(*part))
            ladder.feeders.push_back(itemOf(*part, feederTag(*part)));
        else if (!hangsOnBus(in, *part) && (part->lines.empty() || boardOf(in, *part) == nullptr))
            ladder.loose.push_back(itemOf(*part, "on no bus"));
    }
    ladder.supply = supplySheet(in, plain);
    ladder.summary = summaryOf(in, plain);
    return ladder;
}

} // namespace fern
