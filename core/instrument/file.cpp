#include "instrument/file.h"

#include "base/split.h"
#include "instrument/describe.h"
#include "instrument/loops.h"
#include "instrument/scaling_check.h"
#include "instrument/upgrade.h"

#include <algorithm>
#include <array>
#include <set>

#include <fmt/format.h>

namespace fern {

namespace {

/// Follows a JSON pointer to the node, as far as it leads.
const json::Node& nodeAt(const json::Node& root, std::string_view pointer)
{
    const json::Node* node = &root;
    while (!pointer.empty()) {
        pointer.remove_prefix(1);
        const auto end = std::min(pointer.find('/'), pointer.size());
        const auto token = pointer.substr(0, end);
        pointer.remove_prefix(end);
        if (node->kind == json::Kind::Array)
            node = &node->items[static_cast<std::size_t>(std::stoul(std::string(token)))];
        else if (const auto* child = json::find(*node, token))
            node = child;
    }
    return *node;
}

/// The first wrong reference of an instrument, as a pointer and a sentence.
class ReferenceCheck {
public:
    void fail(std::string pointer, std::string message)
    {
        if (m_message.empty()) {
            m_pointer = std::move(pointer);
            m_message = std::move(message);
        }
    }
    template <class T> void uniqueIds(std::string_view key, const SharedList<T>& list)
    {
        std::set<std::string> seen;
        for (std::size_t i = 0; i < list.size(); ++i)
            uniqueId(seen, list[i]->id, fmt::format("/{}/{}/id", key, i));
    }
    void uniqueId(std::set<std::string>& seen, const std::string& id, std::string pointer)
    {
        if (id.empty())
            fail(std::move(pointer), "an id must not be empty");
        else if (!seen.insert(id).second)
            fail(std::move(pointer), fmt::format("the id \"{}\" is used twice", id));
    }
    template <class T>
    void leadsTo(const SharedList<T>& list, const std::string& id, std::string_view what,
        std::string pointer)
    {
        if (findById(list, id) == nullptr)
            fail(std::move(pointer), fmt::format("there is no {} \"{}\"", what, id));
    }

