#pragma once
// Small instruments with one source of any kind.

#include "instrument/channel_edits.h"
#include "instrument/ids.h"
#include "instrument/resolve.h"
#include "parts/catalogue.h"
#include "plan/starting_points.h"
#include "run/firmware_run.h"
#include "run/run_history.h"

#include <gtest/gtest.h>

namespace fern::test {

/// What a channel needs beside its source.
struct SourceCase {
    Source source;
    std::string unit = "V";
    std::vector<CurvePoint> points{};
    std::vector<LaneEvent> events{};
    TextForm form = TextForm::Number;
    double from = 0, to = 10; ///< wished, in the unit
    Device device{}; ///< of a told source, beside its kind, pace and pin
};

/// A source of the kind that is sampled this often.
inline Source ofKind(SourceKind kind, double everySeconds = 1)
{
    Source s;
    s.kind = kind;
    s.sampleEvery = {everySeconds, "s"};
    return s;
}

inline Source pulses(double perUnit, double gateSeconds = 1)
{
    auto s = ofKind(SourceKind::Pulses, gateSeconds);
    s.pin = "IO4";
    s.pulses.perUnit = perUnit;
    return s;
}

inline SourceCase receiverCase(std::vector<CurvePoint> lane)
{
    auto s = ofKind(SourceKind::Receiver);
    SourceCase c{s, "km/h", std::move(lane)};
    c.device.fix.coldStart = {12, "s"};
    c.device.fix.scatter = 0;
    return c;
}

inline SourceCase remoteCase(std::vector<LaneEvent> events)
{
    auto s = ofKind(SourceKind::KeyCodes);
    s.pin = "IO5";
    s.names = {{"20DF10EF", "up"}, {"20DF40BF", "down"}, {"20DF22DD", "reset"}};
    return {s, "count", {}, std::move(events), TextForm::Name};
}

/// Adds the channel `name` with its reader and a page.
inline Instrument withSource(const Instrument& in, const std::string& name, const SourceCase& c)
{
    ChannelParcel parcel;
    auto base = in;
    parcel.channel.name = name;
    parcel.channel.source = c.source;
    if (isTold(c.source.kind)) {
        auto device = c.device;
        device.id = freeId(in.devices, name);
        device.name = name + "'s device";
        device.kind = deviceKindOf(c.source.kind);
        device.board = c.source.board.empty() ? "board" : c.source.board;
        device.pin = c.source.pin;
        device.every = c.source.sampleEvery;
        parcel.channel.source.device = device.id;
        if (device.lines.form != LineForm::Columns && c.source.lines.key.empty())
            parcel.channel.source.lines.key = "value";
        base.devices.push_back(std::make_shared<const Device>(device));
    }
    if (parcel.channel.source.board.empty())
        parcel.channel.source.board = "board";
    parcel.channel.wish = {
        {c.from, c.unit}, {c.to, c.unit}, {0.1, c.unit}, {0.2, c.unit}, {2, "s"}, {}};
    parcel.lane.unit = c.unit;
    parcel.lane.points = c.points;
    parcel.lane.events = c.events;
    parcel.reader.unit = c.unit;
    parcel.reader.text.form = c.form;
    parcel.reader.text.width = 9;
    parcel.page.display = in.displays[0]->id;
    parcel.page.name = name;
    Field field;
    field.id = "value";
    field.kind = FieldKind::Value;
    parcel.page.fields = {field};
    auto out = withChannelAdded(base, parcel);
    EXPECT_TRUE(out) << (out ? "" : describe(out.error()));
    return out ? *out : in;
}

/// Counts the pulses of a rate's wheel too, at the same pin.
inline Instrument withTotalOf(const Instrument& in, const SourceCase& rate, const std::string& unit)
{
    auto total = rate;
    total.source.pulses.gives = PulseGives::Total;
    total.unit = unit;
    total.points = {{0, 0}};
    auto out = withSource(in, "Way", total);
    Channel channel = *out.channels.back();
    channel.source.lane.clear();
    out.channels.back() = std::make_shared<const Channel>(channel);
    return out;
}

inline Instrument bench()
{
    return emptyInstrument(
        "Bench", findInCatalogue("board-wifi-many-inputs")->part, startingDisplays().front().part);
}

/// The instrument with faults in its first scenario.
inline Instrument withFaults(const Instrument& in, std::vector<FaultSpec> faults)
{
    Instrument out = in;
    Scenario scenario = *out.scenarios[0];
    for (std::size_t i = 0; i < faults.size(); ++i) {
        faults[i].id = "fault-" + std::to_string(i);
        const auto* channel = findById(in.channels, faults[i].channel);
        if (channel != nullptr && isTold(channel->source.kind)
            && channel->source.kind != SourceKind::Node && isOfSpeech(faults[i].kind)) {
            faults[i].channel.clear();
            faults[i].device = channel->source.device;
        }
    }
    scenario.faults = std::move(faults);
    out.scenarios[0] = std::make_shared<const Scenario>(scenario);
    return out;
}

/// A run of the instrument's first scenario with everything that it told.
struct Ran {
    explicit Ran(const Instrument& in, double seconds)
        : plain(*resolve(in, ""))
        , history(ticksFromSeconds(1e6))
        , run(plain, {}, history)
    {
        run.advanceTo(ticksFromSeconds(seconds));
    }
    /// The smoothed values of a channel in its own unit.
    std::vector<double> values(std::size_t channel) const
    {
        std::vector<double> all;
        for (const auto& sample : history.samples())
            if (sample.channel == channel)
                all.push_back(fromSi(sample.real.smoothed, plain.channels[channel].unit));
        return all;
    }
    double last(std::size_t channel) const
    {
        const auto* sample = history.lastSample(channel);
        return sample == nullptr ? notThere
                                 : fromSi(sample->real.smoothed, plain.channels[channel].unit);
    }
    /// The newest text of the reader of a channel, as its page would show it now.
    std::string text(std::size_t channel)
    {
        auto shown = plain;
        shown.displays[0].page = shown.displays[0].pages[channel];
        return textOf(shown);
    }

    PlainInstrument plain;
    RunHistory history;
    FirmwareRun run;

private:
    std::string textOf(const PlainInstrument& shown) const
    {
        RunHistory own(ticksFromSeconds(1e6));
        FirmwareRun again(shown, {}, own);
        again.advanceTo(run.now());
        const auto* redraw = own.lastRedraw(0);
        return redraw == nullptr ? "" : redraw->readers.front().text;
    }
};

} // namespace fern::test
