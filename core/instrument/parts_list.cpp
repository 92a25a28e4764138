#include "instrument/parts_list.h"

#include "base/number_text.h"
#include "instrument/part_edits.h"
#include "instrument/parts_view.h"
#include "parts/price.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

void add(PartsList& list, std::string what, const std::string& where, int count = 1)
{
    const auto found = std::find_if(list.rows.begin(), list.rows.end(),
        [&](const PartsListRow& row) { return row.what == what; });
    if (found == list.rows.end()) {
        list.rows.push_back({count, std::move(what), where, {}});
        return;
    }
    found->count += count;
    if (found->where.find(where) == std::string::npos)
        found->where += ", " + where;
}

void addResistor(PartsList& list, const Quantity& ohm, double tolerancePercent,
    const std::string& where, int count = 1)
{
    if (ohm.value <= 0)
        return;
    const auto tolerance = tolerancePercent > 0
        ? fmt::format(", {} %", shortestText(tolerancePercent))
        : std::string();
    add(list, fmt::format("resistor {}{}", toText(ohm), tolerance), where, count);
}

void addFrontEnd(PartsList& list, const Channel& channel)
{
    const auto& f = channel.frontEnd;
    if (f.kind == FrontEndKind::Divider) {
        // A plain wire to the pin needs no divider at all.
        if (f.r1.value > 0) {
            addResistor(list, f.r1, f.tolerancePercent, channel.name);
            addResistor(list, f.r2, f.tolerancePercent, channel.name);
        }
    } else {
        addResistor(list, f.fixed, f.tolerancePercent, channel.name);
    }
    if (f.capacitor.value > 0)
        add(list, "capacitor " + toText(f.capacitor), channel.name);
}

void addLadder(PartsList& list, const Channel& channel)
{
    const auto& ladder = channel.source.ladder;
    for (const auto& pull : {ladder.pullUp, ladder.pullDown})
        addResistor(list, pull, ladder.tolerancePercent, channel.name);
    for (const auto& key : ladder.keys) {
        add(list, "push-button", channel.name);
        if (key.resistor.value > 0)
            addResistor(list, key.resistor, ladder.tolerancePercent, channel.name);
    }
}

/// What a sensor is bought as; empty where it is no part of its own.
std::string bought(const SensorSpec& s)
{
    switch (s.kind) {
    case SensorKind::Voltage:
    case SensorKind::Chip:
        break;
    case SensorKind::Shunt:
        return fmt::format("shunt {}, amplifier × {}", toText(s.shunt), shortestText(s.gain));
    case SensorKind::Potentiometer:
        return "potentiometer " + toText(s.nominal);
    case SensorKind::Sender:
        return fmt::format("sender {} … {}", toText(s.low), toText(s.high));
    case SensorKind::Thermistor:
        return fmt::format("thermistor {}, B {} K", toText(s.nominal), shortestText(s.beta));
    case SensorKind::Photoresistor:
        return "photoresistor " + toText(s.nominal);
    case SensorKind::Bridge:
        return fmt::format("bridge {}, {} mV/V", toText(s.capacity), shortestText(s.sensitivity));
    case SensorKind::Platinum:
        return "platinum sensor " + toText(s.nominal);
    }
    return {};
}

/// What stands at the far end of a channel's wire, unless a part of the list is there.
std::string boughtFor(const Channel& channel)
{
    switch (channel.source.kind) {
    case SourceKind::Analog:
        return bought(channel.sensor);
    case SourceKind::Switch:
        return "push-button";
    case SourceKind::Pulses:
        return "pulse sensor";
    case SourceKind::Waveform:
        return "pulse-wave sensor";
    case SourceKind::KeyLadder:
    case SourceKind::Encoder:
    case SourceKind::KeyMatrix:
    case SourceKind::KeyCodes:
    case SourceKind::Labels:
    case SourceKind::Receiver:
    case SourceKind::Lines:
    case SourceKind::Words:
    case SourceKind::Node:
    case SourceKind::Computer:
    case SourceKind::Clock:
    case SourceKind::Uptime:
    case SourceKind::Network:
    case SourceKind::Derived:
        break;
    }
    return {};
}

LinePull pullOf(const Source& source)
{
    return source.kind == SourceKind::Switch ? source.contact.pull
        : source.kind == SourceKind::Pulses  ? source.pulses.pull
                                             : LinePull::None;
}

/// What is wired to the pin of a channel, once for all channels that read it.
void addWired(PartsList& list, const Channel& channel, const std::vector<PinUse>& uses)
{
    const auto own = std::find_if(
        uses.begin(), uses.end(), [&](const PinUse& use) { return use.source == &channel.source; });
    if (own == uses.end())
        return;
    const auto isOther = [&](const PinUse& use) {
        return use.board == own->board && use.pin == own->pin && !use.pin.empty()
            && mayShare(use, *own);
    };
    if (std::any_of(uses.begin(), own, isOther))
        return;
    const auto* pin = own->board == nullptr ? nullptr : findPin(*own->board, own->pin);
    const bool isOnBoard = pin != nullptr && pin->wiredTo != WiredTo::Nothing;
    if (const auto what = boughtFor(channel); !what.empty() && !isOnBoard
        && std::none_of(own + 1, uses.end(),
            [&](const PinUse& use) { return use.line != nullptr && isOther(use); }))
        add(list, what, channel.name);
    if (pullOf(channel.source) == LinePull::External)
        addResistor(list, {10, "kohm"}, 0, channel.name);
}

} // namespace

PartsList partsList(const Instrument& in)
{
    PartsList list;
    for (const auto& part : in.parts)
        if (part->builtInto.empty())
            add(list, part->className, partName(*part));
    const auto uses = pinLines(in);
    for (const auto& channel : in.channels) {
        addWired(list, *channel, uses);
        if (channel->source.kind == SourceKind::Analog)
            addFrontEnd(list, *channel);
        else if (channel->source.kind == SourceKind::KeyLadder)
            addLadder(list, *channel);
    }
    for (const auto& part : in.parts) {
        for (const auto& bus : part->buses)
            if (bus.kind == BusKind::I2c)
                addResistor(list, bus.pullUp, 0, busName(bus), 2); // data and clock
        if (part->emitter)
            addResistor(list, part->emitter->resistor, 0, partName(*part));
        for (const auto& line : part->lines)
            if (line.pull == LinePull::External)
                addResistor(list, {10, "kohm"}, 0, partName(*part));
    }
    std::vector<Money> prices;
    for (auto& row : list.rows) {
        row.each = priceOf(in, row.what);
        const auto each = parsePrice(row.each);
        if (each)
            prices.push_back({each->amount * row.count, each->currency});
        else
            ++list.withoutPrice;
    }
    list.cost = sumText(prices);
    return list;
}

TextTable tableOf(const PartsList& list)
{
    TextTable table{{"count", "part", "where", "price each", "price"}, {}};
    for (const auto& row : list.rows) {
        std::string all;
        if (const auto each = parsePrice(row.each)) {
            const Money money{each->amount * row.count, each->currency};
            all = sumText({&money, 1});
        }
        table.rows.push_back({std::to_string(row.count), row.what, row.where, row.each, all});
    }
    return table;
}

} // namespace fern
