#pragma once
// Instruments on which the rules of parts speak: each fires, and a near miss of it does not.

#include "instrument/edits.h"
#include "judge/findings.h"
#include "plan/starting_points.h"

#include <functional>
#include <string>
#include <vector>

namespace fern::test {

/// Changes the boards of an instrument.
inline Instrument withBoard(Instrument in, const std::function<void(Part&)>& change)
{
    for (auto& part : in.parts)
        if (part->kind == PartKind::Board) {
            auto board = *part;
            change(board);
            part = std::make_shared<const Part>(board);
        }
    return *accepted(std::move(in));
}

/// One battery channel on a small board with pins, one display on its bus, nothing to find.
inline Instrument shed()
{
    auto board = startingBoards()[0].part;
    board.load = LoadSpec{.active = {45, "mA"}, .idle = {45, "mA"}};
    const auto pin = [](const char* name, int position, const char* port, const char* roles,
                         int channel) {
        return PinSpec{name, position, port, *parseRoles(roles), channel};
    };
    board.pins = {pin("A0", 1, "C0", "digital analog", 0), pin("A1", 2, "C1", "digital analog", 1),
        pin("D2", 3, "B2", "digital interrupt", -1), pin("D3", 4, "B3", "digital pwm", -1),
        pin("D4", 5, "D4", "digital i2c-data", -1), pin("D5", 6, "D5", "digital i2c-clock", -1),
        pin("D6", 7, "D6", "digital i2c-data", -1), pin("D7", 8, "D7", "digital i2c-clock", -1)};
    const auto bus = [](const char* id, const char* data, const char* clock) {
        BusSpec b;
        b.id = id;
        b.pullUp = {4.7, "kohm"};
        b.lines.resize(2);
        b.lines[0] = {"data", PinRole::I2cData, data};
        b.lines[1] = {"clock", PinRole::I2cClock, clock};
        return b;
    };
    board.buses = {bus("bus-a", "D4", "D5"), bus("bus-b", "D6", "D7")};
    board.levels = LevelSpec{}; // 3.3 V, its inputs bear 3.6 V, its outputs 20 mA
    board.regulator = RegulatorSpec{.kind = RegulatorKind::Switching,
        .output = {3.3, "V"},
        .dropOut = {0.2, "V"},
        .limit = {300, "mA"},
        .quiescent = {1, "mA"},
        .isDecoupled = true};
    auto display = startingDisplays()[0].part;
    display.levels = LevelSpec{};
    display.port = BusPortSpec{.bus = "bus-a",
        .address = 0x3C,
        .straps = {0x3C, 0x3D},
        .usual = {0x3C, 0x3D},
        .pullUp = {10, "kohm"}};
    return *withStartingPoint(
        emptyInstrument("Shed", board, display), *findStartingPoint("battery-12v"), "Battery");
}

inline Instrument with(Instrument in, const char* part, const std::function<void(Part&)>& change)
{
    Part copy = *findById(in.parts, part);
    change(copy);
    return *withPart(in, copy);
}

inline Instrument plus(Instrument in, Part part)
{
    in.parts.push_back(std::make_shared<const Part>(std::move(part)));
    return *accepted(std::move(in));
}

inline Part module(const char* id)
{
    Part part;
    part.id = id;
    part.kind = PartKind::Module;
    part.className = "module";
    return part;
}

/// A second display of the same address; a near miss is strapped to another.
inline Instrument twoDisplays(int address, bool withStraps = true)
{
    auto second = *findById(shed().parts, "glass");
    second.id = "second";
    second.port->address = address;
    if (!withStraps)
        second.port->straps.clear();
    return plus(shed(), second);
}

inline Instrument withBus(const std::function<void(BusSpec&)>& change)
{
    return with(shed(), "board", [&](Part& board) { change(board.buses[0]); });
}

inline Part withLine(const char* id, LineSpec line)
{
    auto part = module(id);
    part.lines = {std::move(line)};
    return part;
}

inline Part servo(double milliampere, const char* fedBy)
{
    auto part = module("servo");
    part.fedBy = fedBy;
    part.load = LoadSpec{.active = {milliampere, "mA"}, .isMotor = true};
    part.levels = LevelSpec{.supplyFrom = {3, "V"}, .supplyTo = {6, "V"}};
    return part;
}

/// A push-button at a pin that the board has wired itself.
inline Instrument buttonAt(WiredTo wiredTo)
{
    auto in = with(shed(), "board", [&](Part& board) { board.pins[3].wiredTo = wiredTo; });
    Channel channel;
    channel.id = "button";
    channel.name = "Button";
    channel.wish = {{0, "count"}, {1, "count"}, {1, "count"}, {1, "count"}, {1, "s"}, {}};
    channel.source.kind = SourceKind::Switch;
    channel.source.board = "board";
    channel.source.pin = "D3";
    channel.source.contact.pull = LinePull::Internal;
    in.channels.push_back(std::make_shared<const Channel>(channel));
    return *accepted(std::move(in));
}

/// Two modules with a serial line each, at pins of these ports.
inline Instrument serialAt(int first, int second)
{
    auto in = with(shed(), "board", [&](Part& board) {
        for (const auto& [pin, port] : {std::pair(2, first), {3, second}}) {
            auto& its = board.pins[static_cast<std::size_t>(pin)];
            its.roles |= bitOf(PinRole::UartIn);
            its.serialPort = port;
        }
    });
    for (const auto& [id, pin] : {std::pair("first", "D2"), {"second", "D3"}})
        in = plus(
            in, withLine(id, {.name = "in", .role = PinRole::UartIn, .pin = pin, .isInput = true}));
    return in;
}

inline Part regulator(double output, double limitMilliampere, bool isDecoupled = true)
{
    Part part;
    part.id = "regulator";
    part.kind = PartKind::Regulator;
    part.className = "linear regulator";
    part.regulator = RegulatorSpec{.output = {output, "V"},
        .dropOut = {0.3, "V"},
        .limit = {limitMilliampere, "mA"},
        .isDecoupled = isDecoupled};
    return part;
}

inline Instrument withBattery(const std::function<void(BatterySpec&)>& change)
{
    return with(shed(), "battery", [&](Part& p) { change(*p.battery); });
}

/// The shed behind a power bank, that switches itself off below so many milliamperes.
inline Instrument onBank(double offBelow)
{
    auto in = shed();
    Part bank;
    bank.id = "battery";
    bank.kind = PartKind::Bank;
    bank.className = "power bank";
    bank.bank = BankSpec{.offBelow = {offBelow, "mA"}};
    return with(in, "battery", [&](Part& p) { p = bank; });
}

inline Part emitter(double ohm)
{
    Part part;
    part.id = "lamp";
    part.kind = PartKind::Emitter;
    part.className = "light emitter";
    part.emitter = EmitterSpec{.resistor = {ohm, "ohm"}};
    part.lines = {{"anode", PinRole::Digital, "D3"}};
    return part;
}

inline Instrument withVolts(double most)
{
    auto in = shed();
    auto wish = in.channels[0]->wish;
    wish.to = {most, "V"};
    auto frontEnd = in.channels[0]->frontEnd;
    frontEnd.r1 = {most * 1.4, "kohm"}; // the pin stays below the reference
    frontEnd.r2 = {4.7, "kohm"};
    return *withWish(*withFrontEnd(in, in.channels[0]->id, frontEnd), in.channels[0]->id, wish);
}

inline Instrument withDivider(double kohm)
{
    auto in = shed();
    auto frontEnd = in.channels[0]->frontEnd;
    frontEnd.r1 = {kohm * 3.9, "kohm"};
    frontEnd.r2 = {kohm, "kohm"};
    frontEnd.capacitor = {0, "nF"};
    return *withFrontEnd(in, in.channels[0]->id, frontEnd);
}

inline Instrument withGlassSetTo(int width, int height)
{
    auto in = shed();
    auto display = *in.displays[0];
    display.driver.setTo = GlassSize{width, height};
    return *withDisplay(in, display);
}

inline Instrument onPin(const char* pin)
{
    return *withChannelPin(shed(), shed().channels[0]->id, pin);
}

inline Instrument withAnalogChannels(int more)
{
    auto in = shed();
    for (int i = 0; i < more; ++i)
        in = *withChannelCopied(in, in.channels.front()->id);
    return in;
}

/// One rule with an instrument on which it speaks.
struct RuleCase {
    std::string rule;
    Severity severity = Severity::Note;
    Instrument fires;
    std::string title; ///< whole
    Instrument nearMiss; ///< just on the good side
    bool hasFix = true;
};

inline std::vector<RuleCase> partsCases()
{
    const LineSpec contact{.name = "pulses",
        .role = PinRole::Interrupt,
        .pin = "D2",
        .isContact = true,
        .isInput = true};
    auto held = contact;
    held.pull = LinePull::Internal;
    const LineSpec open{.name = "reset", .isRequired = true};
    auto tied = open;
    tied.tied = LineTied::Supply;
    const auto radio = [](const LineSpec& line) {
        auto part = withLine("radio", line);
        part.lines.push_back({"select", PinRole::Digital, "D3"});
        return part;
    };
    const auto driving = [](double volts) {
        auto part = withLine("sender", {.name = "out", .pin = "D3", .isInput = true});
        part.levels = LevelSpec{.drives = {volts, "V"}};
        return part;
    };
    const auto wholePort = [](const char* pin) {
        auto in = with(shed(), "board", [](Part& board) {
            BusSpec b;
            b.id = "parallel";
            b.kind = BusKind::Parallel;
            b.isWholePort = true;
            b.lines = {{"d0", PinRole::Digital, "D2"}};
            board.buses.push_back(b);
        });
        return plus(in, withLine("button", {.name = "key", .pin = pin}));
    };
    return {
        {"P01", Severity::Stop, twoDisplays(0x3C), "Address 0x3C is used twice on bus-a",
            twoDisplays(0x3D)},
        {"P02", Severity::Note, with(shed(), "glass", [](Part& p) { p.port->address = 0x77; }),
            "0x77 is unusual for glass", shed()},
        {"P03", Severity::Check, withGlassSetTo(128, 32),
            "The driver of display is set to 128×32, the glass has 128×64",
            withGlassSetTo(128, 64)},
        {"P04", Severity::Stop, plus(shed(), withLine("button", {.name = "key", .pin = "A0"})),
            "Pin A0 is used by channel Battery and key of button",
            plus(shed(), withLine("button", {.name = "key", .pin = "D2"}))},
        {"P05", Severity::Check, onPin("C1"), "No pin is printed “C1”", onPin("A1")},
        {"P06", Severity::Stop, plus(shed(), driving(5)),
            "sender drives 5 V into a pin that bears 3.6 V", plus(shed(), driving(3.6)), false},
        // 4.7 kΩ beside 10 kΩ make 3197 Ω; (10 + 10 + 150) pF rise in 460 ns.
        {"P07", Severity::Check, withBus([](BusSpec& b) {
             b.wireLength = {0.98, "m"};
         }),
            "bus-a rises in 0.32 µs, 0.3 are allowed", withBus([](BusSpec& b) {
                b.wireLength = {0.9, "m"};
            })},
        {"P08", Severity::Check, plus(shed(), withLine("wheel", contact)),
            "Nothing holds pulses of wheel while it is open",
            plus(shed(), withLine("wheel", held))},
        {"P10", Severity::Check, withDivider(13),
            "10.3 kΩ of Battery are too much for the converter", withDivider(12.5)},
        {"P11", Severity::Stop, plus(plus(shed(), regulator(3.3, 400)), servo(401, "regulator")),
            "regulator gives 0.4 A, 0.401 A are drawn",
            plus(plus(shed(), regulator(3.3, 400)), servo(400, "regulator"))},
        {"P12", Severity::Stop, plus(shed(), regulator(3.5, 400)),
            "regulator wants 3.8 V, it gets 3.7 V", plus(shed(), regulator(3.4, 400)), false},
        {"W05", Severity::Check, withBattery([](BatterySpec& b) {
             b.capacity = {0.5, "Ah"};
         }),
            "It runs 6.25 h, wished are 8 h", withBattery([](BatterySpec& b) {
                b.capacity = {0.65, "Ah"};
            }),
            false},
        {"P14", Severity::Stop, withAnalogChannels(2),
            "3 analog inputs are wanted, board has 2 for them", withAnalogChannels(1), false},
        {"P15", Severity::Stop, withVolts(121), "Battery reaches 121 V: hazardous", withVolts(60),
            false},
        {"P16", Severity::Check, withBattery([](BatterySpec& b) { b.isFused = false; }),
            "battery has no fuse", withBattery([](BatterySpec& b) {
                b.chemistry = Chemistry::Alkaline;
                b.isFused = b.isProtected = false;
            })},
        {"P17", Severity::Note, plus(shed(), regulator(3.3, 400, false)),
            "regulator has no capacitors", plus(shed(), regulator(3.3, 400))},
        {"P04", Severity::Stop, buttonAt(WiredTo::Lamp), "Pin D3 goes to the lamp on board already",
            buttonAt(WiredTo::Button)},
        {"P04", Severity::Stop, serialAt(0, 0),
            "Serial port 0 is used by in of first and in of second", serialAt(0, 1), false},
        {"P18", Severity::Check, withBus([](BusSpec& b) {
             b.wireLength = {1.01, "m"};
             b.pullUp = {2.2, "kohm"};
         }),
            "bus-a has 1.01 m of wire", withBus([](BusSpec& b) {
                b.wireLength = {1, "m"};
                b.pullUp = {2.2, "kohm"};
            })},
        {"P19", Severity::Check, plus(shed(), radio(open)), "reset of radio is left open",
            plus(shed(), radio(tied))},
        {"P20", Severity::Check, wholePort("D3"), "Writing port B also sets D3", wholePort("A1")},
        {"P21", Severity::Note, withBus([](BusSpec& b) {
             b.speed = {40, "kHz"};
         }),
            "40000 Hz is no usual rate of bus-a", withBus([](BusSpec& b) {
                b.speed = {100, "kHz"};
            })},
        // (3.3 − 2) V over 62 Ω and 68 Ω.
        {"P22", Severity::Check, plus(shed(), emitter(62)), "lamp draws 21 mA, 20 mA are allowed",
            plus(shed(), emitter(68))},
        {"P23", Severity::Check, onBank(62), "battery switches itself off below 62 mA", onBank(40),
            false},
        {"P24", Severity::Stop, plus(shed(), servo(241, "board")),
            "The board's own 3.3 V output gives 0.3 A, 0.301 A are drawn",
            plus(shed(), servo(240, "board"))},
    };
}

} // namespace fern::test
