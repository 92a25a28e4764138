#include "instrument/source_check.h"

#include "base/clock_time.h"
#include "base/time_zone.h"
#include "curves/formula.h"

#include <algorithm>
#include <array>
#include <set>

#include <fmt/format.h>

namespace fern {

namespace {

Dimension dimensionOfUnit(std::string_view unit)
{
    return parseUnit(unit)->dimension;
}

/// A channel is read by a board or, at a converter, by a module; or a module tells it.
void checkReadBy(const Instrument& in, const Source& s, const SourceFault& fault)
{
    if (isTold(s.kind)) {
        const auto* device = findById(in.devices, s.device);
        if (device == nullptr || device->kind != deviceKindOf(s.kind))
            fault("/source/device",
                fmt::format("there is no {} \"{}\" among the devices",
                    deviceKindWords[static_cast<std::size_t>(deviceKindOf(s.kind))], s.device));
        else if (device->kind == DeviceKind::Lines && device->lines.form != LineForm::Columns
            && s.lines.key.empty())
            fault("/source/lines/key", "a channel of named values says which one it is");
        return;
    }
    const auto* part = findById(in.parts, s.board);
    if (isConverted(s.kind) ? part == nullptr || !part->converter : part == nullptr)
        fault("/source/board",
            fmt::format("there is no {} \"{}\" among the parts",
                isConverted(s.kind) ? "board or converter" : "board or module", s.board));
    else if (s.kind != SourceKind::Analog && isConverted(s.kind)
        && part->converter->form != ConverterForm::Unipolar)
        fault("/source/board",
            fmt::format("a {} needs a converter that starts at 0 V",
                sourceKindWords[static_cast<std::size_t>(s.kind)]));
}

void checkUnit(const Channel& c, std::string_view needed, const SourceFault& fault)
{
    if (dimensionOfUnit(unitOf(c)) != dimensionOfUnit(needed))
        fault("/source/kind",
            fmt::format("this source gives {}; the channel is in {}", needed, unitOf(c)));
}

/// The module has as many lines as the firmware looks at.
void checkLines(const Instrument& in, const Source& s, int needed, const SourceFault& fault)
{
    const auto* part = findById(in.parts, s.board);
    if (part != nullptr && std::ssize(part->lines) < needed)
        fault("/source/board",
            fmt::format("{} has {} lines; this source needs {}", partName(*part),
                part->lines.size(), needed));
}

void checkNames(const Source& s, const SourceFault& fault)
{
    std::set<std::string> codes;
    for (const auto& name : s.names)
        if (!codes.insert(s.kind == SourceKind::KeyCodes ? asKeyCode(name.code) : name.code).second)
            fault("/source/names", fmt::format("the code \"{}\" has two names", name.code));
    std::set<std::string> keys;
    for (const auto& key : s.ladder.keys)
        if (key.name.empty() || !keys.insert(key.name).second)
            fault("/source/ladder/keys", "every key of a ladder needs a name of its own");
}

/// The times of a list; those of a clock are of one day.
void checkTimes(const Source& s, const Channel& of, const SourceFault& fault)
{
    constexpr double day = 86400;
    for (const auto& row : s.names) {
        const auto at = parseClockTime(row.code);
        if (!at)
            fault("/source/names", at.error().message);
        else if (of.source.kind == SourceKind::Clock && *at >= day)
            fault("/source/names", fmt::format("{} is no time of day", row.code));
    }
}

/// What cannot be asked of a channel or setting; empty when it can.
std::string wrongQuestion(const Instrument& in, const std::string& name, FormulaAsks asks)
{
    const auto* channel = findById(in.channels, name);
    const auto* setting = findById(in.settings, name);
    const bool isOfChannel =
        asks == FormulaAsks::Pin || asks == FormulaAsks::Reading || asks == FormulaAsks::Scaled;
    if (isOfChannel && channel == nullptr)
        return fmt::format("{} is a setting and has no such value", name);
    if (asks == FormulaAsks::Pin && !isConverted(channel->source.kind))
        return fmt::format("{} has no volts at a pin", channel->name);
    if (asks == FormulaAsks::Entry && (setting == nullptr || !setting->entry))
        return fmt::format("{} is not typed by keys", name);
    return {};
}

/// The channel that a derived one follows, with the needed kind of value.
void checkDerived(const Instrument& in, const Channel& c, const SourceFault& fault)
{
    const auto& d = c.source.derived;
    const auto own = dimensionOfUnit(unitOf(c));
    if (d.kind == DerivedKind::Formula) {
        const auto formula = Formula::parse(d.formula, formulaNames(in));
        if (!formula)
            return fault("/source/derived/formula", formula.error().message);
        for (const auto& [name, asks] : formula->asked())
            if (const auto wrong = wrongQuestion(in, name, asks); !wrong.empty())
                return fault("/source/derived/formula", wrong);
        const auto made =
            formula->dimension([&](std::string_view name) { return dimensionOf(in, name); });
        if (!made)
            return fault("/source/derived/formula", made.error().message);
        if (*made != own)
            fault(
                "/source/derived/formula", fmt::format("the formula does not give {}", unitOf(c)));
        return;
    }
    const auto* of = findById(in.channels, d.of);
    if (of == nullptr)
        return fault("/source/derived/of", fmt::format("there is no channel \"{}\"", d.of));
    const bool wantsEvents = d.kind == DerivedKind::Tally;
    const bool isTimed = d.kind == DerivedKind::Since || d.kind == DerivedKind::Lap;
    if (wantsEvents != givesCodes(of->source.kind) && !isTimed)
        return fault("/source/derived/of",
            wantsEvents ? fmt::format("{} gives no codes to count", of->name)
                        : fmt::format("{} gives codes, no numbers", of->name));
    if (d.kind == DerivedKind::At && findById(in.channels, d.event) == nullptr)
        return fault("/source/derived/event", fmt::format("there is no channel \"{}\"", d.event));
    auto expected = dimensionOf(in, d.of);
    if (d.kind == DerivedKind::Next) {
        if (expected != dimensionOfUnit("s"))
            fault("/source/derived/of", fmt::format("{} gives no time", of->name));
        checkTimes(c.source, *of, fault);
    }
    if (d.kind == DerivedKind::Rate)
        --expected.second;
    else if (d.kind == DerivedKind::Total)
        ++expected.second;
    else if (isTimed)
        expected = dimensionOfUnit("s");
    else if (d.kind == DerivedKind::Tally)
        expected = {};
    if (expected != own)
        fault("/source/derived/kind", fmt::format("this does not give {}", unitOf(c)));
    for (const auto& [key, name] :
        {std::pair("resetName", d.resetName), {"stopName", d.stopName}, {"holdName", d.holdName}})
        if (d.resetBy.empty() && !name.empty())
            fault(fmt::format("/source/derived/{}", key),
                "nothing hears it: \"resetBy\" names no channel of codes");
    if (!d.onPage.empty() && findById(in.pages, d.onPage) == nullptr)
        fault("/source/derived/onPage", fmt::format("there is no page \"{}\"", d.onPage));
    if (!d.resetBy.empty()) {
        const auto* by = findById(in.channels, d.resetBy);
        if (by == nullptr || !givesCodes(by->source.kind))
            fault("/source/derived/resetBy",
                fmt::format("there is no channel of codes \"{}\"", d.resetBy));
    }
}

/// The channels that one needs before it has a value.
std::vector<std::string> needs(const Instrument& in, const Channel& c)
{
    auto ids = madeOf(in, c);
    if (c.source.gate)
        ids.push_back(c.source.gate->channel);
    return ids;
}

bool leadsBack(
    const Instrument& in, const Channel& c, const std::string& id, std::set<std::string>& seen)
{
    for (const auto& needed : needs(in, c)) {
        if (needed == id)
            return true;
        const auto* channel = findById(in.channels, needed);
        if (channel != nullptr && seen.insert(needed).second && leadsBack(in, *channel, id, seen))
            return true;
    }
    return false;
}

void checkGate(const Instrument& in, const Channel& c, const SourceFault& fault)
{
    if (!c.source.gate)
        return;
    const auto& gate = *c.source.gate;
    const auto* channel = findById(in.channels, gate.channel);
    if (channel == nullptr || givesCodes(channel->source.kind))
        fault("/source/gate/channel",
            fmt::format("there is no channel \"{}\" with a number", gate.channel));
    else if (dimensionOf(in, gate.channel) != dimensionOfUnit(gate.opensAt.unit))
        fault("/source/gate/opensAt",
            fmt::format("{} is in {}; the gate is in {}", channel->name, unitOf(*channel),
                gate.opensAt.unit));
}

} // namespace

std::vector<std::string> madeOf(const Instrument& in, const Channel& c)
{
    if (c.source.kind != SourceKind::Derived)
        return {};
    if (c.source.derived.kind == DerivedKind::At)
        return {c.source.derived.of, c.source.derived.event};
    if (c.source.derived.kind != DerivedKind::Formula)
        return {c.source.derived.of};
    const auto formula = Formula::parse(c.source.derived.formula, formulaNames(in));
    return formula ? formula->variables() : std::vector<std::string>();
}

std::string neededBy(const Instrument& in, std::string_view channel)
{
    for (const auto& other : in.channels) {
        const auto ids = needs(in, *other);
        if (other->id != channel
            && (std::find(ids.begin(), ids.end(), channel) != ids.end()
                || (other->source.kind == SourceKind::Derived
                    && other->source.derived.resetBy == channel)))
            return other->name;
    }
    for (const auto& setting : in.settings)
        if (setting->by == channel || (setting->seeking && setting->seeking->channel == channel))
            return setting->name;
    for (const auto& output : in.outputs)
        if (output->from == channel || output->sequence.by == channel
            || (isDownlink(*output) && output->station == channel))
            return output->name;
    return {};
}

std::vector<std::string> formulaNames(const Instrument& in)
{
    std::vector<std::string> names;
    for (const auto& channel : in.channels)
        if (!givesCodes(channel->source.kind))
            names.push_back(channel->id);
    for (const auto& setting : in.settings)
        names.push_back(setting->id);
    return names;
}

Dimension dimensionOf(const Instrument& in, std::string_view id)
{
    if (const auto* channel = findById(in.channels, id))
        return dimensionOfUnit(unitOf(*channel));
    const auto* setting = findById(in.settings, id);
    return setting == nullptr ? Dimension{} : dimensionOfUnit(setting->value.unit);
}

void checkSource(const Instrument& in, const Channel& c, const SourceFault& fault)
{
    const auto& s = c.source;
    checkReadBy(in, s, fault);
    checkNames(s, fault);
    checkGate(in, c, fault);
    for (const auto& [key, quantity] :
        {std::pair("resolution", s.resolution), {"accuracy", s.accuracy}})
        if (quantity.value != 0 && dimensionOfUnit(quantity.unit) != dimensionOfUnit(unitOf(c)))
            fault(fmt::format("/source/{}", key),
                fmt::format("the channel is in {}; this is in {}", unitOf(c), quantity.unit));
    switch (s.kind) {
    case SourceKind::Encoder:
        checkLines(in, s, 2, fault);
        break;
    case SourceKind::KeyMatrix:
        checkUnit(c, "count", fault);
        checkLines(in, s, s.matrix.rows + s.matrix.columns, fault);
        break;
    case SourceKind::Waveform:
        checkUnit(c, "Hz", fault);
        break;
    case SourceKind::Receiver:
        checkUnit(c, receiverGivesUnits[static_cast<std::size_t>(s.receiver.gives)], fault);
        break;
    case SourceKind::Lines:
        if (s.lines.isTime)
            checkUnit(c, "s", fault);
        else if (!s.lines.unit.empty())
            checkUnit(c, s.lines.unit, fault);
        break;
    case SourceKind::Computer:
        checkUnit(c, s.computer == ComputerGives::Temperature ? "degC" : "%", fault);
        break;
    case SourceKind::Clock:
        checkUnit(c, "s", fault);
        if (const auto rule = parseZoneRule(s.clock.zone); !rule)
            fault("/source/clock/zone", rule.error().message);
        if (s.clock.setBy == ClockSetBy::Receiver
            && std::none_of(in.devices.begin(), in.devices.end(),
                [](const auto& device) { return device->kind == DeviceKind::Receiver; }))
            fault("/source/clock/setBy", "there is no receiver among the devices");
        break;
    case SourceKind::Uptime:
        checkUnit(c, "s", fault);
        break;
    case SourceKind::Network:
        checkUnit(c, "count", fault);
        if (const auto* board = findById(in.parts, s.board); board != nullptr && !board->network)
            fault("/source/board", fmt::format("{} is on no network", partName(*board)));
        break;
    case SourceKind::Derived:
        checkDerived(in, c, fault);
        break;
    case SourceKind::KeyLadder:
    case SourceKind::Switch:
    case SourceKind::KeyCodes:
    case SourceKind::Labels:
    case SourceKind::Words:
        checkUnit(c, "count", fault);
        break;
    case SourceKind::Analog:
    case SourceKind::Pulses:
    case SourceKind::Node:
        break;
    }
    std::set<std::string> seen;
    if (leadsBack(in, c, c.id, seen))
        fault("/source", fmt::format("{} needs its own value", c.name));
}

} // namespace fern
