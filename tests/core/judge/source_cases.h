#pragma once
// Instruments on which the rules of sources speak: each fires, and a near miss of it does not.

#include "instrument/edits.h"
#include "instrument/source_parameters.h"
#include "smooth/step_text.h"
#include "tests/core/judge/parts_cases.h"
#include "tests/core/sources.h"
#include "tests/support.h"

namespace fern::test {

inline Instrument withSourceOf(
    SourceKind kind, const std::function<void(Source&)>& change, SourceCase rest = {})
{
    rest.source.kind = kind;
    if (kind == SourceKind::Pulses || kind == SourceKind::KeyCodes)
        rest.source.pin = "IO4";
    if (isConverted(kind))
        rest.source.pin = "IN36";
    change(rest.source);
    if (givesCodes(kind) || kind == SourceKind::Labels)
        rest.unit = "count";
    return withSource(bench(), "Thing", rest);
}

inline Instrument withKeys(std::vector<double> kilohm)
{
    return withSourceOf(SourceKind::KeyLadder, [&](Source& s) {
        for (std::size_t i = 0; i < kilohm.size(); ++i)
            s.ladder.keys.push_back({"key " + std::to_string(i + 1), {kilohm[i], "kohm"}});
    });
}

inline Instrument withRemote(bool hasComplements, bool takesRepeats, double holdOffMs)
{
    return withSourceOf(SourceKind::KeyCodes, [&](Source& s) {
        s.keyCodes.hasComplements = hasComplements;
        s.keyCodes.takesRepeats = takesRepeats;
        s.keyCodes.holdOff = {holdOffMs, "ms"};
    });
}

inline Instrument withReceiver(int baud, SerialPort port, double everyMs)
{
    SourceCase c{{}, "km/h", {{0, 5}}};
    c.device.serial = {baud, port};
    return withSourceOf(
        SourceKind::Receiver,
        [&](Source& s) {
            s.sampleEvery = {everyMs, "ms"};
        },
        c);
}

/// Receivers at a board with one serial port.
inline Instrument withSerial(const std::vector<SerialPort>& ports)
{
    auto in = emptyInstrument(
        "Bench", findInCatalogue("board-8bit")->part, startingDisplays().front().part);
    for (const auto port : ports) {
        SourceCase c{{}, "km/h", {{0, 5}}};
        c.device.serial = {9600, port};
        c.source.kind = SourceKind::Receiver;
        c.source.board = "board";
        in = withSource(in, "Receiver " + std::to_string(in.channels.size() + 1), c);
    }
    return in;
}

inline Instrument withMotor(bool hasEndStops)
{
    auto in = withSourceOf(
        SourceKind::Lines, [](Source& s) { s.lines.key = "height"; }, {{}, "V", {{0, 5}}});
    Output lift;
    lift.id = "lift";
    lift.name = "Lift";
    lift.kind = OutputKind::Motor;
    lift.part = "board";
    lift.from = in.channels[0]->id;
    lift.low = {0, unitOf(*in.channels[0])};
    lift.high = {10, unitOf(*in.channels[0])};
    lift.lowOutput = {0, "cm"};
    lift.highOutput = {80, "cm"};
    lift.motor.hasEndStops = hasEndStops;
    in.outputs.push_back(std::make_shared<const Output>(lift));
    return *accepted(std::move(in));
}

/// Stations of one radio in slots of 12 s, which three tries share.
inline Instrument withStations(
    const std::vector<int>& addresses, double everySeconds, double replySeconds)
{
    auto in = bench();
    for (const int address : addresses) {
        SourceCase c{ofKind(SourceKind::Node, everySeconds), "cm", {{0, 5}}};
        c.source.node.address = address;
        c.device.radio.reply = {replySeconds, "s"};
        in = withSource(in, "Station " + std::to_string(in.channels.size() + 1), c);
    }
    const auto radio = in.devices[0]->id;
    for (const auto& channel : SharedList<Channel>(in.channels))
        in = *withChannelChanged(
            in, channel->id, [&](Channel& changed) { changed.source.device = radio; });
    in.devices.resize(1);
    return *accepted(in);
}

/// Two stations whose messages are in the air for as long as chirps take.
inline Instrument inTheAir(
    int spreading, double everySeconds, double replySeconds = 1.2, int tries = 3)
{
    auto in = withStations({1, 2}, everySeconds, replySeconds);
    return *withDeviceChanged(in, in.devices[0]->id, [&](Device& device) {
        device.radio.tries = tries;
        device.radio.air.modulation = Modulation::Chirp;
        device.radio.air.spreading = spreading;
        device.radio.air.pollBytes = 10;
        device.radio.air.answerBytes = 20;
    });
}

/// The values of one station, in a slot of 12 s that three tries share.
inline Instrument withValuesOfOne(const std::vector<std::string>& names, double replySeconds)
{
    auto in = withStations(std::vector<int>(names.size(), 1), 60, replySeconds);
    for (std::size_t i = 0; i < names.size(); ++i)
        in = *withChannelChanged(
            in, in.channels[i]->id, [&](Channel& changed) { changed.source.node.name = names[i]; });
    return in;
}

/// Channels at one converter module with conversions of 50 ms.
inline Instrument withInputs(int count, double everyMs, int settles = 0, int discards = 0)
{
    auto in = bench();
    for (int i = 0; i < count; ++i)
        in = *withStartingPoint(
            in, *findStartingPoint("millivolts"), "Signal " + std::to_string(i + 1));
    const auto module = in.channels[0]->source.board;
    auto converter = *findById(in.parts, module)->converter;
    converter.conversionTime = {50, "ms"};
    converter.settles = settles;
    converter.discards = discards;
    in = *withConverter(in, module, converter);
    for (const auto& channel : SharedList<Channel>(in.channels))
        in = *withChannelChanged(in, channel->id, [&](Channel& changed) {
            changed.source.sampleEvery = {everyMs, "ms"};
        });
    return in;
}

/// The same, with a module that converts only when it is asked.
inline Instrument singly(const Instrument& in)
{
    const auto module = in.channels[0]->source.board;
    auto converter = *findById(in.parts, module)->converter;
    converter.mode = ConversionMode::Single;
    return *withConverter(in, module, converter);
}

/// A knob that is turned by that many detents a second.
inline Instrument withKnob(PulseInput input, double detentsPerSecond)
{
    auto in = *withStartingPoint(bench(), *findStartingPoint("encoder"), "Knob");
    auto source = in.channels[0]->source;
    source.encoder.input = input;
    in = *withSource(in, "knob", source);
    Scenario scenario = *in.scenarios[0];
    scenario.lanes[0].points = {{0, 0}, {1, detentsPerSecond}};
    in.scenarios[0] = std::make_shared<const Scenario>(scenario);
    return in;
}

/// A two-way switch whose middle is held, or not.
inline Instrument withTwoWays(double kilohm)
{
    return withSourceOf(SourceKind::KeyLadder, [&](Source& s) {
        s.ladder.keys = {{"down", {0, "ohm"}}, {"up", {0, "ohm"}, true}};
        s.ladder.pullUp = s.ladder.pullDown = {kilohm, "kohm"};
    });
}

inline Instrument withClock(const std::string& zone, double driftPpm, double toleranceSeconds,
    ClockSetBy setBy = ClockSetBy::Hand, double setEveryHours = 1)
{
    auto in = *withStartingPoint(bench(), *findStartingPoint("clock"), "Clock");
    return *withChannelChanged(in, "clock", [&](Channel& c) {
        c.source.clock = {zone, driftPpm, setBy, {setEveryHours, "h"}};
        c.wish.tolerance = {toleranceSeconds, "s"};
    });
}

inline Instrument withCount(CountMeans means)
{
    return withSourceOf(
        SourceKind::Pulses, [&](Source& s) { s.pulses.means = means; }, {{}, "km/h", {{0, 5}}});
}

/// The house battery, measured against a reference of that tolerance.
inline Instrument againstSupply(double tolerancePercent)
{
    auto converter = *skiff().parts[0]->converter;
    converter.referenceTolerancePercent = tolerancePercent;
    return *withConverter(skiff(), "board", converter);
}

inline Instrument loadedBy(double kilohm)
{
    auto sensor = skiff().channels[0]->sensor;
    sensor.sourceResistance = {kilohm, "kohm"};
    return *withSensor(skiff(), "house-battery", sensor);
}

inline Instrument withDivider(double r1, double r2)
{
    auto frontEnd = skiff().channels[0]->frontEnd;
    frontEnd.r1 = {r1, "kohm"};
    frontEnd.r2 = {r2, "kohm"};
    return *withFrontEnd(skiff(), "house-battery", frontEnd);
}

inline Instrument withNoise(double lsb)
{
    auto converter = *skiff().parts[0]->converter;
    converter.noiseLsb = lsb;
    return *withConverter(skiff(), "board", converter);
}

inline std::vector<RuleCase> sourceCases()
{
    return {
        // One count is 3.96 mV at the battery, the smoothing lets 0.2 of the noise through.
        {"R01", Severity::Check, withNoise(60), "Noise of ±0.12 V hides steps of 0.1 V",
            withNoise(15)},
        {"R05", Severity::Check, *withSampleEvery(skiff(), "house-battery", {1100, "ms"}),
            "House battery is sampled every 1.1 s, wished is a number at most 2 s old",
            *withSampleEvery(skiff(), "house-battery", {1000, "ms"})},
        {"R10", Severity::Check, withKeys({0, 10, 11}),
            "key 2 has 28 codes of room to its neighbour", withKeys({0, 4.7, 22})},
        {"R11", Severity::Check, withRemote(false, false, 250),
            "Damaged codes of Thing count like good ones", withRemote(true, false, 250)},
        {"R12", Severity::Stop, withReceiver(9600, SerialPort::Hardware, 100),
            "9600 baud cannot carry the lines of Thing's device",
            withReceiver(9600, SerialPort::Hardware, 1000)},
        {"R13", Severity::Check, againstSupply(2),
            "House battery is measured against the supply of 3.3 V", againstSupply(0.5), false},
        {"R14", Severity::Check, loadedBy(1),
            "The instrument loads what it measures: 14.6 V reads 0.24 V low", loadedBy(0.4)},
        {"R15", Severity::Check, withDivider(470, 120),
            "The first reading of House battery after another input keeps 130 codes of it",
            withDivider(47, 12)},
        {"R15", Severity::Check, withInputs(2, 500, 3, 1),
            "Each reading of 16-bit converter with programmable gain still holds some 50 % of the "
            "input before it",
            withInputs(2, 500, 3, 3)},
        {"R15", Severity::Check, withInputs(2, 500, 3, 0),
            "Each reading of 16-bit converter with programmable gain still holds some 75 % of the "
            "input before it",
            withInputs(1, 500, 3, 0)},
        // 10 bytes at spreading 10 are in the air for 288.768 ms, 20 bytes for 370.688 ms: with one
        // poll to each of two stations in 60 s that is 0.96 %, with three tries 2.9 %.
        {"G09", Severity::Check, inTheAir(10, 60),
            "The base of Station 1's device can be in the air for 2.9 % of the time",
            inTheAir(10, 174)},
        {"G09", Severity::Stop, inTheAir(12, 60, 3),
            "The base of Station 1's device is in the air for 9.9 % of the time",
            inTheAir(7, 60, 3)},
        {"G08", Severity::Check, inTheAir(12, 600, 1.2),
            "An answer to Station 1's device takes longer than 1.2 s", inTheAir(12, 600, 2.5)},
        {"G13", Severity::Check, withInputs(3, 140),
            "16-bit converter with programmable gain is asked for more conversions than it makes",
            withInputs(3, 150)},
        {"G13", Severity::Check, withInputs(1, 10), "Signal 1 is asked 5 times for each conversion",
            withInputs(1, 50)},
        {"G13", Severity::Check, singly(withInputs(1, 40)),
            "16-bit converter with programmable gain is asked for more conversions than it makes",
            singly(withInputs(1, 50))},
        {"G13", Severity::Check, withInputs(2, 390, 3, 3),
            "16-bit converter with programmable gain is asked for more conversions than it makes",
            withInputs(2, 400, 3, 3)},
        {"R20", Severity::Check, withKnob(PulseInput::Polled, 40),
            "4 edges of Knob pass while nobody looks", withKnob(PulseInput::Polled, 8)},
        {"R20", Severity::Check, withKnob(PulseInput::Polled, 20),
            "2 edges of Knob pass while nobody looks", withKnob(PulseInput::Interrupt, 20)},
        {"T12", Severity::Check, withClock("UTC+3", 0, 60),
            "The rule UTC+3 of Clock means UTC-3:00", withClock("<+03>-3", 0, 60)},
        {"T12", Severity::Check, withClock("GMT-5:30", 0, 60),
            "The rule GMT-5:30 of Clock means UTC+5:30", withClock("UTC0", 0, 60)},
        // 50 ppm are 4.32 s a day.
        {"T13", Severity::Note, withClock("UTC0", 50, 60), "Clock is off by 60 s after 13.9 days",
            withClock("UTC0", 20, 60), false},
        {"T13", Severity::Check, withClock("UTC0", -50, 0.1, ClockSetBy::Network, 1),
            "Clock is off by 0.1 s after 0.556 h",
            withClock("UTC0", -50, 0.1, ClockSetBy::Network, 0.5)},
        {"P08", Severity::Check, withTwoWays(0),
            "Nothing holds the pin of Thing while no key is pressed", withTwoWays(10)},
        {"G08", Severity::Stop, withStations({1, 2, 3}, 24, 1),
            "The slots of Station 1's device take longer than its cycle",
            withStations({1, 2, 3}, 36, 1)},
        {"G08", Severity::Check, withStations({1}, 24, 4.1),
            "A slot of Station 1's device is too short for 3 tries", withStations({1}, 24, 4)},
        {"R18", Severity::Stop, withStations({1, 7, 7}, 60, 1),
            "Station 2 and Station 3 have one address", withStations({1, 7, 8}, 60, 1)},
        {"G08", Severity::Check, withValuesOfOne({"level", "rain"}, 2.1),
            "A slot of Station 1's device is too short for 3 tries",
            withValuesOfOne({"level", "rain"}, 2)},
        {"R18", Severity::Stop, withValuesOfOne({"level", "level"}, 1),
            "Station 1 and Station 2 have one address", withValuesOfOne({"level", "rain"}, 1)},
        {"R17", Severity::Check, withSerial({SerialPort::Software, SerialPort::Software}),
            "2 serial ports in software listen in turn",
            withSerial({SerialPort::Software, SerialPort::Hardware})},
        {"P14", Severity::Stop, withSerial({SerialPort::Hardware, SerialPort::Hardware}),
            "2 serial ports are wanted, board has 1",
            withSerial({SerialPort::Hardware, SerialPort::Usb})},
        {"R21", Severity::Check, withMotor(false), "Nothing tells Lift where it stands",
            withMotor(true)},
        {"R16", Severity::Stop, withCount(CountMeans::EachLook),
            "Thing counts loop turns, not pulses", withCount(CountMeans::RisingEdge)},
        {"R17", Severity::Check, withReceiver(38400, SerialPort::Software, 1000),
            "A serial port in software at 38400 baud",
            withReceiver(9600, SerialPort::Software, 1000)},
    };
}

} // namespace fern::test
