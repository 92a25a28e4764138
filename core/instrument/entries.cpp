#include "instrument/entries.h"

#include "base/number_text.h"
#include "base/split.h"
#include "curves/formula.h"
#include "instrument/describe.h"
#include "instrument/edits.h"
#include "instrument/ids.h"
#include "instrument/offers.h"
#include "instrument/output_edits.h"
#include "instrument/parameter_archive.h"
#include "instrument/parts_view.h"
#include "instrument/program_edits.h"
#include "instrument/source_check.h"

#include <algorithm>
#include <type_traits>

#include <fmt/format.h>

namespace fern {

namespace {

Error notThere(const Entry& entry)
{
    return {ErrorCode::NotFound, fmt::format("\"{}\" is not there any more", entry.title), ""};
}

template <class T, class Change>
bool changeShared(SharedList<T>& list, std::string_view id, Change change)
{
    for (auto& element : list)
        if (element->id == id) {
            T copy = *element;
            change(copy);
            element = std::make_shared<const T>(std::move(copy));
            return true;
        }
    return false;
}

template <class T, class Change>
bool changePlain(std::vector<T>& list, std::string_view id, Change change)
{
    const auto found =
        std::find_if(list.begin(), list.end(), [&](const T& element) { return element.id == id; });
    if (found != list.end())
        change(*found);
    return found != list.end();
}

/// Calls `change` with the thing that an entry stands for; returns whether it is there.
template <class Change>
bool changeEntry(Instrument& in, const EntryPlace& place, const Entry& entry, Change change)
{
    bool isThere = false;
    switch (entry.kind) {
    case EntryKind::Lane:
    case EntryKind::Fault:
        changeShared(in.scenarios, place.scenario, [&](Scenario& scenario) {
            isThere = entry.kind == EntryKind::Lane
                ? changePlain(scenario.lanes, entry.id, change)
                : changePlain(scenario.faults, entry.id, change);
        });
        return isThere;
    case EntryKind::Gate:
        changeShared(in.channels, place.channel, [&](Channel& channel) {
            isThere = channel.source.gate.has_value();
            if (isThere)
                change(*channel.source.gate);
        });
        return isThere;
    case EntryKind::Setting:
        return changeShared(in.settings, entry.id, change);
    case EntryKind::Output:
        return changeShared(in.outputs, entry.id, change);
    }
    return false;
}

std::string secondsText(double seconds)
{
    return shortestText(seconds) + " s";
}

bool usesSetting(const Instrument& in, const Channel& channel, const Setting& setting)
{
    if (setting.by == channel.id)
        return true;
    if (channel.source.kind != SourceKind::Derived)
        return false;
    const auto formula = Formula::parse(channel.source.derived.formula, formulaNames(in));
    if (!formula)
        return false;
    const auto names = formula->variables();
    return std::find(names.begin(), names.end(), setting.id) != names.end();
}

/// Where a figure leads to something else: what it may lead to.
void offerWhatThereIs(Parameter& row, const Instrument& in, const Channel& channel,
    const std::vector<Parameter>& rows)
{
    const auto textOf = [&](std::string_view path) {
        const auto found = std::find_if(
            rows.begin(), rows.end(), [&](const Parameter& p) { return p.path == path; });
        return found == rows.end() ? std::string() : found->text;
    };
    if (row.path == "by" || row.path == "sequence/by") {
        offer(row, "", "nothing");
        offerChannels(row, in, isOfCodes);
    } else if (row.path == "sequence/name") {
        offerNames(row, in, textOf("sequence/by"));
    } else if (row.path == "onPage" || row.path == "sequence/onPage") {
        offerPages(row, in);
    } else if (row.path == "seeking/channel") {
        offerChannels(row, in, isOfNumbers);
    } else if (row.path == "up" || row.path == "down" || row.path == "seek"
        || row.path.starts_with("entry/")) {
        offerNames(row, in, textOf("by"));
    } else if (row.path == "from" && row.kind == ParameterKind::Text) {
        for (const auto& other : in.channels)
            if (!givesCodes(other->source.kind))
                offer(row, other->id, other->name);
        for (const auto& setting : in.settings)
            offer(row, setting->id, setting->name);
    } else if (row.path == "channel" && row.kind == ParameterKind::Text) {
        for (const auto& other : in.channels)
            if (other->id != channel.id && !givesCodes(other->source.kind))
                offer(row, other->id, other->name);
    } else if (row.path == "station") {
        offer(row, "", "none");
        for (const auto& other : in.channels)
            if (other->source.kind == SourceKind::Node)
                offer(row, other->id, other->name);
    } else if (row.path == "part") {
        for (const auto& part : in.parts)
            offer(row, part->id, partName(*part));
    } else if (row.path == "pin") {
        offer(row, "", "none");
        if (const auto* part = findById(in.parts, textOf("part")))
            for (const auto& pin : part->pins)
                offer(row, pin.name, pin.name);
    }
    offerItself(row);
}

/// The words of a fault: its units, and what its amount is.
void sayFault(std::vector<Parameter>& rows, const Channel& channel)
{
    std::erase_if(
        rows, [](const Parameter& row) { return row.path == "channel" || row.path == "device"; });
    std::string kind;
    for (auto& row : rows) {
        if (row.path == "kind") {
            kind = row.text;
            row.choices.clear();
            for (const auto possible : faultsOf(channel.source.kind))
                row.choices.emplace_back(faultKindWords[static_cast<std::size_t>(possible)]);
            row.choiceWords = row.choices;
            offerItself(row);
        } else if (row.path == "from" || row.path == "to") {
            row.label += ", s";
        } else if (row.path == "hertz") {
            row.label = "at, Hz";
        } else if (row.path == "share") {
            row.label = "share, 0 … 1";
        } else if (row.path == "amount") {
            row.label = kind == "noise" ? "rms" : kind == "drift" ? "in a minute" : "amplitude";
        }
    }
}

/// A channel with a number beside this one; null when there is none.
const Channel* otherNumber(const Instrument& in, std::string_view channel)
{
    for (const auto& other : in.channels)
        if (other->id != channel && !givesCodes(other->source.kind))
            return other.get();
    return nullptr;
}

/// What is sought in a channel: the middle of its wish.
Quantity middleOf(const Channel& channel)
{
    const auto& unit = unitOf(channel);
    return {(channel.wish.from.value + in(channel.wish.to, unit)) / 2, unit};
}

/// The keys and the channel that a setting begins to be typed and to seek with; another channel
/// has another unit.
void complete(const Instrument& in, Setting& setting)
{
    if (setting.entry && setting.entry->confirm.empty() && setting.entry->clear.empty())
        *setting.entry = {{}, "*", "#"};
    if (!setting.seeking)
        return;
    auto& seeks = *setting.seeking;
    const auto* sought =
        seeks.channel.empty() ? otherNumber(in, setting.by) : findById(in.channels, seeks.channel);
    if (sought == nullptr)
        return;
    if (seeks.channel.empty()
        || parseUnit(unitOf(*sought))->dimension != parseUnit(seeks.above.unit)->dimension)
        seeks.above = middleOf(*sought);
    seeks.channel = sought->id;
}

LaneSpec laneFor(const Channel& channel)
{
    LaneSpec lane;
    lane.id = channel.source.lane;
    if (hasEvents(channel.source.kind)) {
        const auto names = namesOf(channel);
        lane.events = {{1, names.empty() ? "on" : names.front()}};
    } else {
        lane.unit = unitOf(channel);
        lane.points = {{0, channel.wish.from.value}, {30, in(channel.wish.to, lane.unit)}};
    }
    return lane;
}

/// What a device says goes wrong for all its channels; a station of a radio for itself.
FaultSpec faultFor(const Scenario& scenario, const Channel& channel)
{
    FaultSpec fault;
    std::size_t n = scenario.faults.size();
    do
        fault.id = fmt::format("fault-{}", ++n);
    while (std::any_of(scenario.faults.begin(), scenario.faults.end(),
        [&](const FaultSpec& other) { return other.id == fault.id; }));
    fault.kind = faultsOf(channel.source.kind).front();
    if (isTold(channel.source.kind) && channel.source.kind != SourceKind::Node)
        fault.device = channel.source.device;
    else
        fault.channel = channel.id;
    fault.from = 5;
    fault.to = 15;
    fault.amount = {50, "mV"};
    fault.share = 0.1;
    return fault;
}

Setting settingFor(const Instrument& in, const Channel& channel)
{
    Setting setting;
    setting.id = freeId(in.settings, channel.name + " setting");
    setting.name = channel.name + " setting";
    setting.value = {5, "count"};
    const auto names = namesOf(channel);
    setting.by = channel.id;
    setting.up = names.empty() ? "" : names.front();
    setting.down = names.empty() ? "" : names.back();
    return setting;
}

Output outputFor(const Instrument& in, const Channel& channel)
{
    Output output;
    output.id = freeId(in.outputs, channel.name + " output");
    output.name = channel.name + " output";
    output.part = boardIdOf(in, channel);
    output.from = channel.id;
    output.low = channel.wish.from;
    output.high = {fern::in(channel.wish.to, unitOf(channel)), unitOf(channel)};
    return output;
}

} // namespace

std::vector<FaultKind> faultsOf(SourceKind kind)
{
    using enum FaultKind;
    if (isConverted(kind))
        return {Noise, Hum, Drift, Spikes, Floating, Dropouts, Stuck};
    if (kind == SourceKind::Receiver)
        return {NoFix, Silence, Garbage, Stuck};
    if (kind == SourceKind::Pulses)
        return {Silence, Stuck};
    if (kind == SourceKind::Switch || kind == SourceKind::KeyMatrix)
        return {Stuck};
    if (isTold(kind))
        return {Silence, Garbage};
    return {};
}

std::vector<Entry> entriesOf(const Instrument& in, const EntryPlace& place)
{
    const auto* channel = findById(in.channels, place.channel);
    if (channel == nullptr)
        return {};
    std::vector<Entry> entries;
    if (const auto* scenario = findById(in.scenarios, place.scenario)) {
        for (const auto& lane : scenario->lanes)
            if (hasLane(channel->source.kind) && lane.id == channel->source.lane)
                entries.push_back(
                    {EntryKind::Lane, lane.id, lane.points.empty() ? "what happens" : "course"});
        for (const auto& fault : scenario->faults)
            if (const auto* device = deviceOf(in, *channel);
                fault.channel == channel->id || (device != nullptr && fault.device == device->id))
                entries.push_back({EntryKind::Fault, fault.id,
                    fmt::format("{}{}, {} … {}", fault.device.empty() ? "" : device->name + ": ",
                        faultKindWords[static_cast<std::size_t>(fault.kind)],
                        secondsText(fault.from), secondsText(fault.to))});
    }
    if (channel->source.gate) {
        const auto* by = findById(in.channels, channel->source.gate->channel);
        entries.push_back({EntryKind::Gate, "",
            fmt::format("only while {} ≥ {}", by == nullptr ? "" : by->name,
                toText(channel->source.gate->opensAt))});
    }
    for (const auto& setting : in.settings)
        if (usesSetting(in, *channel, *setting))
            entries.push_back({EntryKind::Setting, setting->id, "setting " + setting->name});
    for (const auto& output : in.outputs)
        if (output->from == channel->id)
            entries.push_back({EntryKind::Output, output->id, "drives " + output->name});
    return entries;
}

std::vector<EntryKind> entriesToAdd(const Instrument& in, const EntryPlace& place)
{
    const auto* channel = findById(in.channels, place.channel);
    if (channel == nullptr)
        return {};
    const auto kind = channel->source.kind;
    std::vector<EntryKind> kinds;
    if (const auto* scenario = findById(in.scenarios, place.scenario)) {
        const bool hasItsLane = std::any_of(scenario->lanes.begin(), scenario->lanes.end(),
            [&](const LaneSpec& lane) { return lane.id == channel->source.lane; });
        if (hasLane(kind) && !hasItsLane && !channel->source.lane.empty())
            kinds.push_back(EntryKind::Lane);
        if (!faultsOf(kind).empty())
            kinds.push_back(EntryKind::Fault);
    }
    if (givesCodes(kind)) {
        kinds.push_back(EntryKind::Setting);
        return kinds;
    }
    if (!channel->source.gate && otherNumber(in, channel->id) != nullptr)
        kinds.push_back(EntryKind::Gate);
    kinds.push_back(EntryKind::Output);
    return kinds;
}

std::vector<Parameter> entryParameters(
    const Instrument& in, const EntryPlace& place, const Entry& entry)
{
    const auto* channel = findById(in.channels, place.channel);
    auto copy = in;
    std::vector<Parameter> rows;
    changeEntry(copy, place, entry, [&](auto& thing) {
        ParameterArchive archive({}, {}, {}, {});
        describe(archive, thing);
        rows = archive.take();
    });
    if (channel == nullptr)
        return {};
    for (auto& row : rows) {
        offerWhatThereIs(row, in, *channel, rows);
        if (entry.kind == EntryKind::Setting && row.path == "least")
            row.label = "least"; // as most is
    }
    if (entry.kind == EntryKind::Fault)
        sayFault(rows, *channel);
    return rows;
}

Result<Instrument> withEntryParameter(const Instrument& in, const EntryPlace& place,
    const Entry& entry, std::string_view path, std::string_view text)
{
    auto out = in;
    std::string error;
    bool hasSet = false;
    const bool isThere = changeEntry(out, place, entry, [&](auto& thing) {
        if constexpr (std::is_same_v<std::remove_reference_t<decltype(thing)>, Output>)
            if (retype(thing, path, trimmed(text))) {
                hasSet = true;
                return;
            }
        ParameterArchive archive({}, {}, path, trimmed(text));
        describe(archive, thing);
        error = archive.error();
        hasSet = archive.hasSet();
        if constexpr (std::is_same_v<std::remove_reference_t<decltype(thing)>, Setting>)
            complete(in, thing);
    });
    if (!error.empty())
        return Error{ErrorCode::InvalidArgument, error, ""};
    if (!isThere || !hasSet)
        return notThere(entry);
    return accepted(std::move(out));
}

const LaneSpec* courseOf(const Instrument& in, const EntryPlace& place)
{
    const auto* channel = findById(in.channels, place.channel);
    const auto* scenario = findById(in.scenarios, place.scenario);
    if (channel == nullptr || scenario == nullptr || !hasLane(channel->source.kind))
        return nullptr;
    const auto lane = std::find_if(scenario->lanes.begin(), scenario->lanes.end(),
        [&](const LaneSpec& l) { return l.id == channel->source.lane; });
    return lane == scenario->lanes.end() || lane->points.empty() ? nullptr : &*lane;
}

Result<Instrument> withCourse(
    const Instrument& in, const EntryPlace& place, std::vector<CurvePoint> points)
{
    const auto* course = courseOf(in, place);
    if (course == nullptr)
        return Error{ErrorCode::NotFound, "the scenario has no course for this channel", ""};
    const auto rises = [](const CurvePoint& a, const CurvePoint& b) { return !(b.x > a.x); };
    if (points.empty() || points.front().x < 0
        || std::adjacent_find(points.begin(), points.end(), rises) != points.end())
        return Error{ErrorCode::InvalidArgument,
            "a course needs a point, and its seconds rise from 0 on", ""};
    auto out = in;
    changeShared(out.scenarios, place.scenario, [&](Scenario& scenario) {
        changePlain(scenario.lanes, course->id, [&](LaneSpec& lane) { lane.points = points; });
    });
    return accepted(std::move(out));
}

Result<Instrument> withEntryAdded(const Instrument& in, const EntryPlace& place, EntryKind kind)
{
    const auto* channel = findById(in.channels, place.channel);
    const auto kinds = entriesToAdd(in, place);
    if (channel == nullptr || std::find(kinds.begin(), kinds.end(), kind) == kinds.end())
        return Error{ErrorCode::InvalidArgument, "the channel cannot take that", ""};
    auto out = in;
    switch (kind) {
    case EntryKind::Lane:
    case EntryKind::Fault:
        changeShared(out.scenarios, place.scenario, [&](Scenario& scenario) {
            if (kind == EntryKind::Lane)
                scenario.lanes.push_back(laneFor(*channel));
            else
                scenario.faults.push_back(faultFor(scenario, *channel));
        });
        break;
    case EntryKind::Gate:
        changeShared(out.channels, channel->id, [&](Channel& own) {
            const auto* other = otherNumber(in, channel->id);
            own.source.gate = GateSpec{other->id, other->wish.from, other->wish.from};
        });
        break;
    case EntryKind::Setting:
        out.settings.push_back(std::make_shared<const Setting>(settingFor(in, *channel)));
        break;
    case EntryKind::Output:
        out.outputs.push_back(std::make_shared<const Output>(outputFor(in, *channel)));
        break;
    }
    return accepted(std::move(out));
}

Result<Instrument> withoutEntry(const Instrument& in, const EntryPlace& place, const Entry& entry)
{
    auto out = in;
    const auto isIt = [&](const auto& element) { return element->id == entry.id; };
    switch (entry.kind) {
    case EntryKind::Lane:
        return Error{ErrorCode::InvalidArgument, "a channel keeps its course", ""};
    case EntryKind::Fault:
        changeShared(out.scenarios, place.scenario, [&](Scenario& scenario) {
            std::erase_if(scenario.faults, [&](const FaultSpec& f) { return f.id == entry.id; });
        });
        break;
    case EntryKind::Gate:
        changeShared(
            out.channels, place.channel, [](Channel& channel) { channel.source.gate.reset(); });
        break;
    case EntryKind::Setting:
        std::erase_if(out.settings, isIt);
        dropLostTasks(out);
        break;
    case EntryKind::Output:
        std::erase_if(out.outputs, isIt);
        dropLostTasks(out);
        break;
    }
    if (out == in)
        return notThere(entry);
    return accepted(std::move(out));
}

} // namespace fern
