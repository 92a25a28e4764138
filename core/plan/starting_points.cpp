#include "plan/starting_points.h"

#include "base/number_text.h"
#include "base/utf8.h"
#include "instrument/device_edits.h"
#include "instrument/edits.h"
#include "instrument/ids.h"
#include "instrument/parts_view.h"
#include "instrument/resolve.h"
#include "judge/budget.h"
#include "judge/findings.h"
#include "parts/catalogue.h"
#include "parts/fit_front_end.h"
#include "plan/start_page.h"
#include "plan/wiring.h"
#include "reading/converter.h"
#include "run/display_run.h"
#include "text/format.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <span>

#include <fmt/format.h>

namespace fern {

namespace {

/// Room for a spike above the wished range, as a share of the reference.
constexpr double headroom = 0.95;
/// Metal film of 0.1 %: with 1 % the resistors alone would spoil a decimal.
constexpr double resistorTolerancePercent = 0.1;

/// The first pin with that role that nothing uses, under its printed name; "A0", "A1" … where
/// nobody has told the board's pins. Empty when none is left.
std::string pinName(const Instrument& in, const Part& board, PinRole role = PinRole::Analog,
    WiredTo wiredTo = WiredTo::Nothing)
{
    const auto uses = pinUses(in);
    // What the board has wired for it comes first.
    for (const auto& pin : board.pins)
        if (wiredTo != WiredTo::Nothing && pin.wiredTo == wiredTo
            && std::none_of(uses.begin(), uses.end(),
                [&](const PinUse& use) { return use.board == &board && use.pin == pin.name; }))
            return pin.name;
    if (!board.pins.empty()) {
        auto free = freePins(uses, board, role);
        // What needs no analog pin leaves them to others.
        const auto plain = std::find_if(free.begin(), free.end(),
            [](const PinSpec* pin) { return (pin->roles & bitOf(PinRole::Analog)) == 0; });
        if (role != PinRole::Analog && plain != free.end())
            return (*plain)->name;
        return free.empty() ? std::string() : free.front()->name;
    }
    for (int n = 0;; ++n) {
        auto name = "A" + std::to_string(n);
        if (std::none_of(uses.begin(), uses.end(),
                [&](const PinUse& use) { return use.board == &board && use.pin == name; }))
            return name;
    }
}

/// The first battery of the catalogue with enough voltage for the board's regulator, and not too
/// much; a board without one takes the first of all.
Part batteryFor(const Part& board)
{
    const Part* first = nullptr;
    for (const auto& entry : catalogue()) {
        if (entry.part.kind != PartKind::Battery)
            continue;
        const double volts = inSi(entry.part.battery->voltage);
        if (!board.regulator
            || (volts >= inSi(board.regulator->output) + inSi(board.regulator->dropOut)
                && volts <= inSi(board.regulator->inputMost))) {
            // A fused and protected one before any other.
            if (entry.part.battery->isFused && entry.part.battery->isProtected)
                return entry.part;
            first = first == nullptr ? &entry.part : first;
        }
    }
    return first == nullptr ? findInCatalogue("lithium-cell")->part : *first;
}

/// The row's sensor before anything is chosen for its front end.
AnalogInput inputOf(const SensorSpec& sensor, FrontEndKind kind, double reference)
{
    FrontEndSpec bare;
    bare.kind = kind;
    bare.r1 = {0, "ohm"};
    bare.r2 = bare.fixed = {1, "ohm"};
    return analogInputOf(sensor, bare, reference);
}

LaneSpec laneOf(const StartingPoint& point)
{
    LaneSpec lane;
    if (hasEvents(point.source.kind)) {
        lane.events = point.events;
        return lane;
    }
    lane.unit = point.wish.from.unit;
    const double from = point.wish.from.value;
    const double to = in(point.wish.to, lane.unit);
    for (const auto& [seconds, share] : point.course)
        lane.points.push_back({seconds, std::round((from + share * (to - from)) * 1000) / 1000});
    return lane;
}

const Part* firstPart(const Instrument& in, PartKind kind)
{
    for (const auto& part : in.parts)
        if (part->kind == kind)
            return part.get();
    return nullptr;
}

/// Sets the finest range of the converter's gain that takes the whole wish; returns the reference
/// that then counts, in volts.
double useRange(Channel& channel, const Part& part)
{
    const double own = inSi(part.converter->reference);
    const auto input = inputOf(channel.sensor, FrontEndKind::Divider, own);
    const double most = std::max(
        sensorOutput(input, inSi(channel.wish.from)), sensorOutput(input, inSi(channel.wish.to)));
    const auto finest = finestRange(part.converter->ranges, most / headroom);
    if (!finest || *finest == own)
        return own;
    channel.source.range = {*finest, "V"};
    return *finest;
}

/// The instrument with the converter that the row asks for: one that is there with an input left,
/// or a fresh one; and its id. Without a wish for one it is the board.
struct WithConverter {
    Instrument instrument;
    std::string part;
};
Result<WithConverter> withConverterFor(
    const Instrument& in, const StartingPoint& point, const Part& board)
{
    if (point.converter.empty())
        return WithConverter{in, board.id};
    const auto& wanted = findInCatalogue(point.converter)->part;
    for (const auto& part : in.parts)
        if (part->className == wanted.className && !pinName(in, *part).empty())
            return WithConverter{in, part->id};
    auto fresh = wanted;
    fresh.name = shortTitle(*findInCatalogue(point.converter));
    auto with = withPartWired(in, fresh);
    if (!with)
        return with.error();
    const auto id = with->parts.back()->id;
    return WithConverter{*std::move(with), id};
}

Channel channelOf(
    const Instrument& in, const StartingPoint& point, const Part& board, std::string_view name)
{
    Channel channel;
    channel.id = freeId(in.channels, name);
    channel.name = name;
    channel.wish = point.wish;
    channel.source = point.source;
    channel.smoothing = point.smoothing;
    if (isTold(point.source.kind))
        return channel; // its device stands apart
    channel.source.board = board.id;
    channel.source.sampleEvery = point.sampleEvery;
    if (needsPin(point.source.kind, point.sensor.kind))
        channel.source.pin = pinName(in, board, roleOfSource(point.source),
            point.source.kind == SourceKind::Switch ? WiredTo::Button : WiredTo::Nothing);
    if (point.source.kind != SourceKind::Analog)
        return channel;
    channel.sensor = point.sensor;
    if (point.sensor.kind == SensorKind::Potentiometer) { // its wiper goes to the pin as it is
        channel.frontEnd.r1 = {0, "ohm"};
        channel.frontEnd.capacitor = {100, "nF"};
        return channel;
    }
    const double reference = useRange(channel, board);
    const double lowest = reference * (1 - board.converter->referenceTolerancePercent / 100);
    const auto fit = fittingFrontEnd(inputOf(point.sensor, point.frontEnd, reference),
        {inSi(point.wish.from), inSi(point.wish.to), lowest * headroom, point.totalOhm,
            resistorTolerancePercent});
    if (fit)
        channel.frontEnd = *fit;
    channel.frontEnd.capacitor = {100, "nF"}; // serves the sampling whatever the resistors are
    return channel;
}

/// Decimals that are honest at both ends of the range, and a width that fits them; forms other than
/// numbers are as the row says.
TextSpec textFor(const StartingPoint& point, const PlainChannel& channel)
{
    if (point.text.form != TextForm::Number)
        return point.text;
    const auto worst = worstBudget(channel, 0);
    TextSpec text;
    // Where nothing is known of the accuracy of what others tell, their own last digit is shown.
    const double step = worst.isKnown() && worst.accuracy > 0
        ? differenceFromSi(worst.accuracy, channel.unit)
        : channel.resolution > 0 ? differenceFromSi(channel.resolution, channel.unit)
                                 : 1;
    text.decimals = std::min(honestDecimals(step), 4);
    text.width = 1;
    for (const double end : {channel.from, channel.to})
        text.width =
            std::max(text.width, cellsNeeded(fromSi(end, channel.unit), text, channel.numberKind));
    return text;
}

} // namespace

namespace {

/// Adds the setting or output of a row, and lets the channel show its value; a list follows the
/// first clock.
Result<Instrument> withExtra(Instrument out, const StartingPoint& point, Channel& channel)
{
    if (point.extra == StartingExtra::Setting) {
        Setting setting;
        setting.id = freeId(out.settings, channel.name + " setting");
        setting.name = channel.name;
        setting.value = {5, "count"};
        for (const auto& other : out.channels)
            if (givesCodes(other->source.kind)) {
                setting.by = other->id;
                setting.up = "up";
                setting.down = "down";
                break;
            }
        channel.source.derived.formula = setting.id;
        out.settings.push_back(std::make_shared<const Setting>(setting));
        return out;
    }
    if (point.extra == StartingExtra::List) {
        const auto clock = std::find_if(out.channels.begin(), out.channels.end(),
            [](const auto& other) { return other->source.kind == SourceKind::Clock; });
        if (clock == out.channels.end())
            return Error{
                ErrorCode::InvalidArgument, "a list of times follows a clock; add one first", ""};
        channel.source.derived.of = (*clock)->id;
        return out;
    }
    const auto first = std::find_if(out.channels.begin(), out.channels.end(),
        [](const auto& other) { return !givesCodes(other->source.kind); });
    if (first == out.channels.end())
        return Error{ErrorCode::InvalidArgument,
            point.extra == StartingExtra::Formula
                ? "a formula is made of channels; add one with a number first"
                : "an output follows a channel; add one with a number first",
            ""};
    const auto& followed = **first;
    channel.source.derived.formula = followed.id;
    channel.wish = followed.wish;
    channel.source.resolution = followed.wish.step;
    channel.source.sampleEvery = paceOf(out, followed);
    if (point.extra == StartingExtra::Formula)
        return out;
    Output output;
    output.id = freeId(out.outputs, channel.name + " output");
    output.name = channel.name;
    output.part = channel.source.board;
    if (const auto* board = findById(out.parts, output.part))
        output.pin = pinName(out, *board, PinRole::Pwm);
    output.from = followed.id;
    output.low = {followed.wish.from.value, unitOf(followed)};
    output.high = {in(followed.wish.to, unitOf(followed)), unitOf(followed)};
    out.outputs.push_back(std::make_shared<const Output>(output));
    return out;
}

// The parts of the catalogue that give what is measured, by kind; empty where it is a wire, a
// contact, another computer, or the board itself.
constexpr std::array<std::string_view, sensorKindWords.size()> sensorParts{
    "", "", "potentiometer", "sender", "thermistor", "photoresistor", "", "platinum", ""};
constexpr std::array<std::string_view, sourceKinds> sourceParts{"", "optical-pulse",
    "ladder-keypad", "reed", "encoder", "", "keypad-4x4", "remote-receiver", "label-scanner",
    "receiver", "", "", "serial-radio", "", "", ""};

std::string_view partOf(const StartingPoint& point)
{
    const auto& source = point.source;
    if (source.kind == SourceKind::Analog)
        return sensorParts[static_cast<std::size_t>(point.sensor.kind)];
    if (source.kind == SourceKind::Pulses && source.pulses.gives == PulseGives::Rate)
        return "hall"; // what turns bounces less than a contact
    return sourceParts[static_cast<std::size_t>(source.kind)];
}

/// Whether parts that were sound are no longer: another supply or level would be needed first.
bool isInTrouble(const Instrument& in)
{
    const auto plain = resolve(in, "");
    const auto findings = plain ? findingsOf(in, *plain) : std::vector<Finding>{};
    return !plain || std::any_of(findings.begin(), findings.end(), [](const Finding& f) {
        return f.severity > Severity::Note && f.place.starts_with("/parts");
    });
}

/// Adds the part that the row needs, at a pin where it is read; empty: at a bus or port. One that
/// this board cannot feed or hear as it is stays out: which board, supply or level shifter it wants
/// is the maker's choice.
Result<Instrument> withPartFor(
    const Instrument& in, const StartingPoint& point, const std::string& pin)
{
    const auto* entry = findInCatalogue(partOf(point));
    if (entry == nullptr)
        return in;
    auto part = entry->part;
    part.name = shortTitle(*entry);
    if (!pin.empty() && !part.lines.empty())
        part.lines.front().pin = pin;
    auto with = withPartWired(in, part);
    if (!with || (isInTrouble(*with) && !isInTrouble(in)))
        return in;
    return with;
}

/// A usual device of a kind.
Device usualDevice(DeviceKind kind)
{
    Device device;
    device.kind = kind;
    device.name = usualName(kind);
    if (kind == DeviceKind::Lines || kind == DeviceKind::Computer)
        device.serial.baud = 115200;
    if (kind == DeviceKind::Receiver) {
        device.fix.coldStart = {10, "s"};
        device.fix.scatter = 0.1;
    }
    return device;
}

/// What a channel reads of a device that other channels read, too.
void tellApart(Channel& channel, const SharedList<Channel>& others)
{
    auto& source = channel.source;
    for (const auto& other : others) {
        if (other->source.lines.key == source.lines.key)
            source.lines.key = channel.id;
        source.lines.column = std::max(source.lines.column, other->source.lines.column + 1);
        source.node.address = std::max(source.node.address, other->source.node.address + 1);
    }
}

/// Lets a device of the kind tell the channel: the one that is there, or a usual one with its part.
Result<Instrument> withDeviceFor(
    const Instrument& in, const StartingPoint& point, const Part& board, Channel& channel)
{
    const auto kind = deviceKindOf(point.source.kind);
    const auto there = std::find_if(in.devices.begin(), in.devices.end(),
        [kind](const auto& device) { return device->kind == kind; });
    if (there != in.devices.end()) {
        channel.source.device = (*there)->id;
        tellApart(channel, channelsOf(in, (*there)->id));
        return in;
    }
    auto device = usualDevice(kind);
    device.id = freeId(in.devices, device.name);
    device.every = point.sampleEvery;
    device.board = board.id;
    if (kind == DeviceKind::Remote) {
        device.pin = pinName(in, board, roleOfSource(point.source));
        if (device.pin.empty())
            return Error{
                ErrorCode::NotFound, fmt::format("{} has no free pin left", board.className), ""};
    }
    auto with = withPartFor(in, point, device.pin);
    if (!with)
        return with.error();
    auto out = *std::move(with);
    if (device.pin.empty() && out.parts.size() > in.parts.size())
        device.board = out.parts.back()->id;
    channel.source.device = device.id;
    out.devices.push_back(std::make_shared<const Device>(std::move(device)));
    return out;
}

} // namespace

const StartingPoint* findStartingPoint(std::string_view id)
{
    for (const auto& point : startingPoints())
        if (point.id == id)
            return &point;
    return nullptr;
}

std::vector<const StartingPoint*> toldBeside(const StartingPoint& point)
{
    std::vector<const StartingPoint*> others;
    const auto kind = traitsOf(point.source.kind).toldBy;
    for (const auto& other : startingPoints())
        if (kind && traitsOf(other.source.kind).toldBy == kind && other.id != point.id)
            others.push_back(&other);
    return others;
}

std::string usualName(const StartingPoint& point)
{
    return std::string(point.title.substr(0, point.title.find(',')));
}

std::optional<StartingPoint> readByModule(const StartingPoint& point)
{
    if (!isConverted(point.source.kind) || !needsPin(point.source.kind, point.sensor.kind)
        || !point.converter.empty())
        return std::nullopt;
    auto changed = point;
    changed.converter = "converter-gain-16";
    return changed;
}

const Part* ownDisplay(const StartingPart& board)
{
    for (const auto& part : board.builtIn)
        if (part.kind == PartKind::Display)
            return &part;
    return nullptr;
}

Instrument emptyInstrument(
    std::string_view name, const StartingPart& board, const StartingPart& display)
{
    const auto* own = ownDisplay(board);
    auto out = emptyInstrument(name, board.part, own == nullptr ? display.part : *own);
    for (auto& part : out.parts)
        if (own != nullptr && part->kind == PartKind::Display) {
            Part soldered = *part;
            soldered.builtInto = "board";
            part = std::make_shared<const Part>(std::move(soldered));
        }
    return out;
}

Instrument emptyInstrument(std::string_view name, const Part& board, const Part& display)
{
    Instrument out;
    out.name = trimmed(name);
    Part ownBoard = board;
    ownBoard.id = "board";
    Part ownDisplay = display;
    ownDisplay.id = "glass";
    Part battery = batteryFor(board);
    battery.id = "battery";
    for (const auto& part : {ownBoard, ownDisplay, battery})
        out.parts.push_back(std::make_shared<const Part>(part));
    Display shown;
    shown.id = "display";
    shown.part = ownDisplay.id;
    shown.redrawEvery = usualInterval(*display.display);
    shown.driver.strategy = strategiesOf(*display.display).front();
    out.displays.push_back(std::make_shared<const Display>(shown));
    const auto connected = wired(out);
    return connected ? *connected : out; // what finds no pin is a finding's matter
}

namespace {

/// How full, how heavy or how far: a bar says it at a glance.
bool isAmount(const StartingPoint& point)
{
    return point.group == "Level" || point.group == "Position" || point.group == "Weight";
}

} // namespace

Result<Instrument> withStartingPoint(
    const Instrument& in, const StartingPoint& point, std::string_view name)
{
    if (trimmed(name).empty())
        return Error{ErrorCode::InvalidArgument, "a channel needs a name", ""};
    const auto* board = firstPart(in, PartKind::Board);
    if (board == nullptr || in.displays.empty())
        return Error{ErrorCode::InvalidArgument,
            "a channel needs a board that reads it and a display that shows it", ""};
    const auto with = withConverterFor(in, point, *board);
    if (!with)
        return with.error();
    const auto& parts = with->instrument.parts;
    const auto& reads = *findById(parts, with->part);
    const auto& display = *in.displays.front();
    ChannelParcel parcel;
    parcel.channel = channelOf(with->instrument, point, reads, trimmed(name));
    if (needsPin(point.source.kind, point.sensor.kind) && !isTold(point.source.kind)
        && parcel.channel.source.pin.empty())
        return Error{ErrorCode::NotFound,
            fmt::format("{} has no {} pin left", reads.className,
                isConverted(point.source.kind) ? "analog" : "free"),
            ""};
    parcel.lane = laneOf(point);
    auto base = with->instrument;
    if (point.extra != StartingExtra::None) {
        auto extended = withExtra(base, point, parcel.channel);
        if (!extended)
            return extended.error();
        base = *std::move(extended);
    }

    if (reads.kind == PartKind::Board) { // what a module reads hangs on its own inputs
        auto added = isTold(point.source.kind)
            ? withDeviceFor(base, point, reads, parcel.channel)
            : withPartFor(base, point, parcel.channel.source.pin);
        if (!added)
            return added.error();
        const bool isAdded = added->parts.size() > base.parts.size();
        base = *std::move(added);
        if (traitsOf(point.source.kind).way == SourceWay::Module) {
            if (!isAdded)
                return Error{ErrorCode::NotFound,
                    fmt::format("{} cannot feed or hear {}", reads.className, partOf(point)), ""};
            parcel.channel.source.board = base.parts.back()->id;
        }
    }

    // What the budget says about the channel decides its decimals.
    Instrument trial = base;
    trial.channels.insert(trial.channels.begin(), std::make_shared<const Channel>(parcel.channel));
    trial.readers.clear();
    trial.pages.clear();
    const auto plain = resolve(trial, "");
    if (!plain)
        return plain.error();
    parcel.reader.unit = unitOf(parcel.channel);
    parcel.reader.staleAfter = {
        usualStaleAfter(givesCodes(point.source.kind), inSi(paceOf(base, parcel.channel))), "s"};
    parcel.reader.text = textFor(point, plain->channels.front());
    const auto& part = *findById(parts, display.part)->display;
    const auto metrics = metricsOf(part);
    suitGlass(parcel.reader.text, metrics);
    StartContent content{parcel.channel.name, parcel.reader.unit};
    content.isAmount = isAmount(point);
    content.hasHistory = part.kind() == DisplayKind::ColourPanel;
    if (parcel.reader.text.form == TextForm::Number && !givesCodes(point.source.kind)) {
        const auto& shown = plain->channels.front();
        content.least = fromSi(shown.from, *parseUnit(parcel.reader.unit));
        content.most = fromSi(shown.to, *parseUnit(parcel.reader.unit));
    }
    parcel.page = startPage(metrics, display.id, content, parcel.reader.text);
    return withChannelAdded(base, std::move(parcel));
}

} // namespace fern