    const std::string& pointer() const { return m_pointer; }
    const std::string& message() const { return m_message; }

private:
    std::string m_pointer;
    std::string m_message;
};

void checkPart(ReferenceCheck& check, const Instrument& in, const std::string& id, PartKind kind,
    std::string pointer)
{
    const auto* part = findById(in.parts, id);
    if (part == nullptr || part->kind != kind)
        check.fail(std::move(pointer),
            fmt::format("there is no {} \"{}\" among the parts",
                partKindWords[static_cast<std::size_t>(kind)], id));
}

/// Says where there is no channel of codes with that id.
void checkGivesCodes(
    ReferenceCheck& check, const Instrument& in, const std::string& id, std::string pointer)
{
    const auto* by = findById(in.channels, id);
    if (by == nullptr || !givesCodes(by->source.kind))
        check.fail(std::move(pointer), fmt::format("there is no channel of codes \"{}\"", id));
}

/// Says where there is no page with that id; none is any.
void checkOnPage(
    ReferenceCheck& check, const Instrument& in, const std::string& id, std::string pointer)
{
    if (!id.empty())
        check.leadsTo(in.pages, id, "page", std::move(pointer));
}

void checkOtherForms(
    ReferenceCheck& check, const Instrument& in, const Reader& reader, const std::string& place)
{
    const auto& others = *reader.others;
    if (reader.text.form != TextForm::Number)
        check.fail(place, "only numbers are written in several units");
    if (others.change == FormChange::Code)
        checkGivesCodes(check, in, others.by, place + "/by");
    checkOnPage(check, in, others.onPage, place + "/onPage");
    const auto own = parseUnit(reader.unit);
    for (std::size_t i = 0; i < others.forms.size(); ++i) {
        const auto unit = parseUnit(others.forms[i].unit);
        const auto at = fmt::format("{}/forms/{}/unit", place, i);
        if (!unit)
            check.fail(at, unit.error().message);
        else if (own && unit->dimension != own->dimension)
            check.fail(at,
                fmt::format("the reader is in {}; it cannot be written in {}", reader.unit,
                    others.forms[i].unit));
    }
}

void checkReaders(ReferenceCheck& check, const Instrument& in)
{
    for (std::size_t i = 0; i < in.readers.size(); ++i) {
        const auto& reader = *in.readers[i];
        check.leadsTo(
            in.channels, reader.channel, "channel", fmt::format("/readers/{}/channel", i));
        const auto unit = parseUnit(reader.unit);
        const auto* channel = findById(in.channels, reader.channel);
        if (isTimeForm(reader.text.form) && reader.unit != "s")
            check.fail(fmt::format("/readers/{}/text/form", i),
                fmt::format("{} is written of seconds; the reader is in {}",
                    textFormWords[static_cast<std::size_t>(reader.text.form)], reader.unit));
        if (!unit)
            check.fail(fmt::format("/readers/{}/unit", i), unit.error().message);
        else if (channel != nullptr && unit->dimension != parseUnit(unitOf(*channel))->dimension)
            check.fail(fmt::format("/readers/{}/unit", i),
                fmt::format("the channel is in {}; it cannot be shown in {}", unitOf(*channel),
                    reader.unit));
        if (reader.others)
            checkOtherForms(check, in, reader, fmt::format("/readers/{}/others", i));
    }
}

/// Says where there is no channel or setting with that id, in that unit.
void checkNamed(ReferenceCheck& check, const Instrument& in, const std::string& id,
    const std::string& unit, std::string pointer)
{
    const auto names = formulaNames(in);
    if (std::find(names.begin(), names.end(), id) == names.end())
        check.fail(std::move(pointer), fmt::format("there is no channel or setting \"{}\"", id));
    else if (dimensionOf(in, id) != parseUnit(unit)->dimension)
        check.fail(std::move(pointer), fmt::format("\"{}\" is not in {}", id, unit));
}

void checkSecondsOf(
    ReferenceCheck& check, const Instrument& in, const std::string& id, std::string pointer)
{
    const auto* clock = findById(in.channels, id);
    if (clock == nullptr || clock->source.kind != SourceKind::Clock)
        check.fail(std::move(pointer), fmt::format("there is no clock \"{}\"", id));
}

void checkTurning(ReferenceCheck& check, const Instrument& in)
{
    for (std::size_t i = 0; i < in.displays.size(); ++i) {
        const auto& display = *in.displays[i];
        const auto place = fmt::format("/displays/{}", i);
        if (!display.mirrors.empty()) {
            check.leadsTo(in.displays, display.mirrors, "display", place + "/mirrors");
            const auto* other = findById(in.displays, display.mirrors);
            if (other != nullptr && !other->mirrors.empty())
                check.fail(place + "/mirrors",
                    fmt::format("\"{}\" shows the pages of another display itself", other->id));
        }
        if (!display.turning.by.empty())
            checkGivesCodes(check, in, display.turning.by, place + "/turning/by");
        if (!display.day.clock.empty())
            checkSecondsOf(check, in, display.day.clock, place + "/day/clock");
        for (std::size_t k = 0; k < display.day.parts.size(); ++k)
            for (const auto id : splitAtBlanks(display.day.parts[k].pages)) {
                const auto* page = findById(in.pages, id);
                if (page == nullptr || page->display != display.id)
                    check.fail(fmt::format("{}/day/parts/{}/pages", place, k),
                        fmt::format("\"{}\" has no page \"{}\"", display.id, id));
            }
        if (const auto& dims = display.dimming)
            checkNamed(check, in, dims->from, dims->low.unit, place + "/dimming/from");
    }
}

void checkCondition(ReferenceCheck& check, const Instrument& in, const PageCondition& when,
    const std::string& place)
{
    if (when.traits().hasChannel)
        check.leadsTo(in.channels, when.channel, "channel", place + "/channel");
    if (when.traits().hasName)
        checkGivesCodes(check, in, when.channel, place + "/channel");
}

void checkPages(ReferenceCheck& check, const Instrument& in)
{
    constexpr std::array<std::string_view, 8> fonts{
        "4x6", "5x8", "8x8", "6x12", "8x16", "12x24", "16x32", "32x64"};
    for (std::size_t i = 0; i < in.pages.size(); ++i) {
        check.leadsTo(
            in.displays, in.pages[i]->display, "display", fmt::format("/pages/{}/display", i));
        checkCondition(check, in, in.pages[i]->when, fmt::format("/pages/{}/when", i));
        for (std::size_t k = 0; k < in.pages[i]->fields.size(); ++k) {
            const auto& field = in.pages[i]->fields[k];
            const auto place = fmt::format("/pages/{}/fields/{}", i, k);
            if (field.traits().hasReader)
                check.leadsTo(in.readers, field.reader, "reader", place + "/reader");
            if (std::find(fonts.begin(), fonts.end(), field.font) == fonts.end())
                check.fail(place + "/font",
                    fmt::format(
                        "the font \"{}\" is not one of {}", field.font, fmt::join(fonts, ", ")));
        }
    }
}

/// How the boards run their loops, and what switches their tasks.
void checkLoops(ReferenceCheck& check, const Instrument& in)
{
    const auto boards = boardsOf(in);
    std::set<std::string> seen;
    for (std::size_t i = 0; i < in.timing.boards.size(); ++i) {
        const auto& id = in.timing.boards[i].id;
        const auto place = fmt::format("/timing/boards/{}/id", i);
        check.uniqueId(seen, id, place);
        checkPart(check, in, id, PartKind::Board, place);
        if (!boards.empty() && boards.front()->id == id)
            check.fail(
                place, fmt::format("the first board, {}, has its loop in timing itself", id));
    }
    for (const auto* board : boards)
        if (loopSpecOf(in, board->id).runtime == Runtime::Interpreted
            && board->processor == ProcessorClass::Bits8At16MHz)
            check.fail("/timing/runtime", "an 8-bit board has no room for an interpreter");
    if (!in.timing.modes)
        return;
    const auto& modes = *in.timing.modes;
    const auto names = namesIn(modes.names);
    const auto* setting = findById(in.settings, modes.by);
    if (setting == nullptr)
        return check.fail("/timing/modes/by", fmt::format("there is no setting \"{}\"", modes.by));
    const double steps =
        std::floor((inSi(setting->most) - inSi(setting->least)) / inSi(setting->step) + 1e-9) + 1;
    if (names.size() < 2 || static_cast<double>(names.size()) > steps)
        check.fail("/timing/modes/names",
            fmt::format("modes have two names or more, and no more than {} has steps: {}",
                setting->name, steps));
    if (std::set(names.begin(), names.end()).size() != names.size())
        check.fail("/timing/modes/names", "a mode has its name for itself");
}

void checkTask(
    ReferenceCheck& check, const Instrument& in, const ProgramTask& task, const std::string& place)
{
    if (!task.board.empty())
        checkPart(check, in, task.board, PartKind::Board, place + "/board");
    if (task.core > coresFor(in, task))
        check.fail(place + "/core", "the board that runs it has one core");
    const auto modes =
        in.timing.modes ? namesIn(in.timing.modes->names) : std::vector<std::string>();
    for (const auto& name : namesIn(task.only))
        if (std::find(modes.begin(), modes.end(), name) == modes.end())
            check.fail(place + "/only", fmt::format("there is no mode \"{}\"", name));
    if (!task.to.empty()) {
        const auto* device = findById(in.devices, task.to);
        if (device == nullptr || device->kind != DeviceKind::Lines)
            check.fail(place + "/to", fmt::format("there is no line sender \"{}\"", task.to));
        else if (device->board == boardIdOf(in, task))
            check.fail(place + "/to", "a board does not send lines to itself");
    }
    if (!task.wokenBy.empty()) {
        const auto* channel = findById(in.channels, task.wokenBy);
        ProgramTask sampling;
        sampling.does = TaskDoes::Sample;
        sampling.of = task.wokenBy;
        if (channel == nullptr
            || (!hasEvents(channel->source.kind) && channel->source.kind != SourceKind::Pulses))
            check.fail(place + "/wokenBy",
                fmt::format("there is no channel of events or pulses \"{}\"", task.wokenBy));
        else if (boardIdOf(in, sampling) != boardIdOf(in, task))
            check.fail(
                place + "/wokenBy", fmt::format("{} is read by another board", channel->name));
    }
}

/// A number that another board sends is one of the same kind there.
void checkCarried(ReferenceCheck& check, const Instrument& in)
{
    for (std::size_t i = 0; i < in.channels.size(); ++i) {
        const auto& carries = in.channels[i]->source.lines.carries;
        if (carries.empty() || !isTold(in.channels[i]->source.kind))
            continue;
        const auto place = fmt::format("/channels/{}/source/carries", i);
        const auto* there = findById(in.channels, carries);
        if (there == nullptr || there == in.channels[i].get()
            || !there->source.lines.carries.empty())
            check.fail(
                place, fmt::format("there is no channel \"{}\" on another board to send", carries));
        else if (parseUnit(unitOf(*there))->dimension
            != parseUnit(unitOf(*in.channels[i]))->dimension)
            check.fail(place,
                fmt::format("{} is in {}, this channel is in {}", there->name, unitOf(*there),
                    unitOf(*in.channels[i])));
    }
}

void checkProgram(ReferenceCheck& check, const Instrument& in)
{
    constexpr std::ptrdiff_t mostOwn = 100; // far above any real loop
    const auto& program = in.timing.program;
    if (std::count_if(program.begin(), program.end(),
            [](const ProgramTask& task) { return !task.traits().isByItself; })
        > mostOwn)
        check.fail(
            "/timing/program", fmt::format("a program has at most {} tasks of its own", mostOwn));
    checkLoops(check, in);
    std::set<std::string> ids, named;
    for (std::size_t i = 0; i < program.size(); ++i) {
        const auto& task = program[i];
        const auto place = fmt::format("/timing/program/{}", i);
        check.uniqueId(ids, task.id, place + "/id");
        if (task.does == TaskDoes::Sample || task.does == TaskDoes::Save)
            check.leadsTo(in.channels, task.of, "channel", place + "/of");
        else if (task.does == TaskDoes::Redraw)
            check.leadsTo(in.displays, task.of, "display", place + "/of");
        else if (task.does == TaskDoes::Drive)
            check.leadsTo(in.outputs, task.of, "output", place + "/of");
        checkTask(check, in, task, place);
        if (const auto* channel = findById(in.channels, task.of); task.does == TaskDoes::Sample
            && task.when == TaskWhen::EveryTurn && channel != nullptr
            && channel->source.kind == SourceKind::Pulses
            && channel->source.pulses.gives == PulseGives::Rate)
            check.fail(place + "/when",
                fmt::format("{} is a rate, which is counted for as long as its interval: it is "
                            "sampled when it is due",
                    channel->name));
        const auto does = taskDoesWords[static_cast<std::size_t>(task.does)];
        if (task.traits().isOf && !named.insert(fmt::format("{} {}", does, task.of)).second)
            check.fail(
                place + "/of", fmt::format("the program has \"{} {}\" twice", does, task.of));
    }
}

void checkLanes(ReferenceCheck& check, const Instrument& in)
{
    for (std::size_t i = 0; i < in.scenarios.size(); ++i)
        for (std::size_t k = 0; k < in.scenarios[i]->lanes.size(); ++k)
            for (const auto& channel : in.channels) {
                const auto& lane = in.scenarios[i]->lanes[k];
                if (channel->source.lane != lane.id)
                    continue;
                if (hasEvents(channel->source.kind) == lane.events.empty() && !lane.points.empty())
                    check.fail(fmt::format("/scenarios/{}/lanes/{}/points", i, k),
                        fmt::format("{} follows events, not points", channel->name));
                else if (!hasEvents(channel->source.kind) && lane.points.empty())
                    check.fail(fmt::format("/scenarios/{}/lanes/{}/events", i, k),
                        fmt::format("{} follows points, not events", channel->name));
                else if (!lane.points.empty()
                    && parseUnit(lane.unit)->dimension != parseUnit(unitOf(*channel))->dimension)
                    check.fail(fmt::format("/scenarios/{}/lanes/{}/unit", i, k),
                        fmt::format("the channel is in {}; the lane is in {}", unitOf(*channel),
                            lane.unit));
            }
}

/// The sensor must give what the channel is wished in, and its front end must suit it.
void checkSensors(ReferenceCheck& check, const Instrument& in)
{
    constexpr std::array<std::string_view, sensorKindWords.size()> units{
        "V", "A", "", "", "degC", "lx", "", "degC", "degC"};
    for (std::size_t i = 0; i < in.channels.size(); ++i) {
        const auto& channel = *in.channels[i];
        const auto& sensor = channel.sensor;
        if (channel.source.kind != SourceKind::Analog)
            continue;
        const auto kind = static_cast<std::size_t>(sensor.kind);
        const auto given =
            sensor.kind == SensorKind::Sender || sensor.kind == SensorKind::Potentiometer
            ? sensor.low.unit
            : sensor.kind == SensorKind::Bridge ? sensor.capacity.unit
                                                : std::string(units[kind]);
        if (parseUnit(unitOf(channel))->dimension != parseUnit(given)->dimension)
            check.fail(fmt::format("/channels/{}/sensor/kind", i),
                fmt::format("a {} gives {}; the channel is in {}", sensorKindWords[kind], given,
                    unitOf(channel)));
        if (isResistive(sensor.kind) == (channel.frontEnd.kind == FrontEndKind::Divider))
            check.fail(fmt::format("/channels/{}/frontEnd/kind", i),
                fmt::format("a {} needs the front end {}", sensorKindWords[kind],
                    isResistive(sensor.kind) ? "\"sensor above\" or \"sensor below\""
                                             : "\"divider\""));
    }
}

void checkFaults(ReferenceCheck& check, const Instrument& in)
{
    for (std::size_t i = 0; i < in.scenarios.size(); ++i) {
        std::set<std::string> seen;
        for (std::size_t k = 0; k < in.scenarios[i]->faults.size(); ++k) {
            const auto& fault = in.scenarios[i]->faults[k];
            const auto place = fmt::format("/scenarios/{}/faults/{}", i, k);
            check.uniqueId(seen, fault.id, place + "/id");
            const auto* channel = findById(in.channels, fault.channel);
            // A station of a radio may be silent alone.
            if (channel != nullptr && isTold(channel->source.kind)
                && channel->source.kind != SourceKind::Node && isOfSpeech(fault.kind))
                check.fail(place + "/channel",
                    fmt::format("{} is a fault of the device that tells {}",
                        faultKindWords[static_cast<std::size_t>(fault.kind)], channel->name));
            else if (fault.device.empty())
                check.leadsTo(in.channels, fault.channel, "channel", place + "/channel");
            else
                check.leadsTo(in.devices, fault.device, "device", place + "/device");
        }
    }
}

void checkSettings(ReferenceCheck& check, const Instrument& in)
{
    for (std::size_t i = 0; i < in.settings.size(); ++i) {
        const auto& setting = *in.settings[i];
        if (findById(in.channels, setting.id) != nullptr)
            check.fail(fmt::format("/settings/{}/id", i),
                fmt::format("a channel has the id \"{}\" too", setting.id));
        const auto place = fmt::format("/settings/{}", i);
        if (!setting.by.empty())
            checkGivesCodes(check, in, setting.by, place + "/by");
        checkOnPage(check, in, setting.onPage, place + "/onPage");
        if (!setting.seeking)
            continue;
        const auto& seeks = *setting.seeking;
        const auto* channel = findById(in.channels, seeks.channel);
        if (channel == nullptr || givesCodes(channel->source.kind))
            check.fail(place + "/seeking/channel",
                fmt::format("there is no channel \"{}\" with a number", seeks.channel));
        else
            checkNamed(check, in, seeks.channel, seeks.above.unit, place + "/seeking/above");
    }
}

void checkOutputs(ReferenceCheck& check, const Instrument& in)
{
    for (std::size_t i = 0; i < in.outputs.size(); ++i) {
        const auto& output = *in.outputs[i];
        check.leadsTo(in.parts, output.part, "part", fmt::format("/outputs/{}/part", i));
        if (output.kind == OutputKind::Motor && output.lowOutput.value == output.highOutput.value)
            check.fail(fmt::format("/outputs/{}/highOutput", i),
                "the two ends of a motor's way must differ");
        checkNamed(check, in, output.from, output.low.unit, fmt::format("/outputs/{}/from", i));
        if (isDownlink(output)) {
            const auto* told = findById(in.channels, output.station);
            if (told == nullptr || told->source.kind != SourceKind::Node)
                check.fail(fmt::format("/outputs/{}/station", i),
                    fmt::format("there is no channel \"{}\" of a station", output.station));
        }
        if (!output.sequence.by.empty())
            checkGivesCodes(
                check, in, output.sequence.by, fmt::format("/outputs/{}/sequence/by", i));
        checkOnPage(
            check, in, output.sequence.onPage, fmt::format("/outputs/{}/sequence/onPage", i));
    }
}

void checkDevices(ReferenceCheck& check, const Instrument& in)
{
    for (std::size_t i = 0; i < in.devices.size(); ++i)
        check.leadsTo(
            in.parts, in.devices[i]->board, "board or module", fmt::format("/devices/{}/board", i));
}

ReferenceCheck checkReferences(const Instrument& in)
{
    ReferenceCheck check;
    check.uniqueIds("parts", in.parts);
    std::set<std::string> buses;
    for (std::size_t i = 0; i < in.parts.size(); ++i)
        for (std::size_t k = 0; k < in.parts[i]->buses.size(); ++k)
            check.uniqueId(
                buses, in.parts[i]->buses[k].id, fmt::format("/parts/{}/buses/{}/id", i, k));
    check.uniqueIds("devices", in.devices);
    checkDevices(check, in);
    check.uniqueIds("channels", in.channels);
    check.uniqueIds("readers", in.readers);
    check.uniqueIds("displays", in.displays);
    check.uniqueIds("pages", in.pages);
    check.uniqueIds("scenarios", in.scenarios);
    check.uniqueIds("decisions", in.decisions);
    check.uniqueIds("prices", in.prices);
    checkSensors(check, in);
    for (std::size_t i = 0; i < in.channels.size(); ++i) {
        const SourceFault fault = [&](const std::string& place, const std::string& message) {
            check.fail(fmt::format("/channels/{}{}", i, place), message);
        };
        checkSource(in, *in.channels[i], fault);
        checkScaling(*in.channels[i], fault);
    }
    for (std::size_t i = 0; i < in.displays.size(); ++i)
        checkPart(check, in, in.displays[i]->part, PartKind::Display,
            fmt::format("/displays/{}/part", i));
    checkReaders(check, in);
    checkPages(check, in);
    checkTurning(check, in);
    checkProgram(check, in);
    checkCarried(check, in);
    checkLanes(check, in);
    check.uniqueIds("settings", in.settings);
    check.uniqueIds("outputs", in.outputs);
    checkFaults(check, in);
    checkSettings(check, in);
    checkOutputs(check, in);
    check.uniqueIds("captures", in.captures);
    return check;
}

Error placed(
    std::string_view text, std::string message, const std::string& pointer, std::size_t offset)
{
    return {ErrorCode::Malformed, std::move(message),
        fmt::format("{}, {}", pointer.empty() ? "/" : pointer,
            json::placeOf(text, offset == 0 ? 0 : offset - 1))};
}

/// Says what is wrong when the text is JSON but no instrument of this version.
Result<void> checkFormat(std::string_view text, const json::Node& root)
{
    if (root.kind != json::Kind::Object)
        return placed(text, "this is not an instrument file", "", root.offset);
    const auto* format = json::find(root, "format");
    if (format == nullptr || format->kind != json::Kind::String || format->text != "fern-tick")
        return placed(text, R"(this is not an instrument file: "format" is not "fern-tick")", "",
            root.offset);
    const auto* version = json::find(root, "version");
    if (version != nullptr && version->kind == json::Kind::Number && version->number > fileVersion)
        return Error{ErrorCode::NewerVersion,
            fmt::format("the file has version {}; this program reads version {}", version->text,
                fileVersion),
            "/version"};
    return {};
}

json::Node treeOf(const Instrument& instrument)
{
    JsonWriter writer;
    Instrument copy = instrument;
    describe(writer, copy);
    return writer.take();
}

Error tooLarge(std::size_t bytes)
{
    return {ErrorCode::TooLarge,
        fmt::format("an instrument file has at most {} MB; this one has {}",
            longestInstrumentFile >> 20U, bytes >> 20U),
        ""};
}

} // namespace

Result<Instrument> readInstrument(std::string_view text)
{
    if (text.size() > longestInstrumentFile)
        return tooLarge(text.size());
    auto parsed = json::parse(text);
    if (!parsed)
        return parsed.error();
    const Result<json::Node> root = upgraded(*std::move(parsed));
    if (const auto right = checkFormat(text, *root); !right)
        return right.error();
    Instrument instrument;
    JsonReader reader(*root, "");
    describe(reader, instrument);
    if (reader.failed())
        return placed(text, reader.message(), reader.pointer(), reader.offset());
    const auto references = checkReferences(instrument);
    if (!references.message().empty())
        return placed(text, references.message(), references.pointer(),
            nodeAt(*root, references.pointer()).offset);
    return instrument;
}

std::string writeInstrument(const Instrument& instrument)
{
    return json::write(treeOf(instrument));
}

Result<void> checkInstrument(const Instrument& instrument)
{
    const auto root = treeOf(instrument);
    Instrument readBack;
    JsonReader reader(root, "");
    describe(reader, readBack);
    if (reader.failed())
        return Error{ErrorCode::InvalidArgument, reader.message(), reader.pointer()};
    const auto references = checkReferences(readBack);
    if (!references.message().empty())
        return Error{ErrorCode::InvalidArgument, references.message(), references.pointer()};
    const auto least = json::leastSize(root);
    if (!least)
        return least.error();
    // The blanks of its lines are few beside what is in them.
    if (*least > longestInstrumentFile / 4)
        if (const auto bytes = json::write(root).size(); bytes > longestInstrumentFile)
            return tooLarge(bytes);
    return {};
}

} // namespace fern
