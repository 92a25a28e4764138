#include "instrument/resolve.h"

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
        if (lane.id != id)
            continue;
        auto points = lane.points;
        const auto unit = *parseUnit(lane.unit);
        for (auto& point : points)
            point.y = toSi(point.y, unit);
        return points;
    }
    return {};
}

PlainChannel plain(const Instrument& instrument, const Channel& channel, const Scenario* scenario)
{
    const auto& converter = findById(instrument.parts, channel.source.board)->converter;
    PlainChannel p;
    p.id = channel.id;
    p.name = channel.name;
    p.unit = *parseUnit(unitOf(channel));
    p.from = inSi(channel.wish.from);
    p.to = inSi(channel.wish.to);
    p.wishedStep = inSi(channel.wish.step);
    p.tolerance = inSi(channel.wish.tolerance);
    p.freshnessSeconds = inSi(channel.wish.freshness);
    p.r1 = inSi(channel.divider.r1);
    p.r2 = inSi(channel.divider.r2);
    p.resistorTolerancePercent = channel.divider.tolerancePercent;
    p.bits = converter.bits;
    p.school = converter.school;
    p.reference = inSi(converter.reference);
    p.referenceTolerancePercent = converter.referenceTolerancePercent;
    p.damageAbove = inSi(converter.damageAbove);
    p.noiseLsb = converter.noiseLsb;
    p.nonlinearityLsb = converter.nonlinearityLsb;
    p.offsetLsb = converter.offsetLsb;
    p.conversionSeconds = inSi(converter.conversionTime);
    p.sampleEvery = ticksFromSeconds(inSi(channel.source.sampleEvery));
    p.numberKind = channel.numberKind;
    p.steps = channel.smoothing;
    if (scenario != nullptr)
        p.lane = laneInSi(*scenario, channel.source.lane);
    return p;
}

PlainDisplay plain(const Instrument& instrument, const Display& display)
{
    const auto& part = *findById(instrument.parts, display.part);
    PlainDisplay p;
    p.id = display.id;
    p.width = part.width;
    p.height = part.height;
    p.panelResponse = ticksFromSeconds(inSi(part.panelResponse));
    p.redrawEvery = ticksFromSeconds(inSi(display.redrawEvery));
    p.busHertz = inSi(display.busSpeed);
    p.bufferBytes = display.bufferBytes;
    for (const auto& page : instrument.pages)
        if (page->display == display.id) {
            p.page = *page;
            break;
        }
    return p;
}

} // namespace

Result<PlainInstrument> resolve(const Instrument& instrument, std::string_view scenarioName)
{
    const auto* scenario = findScenario(instrument, scenarioName);
    if (scenario == nullptr && !scenarioName.empty())
        return Error{ErrorCode::NotFound, fmt::format("there is no scenario \"{}\"", scenarioName),
            "/scenarios"};
    PlainInstrument p;
    for (const auto& channel : instrument.channels)
        p.channels.push_back(plain(instrument, *channel, scenario));
    for (const auto& reader : instrument.readers)
        p.readers.push_back({reader->id, indexOf(p.channels, reader->channel),
            *parseUnit(reader->unit), reader->text});
    for (const auto& display : instrument.displays)
        p.displays.push_back(plain(instrument, *display));
    for (const auto& part : instrument.parts)
        if (part->kind == PartKind::Board) {
            p.processor = part->processor;
            break;
        }
    p.loopWaitSeconds = inSi(instrument.timing.loopWait);
    p.seed = scenario == nullptr ? 1 : scenario->seed;
    return p;
}

} // namespace fern
