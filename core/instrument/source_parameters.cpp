#include "instrument/source_parameters.h"

#include "base/number_text.h"
#include "base/time_zone.h"
#include "instrument/edits.h"
#include "instrument/offers.h"
#include "instrument/parameter_archive.h"
#include "instrument/parts_view.h"
#include "instrument/source_check.h"

#include <algorithm>
#include <array>
#include <iterator>

#include <fmt/format.h>

namespace fern {

namespace {

/// What the firmware decides; everything else stands outside.
constexpr auto ofFirmware = std::to_array<std::string_view>(
    {"sampleEvery", "pulses/gives", "pulses/perUnit", "pulses/means", "pulses/input",
        "pulses/holdOff", "pulses/measure", "pulses/timeOut", "pulses/counterBits",
        "encoder/perUnit", "encoder/input", "matrix/keys", "matrix/debounce", "waveform/refractory",
        "waveform/slowest", "waveform/fastest", "contact/debounce", "keyCodes/hasComplements",
        "keyCodes/takesRepeats", "keyCodes/holdOff", "labels/checksDigit", "labels/holdOff",
        "receiver/gives", "lines/key", "lines/column", "lines/unit", "lines/time", "lines/nothing",
        "node/address", "node/name", "device/radio/slot", "device/radio/tries", "computer",
        "network", "uptime/counterBits", "clock/zone", "clock/setBy", "clock/setEvery"});

/// The figures of a channel's device stand behind its own, under this.
constexpr std::string_view deviceGroup = "device";

SourceSide sideOf(const Parameter& row, SourceKind kind)
{
    // A device sends at its own pace; the board can only listen. A radio polls at the board's.
    if (row.path == "device/every" && kind == SourceKind::Node)
        return SourceSide::Firmware;
    const bool isFirmware = row.path.starts_with("derived/")
        || std::find(ofFirmware.begin(), ofFirmware.end(), row.path) != ofFirmware.end();
    return isFirmware ? SourceSide::Firmware : SourceSide::Outside;
}

/// Where a figure is a reference: what it may lead to.
void offerReferences(Parameter& row, const Instrument& in, const Channel& channel)
{
    if (row.path == "derived/formula" || row.path == "clock/zone" || row.path == "matrix/keys") {
        row.kind = ParameterKind::LongText;
    } else if (row.path == "device") {
        for (const auto& device : in.devices)
            if (isTold(channel.source.kind) && device->kind == deviceKindOf(channel.source.kind))
                offer(row, device->id, device->name);
    } else if (row.path == "board" || row.path == "device/board") {
        for (const auto& part : in.parts)
            if (isConverted(channel.source.kind) ? part->converter.has_value()
                    : traitsOf(channel.source.kind).way == SourceWay::Module
                    ? part->lines.size() > 1
                    : part->kind == PartKind::Board || part->kind == PartKind::Module)
                offer(row, part->id, partName(*part));
    } else if (row.path == "pin" || row.path == "device/pin") {
        offer(row, "", "none");
        if (const auto* board = findById(in.parts, boardIdOf(in, channel)))
            for (const auto& pin : board->pins)
                if (!isConverted(channel.source.kind) || (pin.roles & bitOf(PinRole::Analog)) != 0)
                    offer(row, pin.name, pin.name);
    } else if (row.path == "derived/of" || row.path == "derived/event") {
        for (const auto& other : in.channels)
            if (other->id != channel.id)
                offer(row, other->id, other->name);
    } else if (row.path == "derived/onPage") {
        offerPages(row, in);
    } else if (row.path == "derived/resetName" || row.path == "derived/stopName"
        || row.path == "derived/holdName") {
        offerNames(row, in, channel.source.derived.resetBy);
    } else if (row.path == "derived/resetBy") {
        offer(row, "", "nothing");
        offerChannels(row, in, isOfCodes);
    }
    offerItself(row);
    if (row.path == "waveform/fastest")
        row.label = "fastest plausible";
    else if (row.path == "node/name")
        row.label = "value's name there";
}

/// Figures that the kind does not use, or a device whose lines have that form.
bool isIdle(const Parameter& row, SourceKind kind, const Device* device)
{
    const bool isOfColumns = device != nullptr && device->lines.form == LineForm::Columns;
    return row.path == "lane" || row.path == (isOfColumns ? "lines/key" : "lines/column")
        || (row.path == "range" && kind != SourceKind::Analog)
        || ((row.path == "resolution" || row.path == "accuracy")
            && (givesCodes(kind) || isConverted(kind) || kind == SourceKind::Encoder))
        || ((row.path == "lines/unit" || row.path == "lines/time") && kind == SourceKind::Words)
        || row.path.starts_with("gate") // an entry of its own
        || row.path.starts_with("live"); // chosen while one listens
}

/// The source with units for the figures that are not told.
Source sourceToShow(const Channel& channel)
{
    auto source = channel.source;
    for (auto* quantity : {&source.resolution, &source.accuracy})
        if (quantity->unit.empty())
            quantity->unit = unitOf(channel);
    return source;
}

} // namespace

std::vector<Parameter> sourceParameters(
    const Instrument& in, const Channel& channel, SourceSide side)
{
    auto copy = sourceToShow(channel);
    ParameterArchive archive({}, {}, {}, {});
    describe(archive, copy);
    auto rows = archive.take();
    const auto* device = deviceOf(in, channel);
    if (device != nullptr) {
        auto own = *device;
        ParameterArchive ofDevice(std::string(deviceGroup), device->name, {}, {});
        describe(ofDevice, own);
        auto more = ofDevice.take();
        std::move(more.begin(), more.end(), std::back_inserter(rows));
    }
    std::erase_if(rows, [&](const Parameter& row) {
        return sideOf(row, copy.kind) != side || isIdle(row, copy.kind, device);
    });
    for (auto& row : rows)
        offerReferences(row, in, channel);
    return rows;
}

Result<Instrument> withSourceParameter(
    const Instrument& in, std::string_view id, std::string_view path, std::string_view text)
{
    const auto* channel = findById(in.channels, id);
    if (channel == nullptr)
        return Error{ErrorCode::NotFound, fmt::format("there is no channel \"{}\"", id), ""};
    std::string typed(trimmed(text));
    if (path == "clock/zone") { // an offset that people write becomes its rule
        const auto rule = asZoneRule(typed);
        if (!rule)
            return rule.error();
        typed = *rule;
    }
    auto source = sourceToShow(*channel);
    const auto* told = deviceOf(in, *channel);
    const bool isOfDevice = told != nullptr && path.starts_with(deviceGroup) && path != deviceGroup;
    auto device = told == nullptr ? Device{} : *told;
    ParameterArchive archive(
        isOfDevice ? std::string(deviceGroup) : std::string(), {}, path, typed);
    if (isOfDevice)
        describe(archive, device);
    else
        describe(archive, source);
    if (archive.failed())
        return Error{ErrorCode::InvalidArgument, archive.error(), ""};
    if (!archive.hasSet())
        return Error{ErrorCode::NotFound,
            fmt::format("{} has no parameter \"{}\"", channel->name, path), ""};
    if (isOfDevice)
        return withDeviceChanged(in, told->id, [&](Device& changed) { changed = device; });
    return withSource(in, id, source);
}

} // namespace fern
