#include "instrument/resolve.h"

#include "base/calendar.h"
#include "base/split.h"
#include "glass/parts/make_part.h"
#include "instrument/parts_view.h"
#include "instrument/plain_program.h"
#include "instrument/source_check.h"

#include <algorithm>
#include <iterator>
#include <utility>

#include <fmt/format.h>

namespace fern {

namespace {

const Scenario* findScenario(const Instrument& instrument, std::string_view name)
{
    for (const auto& scenario : instrument.scenarios)
        if (name.empty() || scenario->id == name || scenario->name == name)
            return scenario.get();
    return nullptr;
}

std::vector<CurvePoint> laneInSi(const Scenario& scenario, const std::string& id)
{
    for (const auto& lane : scenario.lanes) {
        if (lane.id != id || lane.points.empty())
            continue;
        auto points = lane.points;
        const auto unit = *parseUnit(lane.unit);
        for (auto& point : points)
            point.y = toSi(point.y, unit);
        return points;
    }
    return {};
}

/// The reference, or the range that the gain is set to for this channel.
double rangeOf(const Channel& channel, const ConverterSpec& converter)
{
    return channel.source.range.value > 0 ? inSi(channel.source.range) : inSi(converter.reference);
}

/// What a converter, and for an analog source the sensor before it, are nominally.
void addConverter(PlainChannel& p, const Instrument& instrument, const Channel& channel)
{
    const auto& reads = *findById(instrument.parts, channel.source.board);
    const auto& converter = *reads.converter;
    const auto* bus = reads.port ? findBus(instrument, reads.port->bus) : nullptr;
    p.input = analogInputOf(channel.sensor, channel.frontEnd, inSi(converter.reference));
    p.sourceOhms =
        channel.sensor.kind == SensorKind::Voltage ? inSi(channel.sensor.sourceResistance) : 0;
    p.pinFarad = inSi(channel.frontEnd.capacitor);
    p.sensorTolerancePercent = channel.sensor.tolerancePercent;
    p.resistorTolerancePercent = channel.frontEnd.tolerancePercent;
    p.bits = converter.bits;
    p.school = converter.school;
    p.form = converter.form;
    p.realBits = converter.realBits;
    p.widening = converter.widening;
    p.ranges = converter.ranges;
    p.reference = rangeOf(channel, converter);
    p.referenceTolerancePercent = converter.referenceTolerancePercent;
    p.damageAbove = inSi(converter.damageAbove);
    p.noiseLsb = converter.noiseLsb;
    p.nonlinearityLsb = converter.nonlinearityLsb;
    p.offsetLsb = converter.offsetLsb;
    p.conversionSeconds = inSi(converter.conversionTime);
    p.isReadByModule = reads.kind != PartKind::Board;
    p.moduleBusHertz = bus == nullptr ? 0 : inSi(bus->speed);
    p.moduleBus = bus == nullptr ? "" : bus->id;
}

PlainChannel plain(const Instrument& instrument, const Channel& channel, const Scenario* scenario)
{
    PlainChannel p;
    p.id = channel.id;
    p.name = channel.name;
    p.unit = *parseUnit(unitOf(channel));
    p.from = inSi(channel.wish.from);
    p.to = inSi(channel.wish.to);
    p.wishedStep = inSi(channel.wish.step);
    p.tolerance = inSi(channel.wish.tolerance);
    p.freshnessSeconds = inSi(channel.wish.freshness);
    p.source = channel.source;
    for (const auto& device : instrument.devices)
        if (isTold(channel.source.kind) && device->id == channel.source.device) {
            p.device = device;
            p.source.board = device->board;
            p.source.pin = device->pin;
            p.source.sampleEvery = device->every;
        }
    p.readingUnit = *parseUnit(readingUnitOf(channel.source, unitOf(channel)));
    const auto told = [](const Difference& d) { return d.value == 0 ? 0 : inSi(d); };
    p.resolution = told(channel.source.resolution);
    p.accuracy = told(channel.source.accuracy);
    p.sampleEvery = ticksFromSeconds(inSi(p.source.sampleEvery));
    p.scaling = channel.scaling;
    for (const auto& calibration : channel.calibrations)
        if (calibration.id == channel.scaling.calibration)
            p.calibration = calibration;
    p.numberKind = channel.numberKind;
    p.steps = channel.smoothing;
    if (scenario != nullptr) {
        p.lane = laneInSi(*scenario, channel.source.lane);
        for (const auto& lane : scenario->lanes)
            if (lane.id == channel.source.lane)
                p.events = lane.events;
        for (const auto& fault : scenario->faults)
            if (fault.channel == channel.id
                || (p.device != nullptr && fault.device == p.device->id))
                p.faults.push_back(fault);
    }
    if (isConverted(channel.source.kind))
        addConverter(p, instrument, channel);
    if (const auto* board = findById(instrument.parts, channel.source.board))
        p.network = board->network;
    return p;
}

/// Key codes are compared as the receiver tells them, however the file writes them.
void writeKeyCodesAlike(PlainInstrument& p)
{
    const auto isOfKeys = [&](std::string_view id) {
        const auto by = indexOf(p.channels, id);
        return by < p.channels.size() && p.channels[by].source.kind == SourceKind::KeyCodes;
    };
    const auto rewrite = [](std::string& word, const std::vector<NameSpec>& names) {
        const bool isName = std::any_of(
            names.begin(), names.end(), [&](const NameSpec& name) { return name.name == word; });
        if (!word.empty() && !isName)
            word = asKeyCode(word);
    };
    for (auto& channel : p.channels)
        if (channel.source.kind == SourceKind::KeyCodes)
            for (auto& name : channel.source.names)
                name.code = asKeyCode(name.code);
    for (auto& channel : p.channels) {
        auto& d = channel.source.derived;
        if (isOfKeys(d.of))
            rewrite(d.name, p.channels[indexOf(p.channels, d.of)].source.names);
        if (isOfKeys(d.resetBy))
            for (auto* word : {&d.resetName, &d.stopName, &d.holdName})
                rewrite(*word, p.channels[indexOf(p.channels, d.resetBy)].source.names);
    }
    for (auto& setting : p.settings) {
        auto& spec = setting.spec;
        if (!setting.by || !isOfKeys(spec.by))
            continue;
        for (auto* word : {&spec.up, &spec.down, &spec.seek})
            rewrite(*word, p.channels[*setting.by].source.names);
        if (spec.entry)
            for (auto* word : {&spec.entry->point, &spec.entry->clear, &spec.entry->confirm})
                rewrite(*word, p.channels[*setting.by].source.names);
    }
    for (auto& output : p.outputs)
        if (output.by && isOfKeys(output.spec.sequence.by))
            rewrite(output.spec.sequence.name, p.channels[*output.by].source.names);
    for (auto& reader : p.readers)
        if (reader.by && isOfKeys(reader.change.by))
            rewrite(reader.change.name, p.channels[*reader.by].source.names);
    for (auto& display : p.displays) {
        auto& turning = display.turning;
        if (turning.by && isOfKeys(p.channels[*turning.by].id))
            for (auto* word : {&turning.next, &turning.previous})
                rewrite(*word, p.channels[*turning.by].source.names);
        for (auto& page : display.pages)
            if (page.when.traits().hasName && isOfKeys(page.when.channel))
                rewrite(page.when.name, p.channels[page.whenChannel].source.names);
    }
}

std::optional<std::size_t> channelAt(const PlainInstrument& p, std::string_view id)
{
    const auto index = indexOf(p.channels, id);
    return index < p.channels.size() ? std::optional(index) : std::nullopt;
}

/// Where a channel or setting stands that must be there.
ValuePlace placeOf(const Instrument& instrument, const PlainInstrument& p, std::string_view id)
{
    if (const auto channel = channelAt(p, id))
        return {false, *channel};
    std::size_t setting = 0;
    while (instrument.settings[setting]->id != id)
        ++setting;
    return {true, setting};
}

/// What a driven module draws while it is active: the part itself, or the one with a line at the
/// pin.
double drawnBy(const Instrument& instrument, const Output& output)
{
    for (const auto& part : instrument.parts) {
        const bool isDriven = part->id == output.part && part->kind != PartKind::Board;
        const auto* board = boardOf(instrument, *part);
        const bool hasLine = board != nullptr && board->id == output.part && !output.pin.empty()
            && std::any_of(part->lines.begin(), part->lines.end(),
                [&](const LineSpec& line) { return line.pin == output.pin && !line.isInput; });
        if (isDriven || hasLine)
            return currentOf(instrument.parts, *part, Draw::Active);
    }
    return 0;
}

PlainOutput plain(const Instrument& instrument, const PlainInstrument& p, const Output& output)
{
    PlainOutput o{output, placeOf(instrument, p, output.from), inSi(output.low), inSi(output.high),
        output.lowOutput.value, in(output.highOutput, output.lowOutput.unit),
        ticksFromSeconds(inSi(output.every)), ticksFromSeconds(inSi(output.blinds)), {}, {}, {},
        drawnBy(instrument, output)};
    o.by = channelAt(p, output.sequence.by);
    if (isDownlink(output))
        o.station = channelAt(p, output.station);
    double begin = 0;
    for (const auto& move : output.sequence.moves)
        o.moves.push_back({move.y, ticksFromSeconds(move.x - std::exchange(begin, move.x))});
    return o;
}

/// The converters of modules, and the channels that each one reads.
void addConverters(PlainInstrument& p, const Instrument& instrument)
{
    for (std::size_t i = 0; i < p.channels.size(); ++i) {
        auto& channel = p.channels[i];
        if (!isConverted(channel.source.kind) || !channel.isReadByModule)
            continue;
        const auto& part = channel.source.board;
        const auto known = std::find_if(p.converters.begin(), p.converters.end(),
            [&](const PlainConverter& converter) { return converter.part == part; });
        channel.converter = static_cast<std::size_t>(known - p.converters.begin());
        if (known == p.converters.end()) {
            const auto& spec = *findById(instrument.parts, part)->converter;
            const auto conversion = ticksFromSeconds(channel.conversionSeconds);
            p.converters.push_back({part,
                {std::max(Ticks{1}, conversion), spec.mode, spec.settles, spec.discards}, {}});
        }
        p.converters[channel.converter].channels.push_back(i);
    }
}

/// Finds for each channel that counts the wheel of another one whose it is.
void joinWheels(PlainInstrument& p)
{
    for (auto& channel : p.channels) {
        const auto other = std::find_if(p.channels.begin(), p.channels.end(),
            [&](const PlainChannel& c) { return isOneWheel(c.source, channel.source); });
        if (other != p.channels.end() && !other->lane.empty())
            channel.wheel = static_cast<std::size_t>(other - p.channels.begin());
    }
}

PlainReader plain(const PlainInstrument& p, const Reader& reader)
{
    PlainReader own{reader.id, indexOf(p.channels, reader.channel), *parseUnit(reader.unit),
        reader.text, ticksFromSeconds(inSi(reader.staleAfter)), inSi(reader.standsFor)};
    if (!reader.others)
        return own;
    own.change = *reader.others;
    own.by = channelAt(p, reader.others->by);
    for (const auto& form : reader.others->forms) {
        auto text = reader.text;
        text.decimals = form.decimals;
        text.unitShown = form.unitShown;
        own.others.push_back({*parseUnit(form.unit), std::move(text), form.from});
    }
    return own;
}

/// What channels and settings are to one another.
void connect(PlainInstrument& p, const Instrument& instrument)
{
    for (std::size_t i = 0; i < p.channels.size(); ++i) {
        auto& channel = p.channels[i];
        for (const auto& id : madeOf(instrument, *instrument.channels[i]))
            if (const auto other = channelAt(p, id))
                channel.madeOf.push_back(*other);
        channel.resetBy = channelAt(p, channel.source.derived.resetBy);
        if (const auto& gate = channel.source.gate)
            if (const auto other = channelAt(p, gate->channel))
                channel.gate = {*other, inSi(gate->opensAt), inSi(gate->closesBelow)};
    }
    for (const auto& setting : instrument.settings) {
        auto& own = p.settings.emplace_back(
            PlainSetting{*setting, *parseUnit(setting->value.unit), channelAt(p, setting->by)});
        if (const auto& seeks = setting->seeking) {
            own.soughtIn = indexOf(p.channels, seeks->channel);
            own.soughtAbove = inSi(seeks->above);
            own.seekEvery = ticksFromSeconds(inSi(seeks->every));
        }
    }
    for (const auto& output : instrument.outputs)
        p.outputs.push_back(plain(instrument, p, *output));
    p.formulaNames = formulaNames(instrument);
    for (const auto& name : p.formulaNames)
        p.formulaValues.push_back(placeOf(instrument, p, name));
}

PlainPage plain(const Instrument& instrument, const Page& page)
{
    PlainPage p{page, {}, 0};
    for (const auto& field : page.fields) {
        std::size_t reader = 0;
        while (reader < instrument.readers.size() && instrument.readers[reader]->id != field.reader)
            ++reader;
        p.readers.push_back(reader);
    }
    if (page.when.traits().hasChannel)
        while (instrument.channels[p.whenChannel]->id != page.when.channel)
            ++p.whenChannel;
    return p;
}

/// Finds the pages of a display, and when each is shown.
void addPages(PlainDisplay& p, const Instrument& instrument, const PlainInstrument& all,
    const Display& display)
{
    const auto* mirrored = findById(instrument.displays, display.mirrors);
    const auto& shown = mirrored == nullptr ? display : *mirrored;
    p.isMirror = !display.mirrors.empty();
    for (const auto& page : instrument.pages)
        if (page->display == shown.id) {
            if (page->when.comes == PageComes::Turned)
                p.turned.push_back(p.pages.size());
            p.pages.push_back(plain(instrument, *page));
        }
    if (!p.pages.empty())
        p.page = p.turned.empty() ? p.pages.front() : p.pages[p.turned.front()];
    p.turning = {channelAt(all, shown.turning.by), shown.turning.next, shown.turning.previous,
        ticksFromSeconds(inSi(shown.turning.every))};
    p.day = {shown.day, channelAt(all, shown.day.clock), {}};
    for (const auto& part : shown.day.parts) {
        PlainDayPart own{{}, ticksFromSeconds(inSi(part.each)), part.brightness / 100.0};
        for (const auto id : splitAtBlanks(part.pages))
            if (const auto page = indexOf(p.pages, id); page < p.pages.size())
                own.pages.push_back(page);
        p.day.parts.push_back(std::move(own));
    }
    if (const auto& dims = display.dimming)
        p.dimming = {placeOf(instrument, all, dims->from), inSi(dims->low), inSi(dims->high),
            dims->lowPercent / 100.0, dims->highPercent / 100.0};
}

PlainDisplay plain(const Instrument& instrument, const PlainInstrument& all, const Display& display)
{
    const auto& part = *findById(instrument.parts, display.part);
    PlainDisplay p;
    p.id = display.id;
    const int address = part.port ? part.port->address : 0;
    p.metrics = metricsOf(*part.display);
    p.firmware = std::make_shared<const DisplayFirmware>(
        DriverSetup{*part.display, display.driver, address});
    p.optical = ticksFromSeconds(inSi(part.display->response));
    p.response = p.optical;
    if (const auto* paper = std::get_if<PaperSpec>(&part.display->shape)) {
        p.response = p.optical + ticksFromSeconds(inSi(paper->fullRefresh));
        p.isDeaf = true;
    }
    if (const double ampere = currentOf(instrument.parts, part, Draw::Active); ampere > 0)
        if (const double volts = inputVolts(instrument.parts, part); volts > 0)
            p.activeWatts = ampere * volts;
    p.redrawEvery = ticksFromSeconds(inSi(display.redrawEvery));
    p.digitsEvery = ticksFromSeconds(inSi(display.digitsEvery));
    p.busHertz = inSi(busSpeedOf(instrument, display));
    if (const auto* bus = busOf(instrument, display))
        p.bus = bus->id;
    p.face = makeGlassPart(*part.display, address)->seen({}).face;
    addPages(p, instrument, all, display);
    // Signs of one's own go along with the first redraw only, and are no part of its usual cost.
    p.most = std::make_shared<const DriverSteps>(p.firmware->most());
    return p;
}

} // namespace

void holdPage(PlainDisplay& display, std::size_t page)
{
    display.page = display.pages[page];
    display.page.when = {};
    display.pages = {display.page};
    display.turned = {0};
    display.day = {};
}

Result<PlainInstrument> resolve(const Instrument& instrument, std::string_view scenarioName)
{
    const auto* scenario = findScenario(instrument, scenarioName);
    if (scenario == nullptr && !scenarioName.empty())
        return Error{ErrorCode::NotFound, fmt::format("there is no scenario \"{}\"", scenarioName),
            "/scenarios"};
    PlainInstrument p;
    for (const auto& channel : instrument.channels)
        p.channels.push_back(plain(instrument, *channel, scenario));
    connect(p, instrument);
    joinWheels(p);
    addConverters(p, instrument);
    for (const auto& device : instrument.devices) {
        PlainDevice own{device, {}, {}};
        for (std::size_t i = 0; i < p.channels.size(); ++i)
            if (p.channels[i].device == device)
                own.channels.push_back(i);
        if (scenario != nullptr)
            std::copy_if(scenario->faults.begin(), scenario->faults.end(),
                std::back_inserter(own.faults),
                [&](const FaultSpec& fault) { return fault.device == device->id; });
        p.devices.push_back(std::move(own));
    }
    for (const auto& reader : instrument.readers)
        p.readers.push_back(plain(p, *reader));
    for (const auto& display : instrument.displays)
        p.displays.push_back(plain(instrument, p, *display));
    p.runTime = runTimeOf(instrument.parts);
    p.wishedSeconds = inSi(instrument.wish.hours);
    p.readingDistance = inSi(instrument.wish.readingDistance);
    addProgram(p, instrument);
    if (scenario != nullptr) {
        p.scenario = scenario->id;
        p.seed = scenario->seed;
        const auto start = parseUtc(scenario->startsAt);
        p.startEpoch = start ? *start : 0;
    }
    writeKeyCodesAlike(p);
    return p;
}

} // namespace fern
