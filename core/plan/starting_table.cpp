// The rows of the table. Figures are typical of the class or common practice; the courses are
// invented, so that something moves at once.

#include "parts/catalogue.h"
#include "plan/starting_points.h"

#include <algorithm>

namespace fern {

namespace {

StepSpec median(int window)
{
    StepSpec step;
    step.kind = StepKind::Median;
    step.window = window;
    return step;
}

StepSpec exponential(double tau)
{
    StepSpec step;
    step.kind = StepKind::Exponential;
    step.tau = tau;
    return step;
}

ChannelWish wish(
    const char* unit, double from, double to, double step, double tolerance, double freshSeconds)
{
    return {{from, unit}, {to, unit}, {step, unit}, {tolerance, unit}, {freshSeconds, "s"}, {}};
}

SensorSpec voltage()
{
    return {};
}

SensorSpec shunt(double milliohm, double gain)
{
    SensorSpec s;
    s.kind = SensorKind::Shunt;
    s.shunt = {milliohm, "mohm"};
    s.gain = gain;
    return s;
}

SensorSpec sender(Quantity low, Quantity high)
{
    SensorSpec s;
    s.kind = SensorKind::Sender;
    s.low = std::move(low);
    s.high = std::move(high);
    return s;
}

SensorSpec potentiometer()
{
    SensorSpec s;
    s.kind = SensorKind::Potentiometer;
    s.low = {0, "%"};
    s.high = {100, "%"};
    s.tolerancePercent = 2; // how straight its track is
    return s;
}

SensorSpec thermistor()
{
    SensorSpec s;
    s.kind = SensorKind::Thermistor;
    return s;
}

SensorSpec photoresistor()
{
    SensorSpec s;
    s.kind = SensorKind::Photoresistor;
    s.tolerancePercent = 20; // this class differs much from piece to piece
    return s;
}

SensorSpec bridge(const Quantity& capacity)
{
    SensorSpec s;
    s.kind = SensorKind::Bridge;
    s.capacity = capacity;
    s.tolerancePercent = 0.1;
    return s;
}

SensorSpec platinum()
{
    SensorSpec s;
    s.kind = SensorKind::Platinum;
    s.nominal = {1, "kohm"};
    s.tolerancePercent = 0.12; // class B at 0 °C
    return s;
}

SensorSpec chip()
{
    SensorSpec s;
    s.kind = SensorKind::Chip;
    return s;
}

Source sourceOf(SourceKind kind)
{
    Source s;
    s.kind = kind;
    return s;
}

Source pulses(PulseGives gives, double perUnit, double bounceMs, double holdOffMs)
{
    auto s = sourceOf(SourceKind::Pulses);
    s.pulses.gives = gives;
    s.pulses.perUnit = perUnit;
    s.pulses.bounce = {bounceMs, "ms"};
    s.pulses.holdOff = {holdOffMs, "ms"};
    s.pulses.pull = LinePull::Internal;
    return s;
}

Source computer(ComputerGives gives)
{
    auto s = sourceOf(SourceKind::Computer);
    s.computer = gives;
    s.resolution = {0.1, gives == ComputerGives::Temperature ? "K" : "%"};
    return s;
}

Source receiver(ReceiverGives gives)
{
    auto s = sourceOf(SourceKind::Receiver);
    s.receiver.gives = gives;
    return s;
}

Source named(SourceKind kind, std::vector<NameSpec> names)
{
    auto s = sourceOf(kind);
    s.names = std::move(names);
    if (kind == SourceKind::Switch)
        s.contact.pull = LinePull::Internal;
    return s;
}

Source ladderOf(const std::vector<std::pair<const char*, Quantity>>& keys)
{
    auto s = sourceOf(SourceKind::KeyLadder);
    for (const auto& [name, resistor] : keys)
        s.ladder.keys.push_back({name, resistor});
    return s;
}

/// A switch that joins the pin to the reference or to ground, or to neither.
Source twoWaySwitch()
{
    auto s = ladderOf({{"down", {0, "ohm"}}, {"up", {0, "ohm"}}});
    s.ladder.keys.back().isToReference = true;
    s.ladder.pullDown = s.ladder.pullUp;
    s.ladder.open = "middle";
    return s;
}

Source words()
{
    auto s = sourceOf(SourceKind::Words);
    s.lines.key = "name";
    return s;
}

Source timeOfDay()
{
    auto s = sourceOf(SourceKind::Lines);
    s.lines.key = "time";
    s.lines.isTime = true;
    return s;
}

Source lines()
{
    auto s = sourceOf(SourceKind::Lines);
    s.lines.key = "value";
    s.resolution = {0.1, "count"};
    return s;
}

Source node()
{
    auto s = sourceOf(SourceKind::Node);
    s.node.address = 1;
    s.node.lossPercent = 2;
    s.resolution = {1, "cm"};
    return s;
}

Source clockOf(const char* zone)
{
    auto s = sourceOf(SourceKind::Clock);
    s.clock.zone = zone;
    return s;
}

Source uptime()
{
    auto s = sourceOf(SourceKind::Uptime);
    s.resolution = {1, "s"};
    return s;
}

Source ownAddress()
{
    auto s = sourceOf(SourceKind::Network);
    s.network = NetworkGives::Address;
    return s;
}

TextSpec textOf(TextForm form, int width)
{
    TextSpec text;
    text.form = form;
    text.width = width;
    text.decimals = 0;
    return text;
}

/// A wish of a channel that gives codes: only how soon one shows counts.
ChannelWish codeWish(double freshSeconds)
{
    return wish("count", 0, 1, 1, 1, freshSeconds);
}

const std::vector<CurvePoint> setOffAndStop{
    {0, 0}, {10, 0.05}, {30, 0.55}, {70, 0.6}, {90, 0.9}, {110, 0.4}, {120, 0}};
const std::vector<CurvePoint> oneAfterAnother{{0, 0}, {120, 0.006}};
const std::vector<CurvePoint> effort{{0, 0.1}, {30, 0.2}, {80, 0.7}, {100, 0.8}, {120, 0.5}};
const std::vector<CurvePoint> sky{{0, 0.334}, {60, 0.417}, {120, 0.334}}; ///< eight, ten
const std::vector<CurvePoint> turnsToAndFro{///< from nought, by shares of the whole range
    {0, 0.5}, {2, 0.5}, {4, 0.7}, {6, 0.7}, {8, 0.3}, {10, 0.3}, {12, 0.5}};
const std::vector<CurvePoint> none{};

const std::vector<CurvePoint> sagAndCharge{
    {0, 0.72}, {40, 0.68}, {41, 0.3}, {44, 0.52}, {70, 0.6}, {90, 0.85}, {120, 0.95}};
const std::vector<CurvePoint> loadSteps{
    {0, 0.1}, {20, 0.1}, {21, 0.6}, {50, 0.62}, {51, 0.3}, {90, 0.28}, {91, 0.9}, {120, 0.88}};
const std::vector<CurvePoint> slowTide{{0, 0.2}, {60, 0.75}, {90, 0.8}, {120, 0.55}};
const std::vector<CurvePoint> warmingUp{{0, 0.3}, {30, 0.32}, {100, 0.7}, {120, 0.72}};
const std::vector<CurvePoint> cloudsPassing{
    {0, 0.02}, {30, 0.3}, {35, 0.08}, {60, 0.5}, {62, 0.9}, {100, 0.85}, {120, 0.1}};

constexpr std::string_view batteryCaution =
    "Put a fuse close to the battery. Its short-circuit current melts wires.";
constexpr std::string_view scaleCaution = "This is no scale for trade.";
constexpr std::string_view lithiumCaution =
    "Use protected cells and a proper charger. No salvaged cells without a test.";

constexpr std::string_view speedCaution =
    "This is no legal speedometer. Do not adjust it while moving.";
constexpr std::string_view pulseCaution =
    "This is no medical instrument. See a clinician about symptoms.";
constexpr std::string_view radioCaution = "Mind the local rules of the band and its duty cycle.";

/// A row whose source is no plain analog one.
StartingPoint told(std::string_view id, std::string_view group, std::string_view title,
    std::string_view about, ChannelWish itsWish, Source source, Quantity sampleEvery,
    std::vector<StepSpec> smoothing, std::vector<CurvePoint> course,
    std::vector<LaneEvent> events = {}, TextSpec text = {}, std::string_view caution = {})
{
    StartingPoint point;
    point.id = id;
    point.group = group;
    point.title = title;
    point.about = about;
    point.wish = std::move(itsWish);
    point.sampleEvery = std::move(sampleEvery);
    point.smoothing = std::move(smoothing);
    point.course = std::move(course);
    point.caution = caution;
    point.source = std::move(source);
    point.events = std::move(events);
    point.text = std::move(text);
    return point;
}

/// A row that brings a setting or output, and a channel that shows its value.
StartingPoint extra(std::string_view id, std::string_view group, std::string_view title,
    std::string_view about, StartingExtra what)
{
    auto point = told(id, group, title, about, wish("count", 0, 10, 1, 1, 1),
        sourceOf(SourceKind::Derived), {100, "ms"}, {}, none);
    point.extra = what;
    return point;
}

StartingPoint listOfTimes()
{
    auto source = named(SourceKind::Derived,
        {{"7:42", "north"}, {"12:05", "south"}, {"17:30", "north"}, {"21:15", "last"}});
    source.derived.kind = DerivedKind::Next;
    auto point = told("next-time", "Time", "Next of a list of times",
        "How long until the next departure, feeding or dose; what is past drops out.",
        wish("s", 0, 86400, 60, 60, 2), std::move(source), {500, "ms"}, {}, none, {},
        textOf(TextForm::HoursMinutes, 5));
    point.extra = StartingExtra::List;
    return point;
}

const std::vector<StartingPoint>& table()
{
    static const std::vector<StartingPoint> rows{
        {"battery-12v", "Voltage", "12 V battery", "The battery over a divider to an analog pin.",
            wish("V", 10, 15, 0.1, 0.2, 2), voltage(), FrontEndKind::Divider, 60e3, {100, "ms"},
            {median(5), exponential(0.8)}, sagAndCharge, batteryCaution},
        {"battery-24v", "Voltage", "24 V battery", "The battery over a divider to an analog pin.",
            wish("V", 20, 30, 0.1, 0.4, 2), voltage(), FrontEndKind::Divider, 120e3, {100, "ms"},
            {median(5), exponential(0.8)}, sagAndCharge, batteryCaution},
        {"cell", "Voltage", "Single cell, 3.7 V",
            "One lithium cell over a divider to an analog pin.", wish("V", 2.8, 4.3, 0.1, 0.05, 5),
            voltage(), FrontEndKind::Divider, 200e3, {200, "ms"}, {median(5), exponential(1)},
            sagAndCharge, lithiumCaution},
        {"small-voltage", "Voltage", "Small voltage, to 2.5 V",
            "A signal straight to an analog pin, such as a panel or a test point.",
            wish("V", 0, 2.5, 0.01, 0.03, 1), voltage(), FrontEndKind::Divider, 60e3, {50, "ms"},
            {median(5), exponential(0.25)}, loadSteps, ""},
        {"millivolts", "Voltage", "Small signal, to 200 mV",
            "A signal straight to a converter with programmable gain on the bus.",
            wish("mV", 0, 200, 1, 2, 1), voltage(), FrontEndKind::Divider, 60e3, {50, "ms"},
            {median(3), exponential(0.3)}, loadSteps, "", "converter-gain-16"},
        {"current-10a", "Current", "Current to 10 A, shunt",
            "A 10 mΩ shunt in the ground lead, an amplifier of 20 behind it.",
            wish("A", 0, 10, 0.1, 0.2, 1), shunt(10, 20), FrontEndKind::Divider, 60e3, {50, "ms"},
            {median(3), exponential(0.3)}, loadSteps, batteryCaution},
        {"current-1a", "Current", "Current to 1 A, shunt",
            "A 100 mΩ shunt in the ground lead, an amplifier of 20 behind it.",
            wish("A", 0, 1, 0.01, 0.02, 1), shunt(100, 20), FrontEndKind::Divider, 60e3, {50, "ms"},
            {median(3), exponential(0.3)}, loadSteps, ""},
        {"level", "Level", "Water level, 0.5 to 4.5 V sender",
            "A sender with three wires over a divider to an analog pin.",
            wish("cm", 0, 100, 1, 3, 3), sender({0, "cm"}, {100, "cm"}), FrontEndKind::Divider,
            30e3, {200, "ms"}, {median(5), exponential(1.5)}, slowTide, ""},
        {"pressure", "Level", "Pressure, 0.5 to 4.5 V sender",
            "A sender with three wires over a divider to an analog pin.",
            wish("bar", 0, 10, 0.1, 0.2, 2), sender({0, "bar"}, {10, "bar"}), FrontEndKind::Divider,
            30e3, {100, "ms"}, {median(5), exponential(0.8)}, loadSteps, ""},
        {"light", "Light", "Light, photoresistor",
            "A photoresistor up to the reference, a fixed resistor down to ground.",
            wish("lx", 5, 2000, 50, 700, 2), photoresistor(), FrontEndKind::SensorAbove, 60e3,
            {100, "ms"}, {median(5), exponential(0.5)}, cloudsPassing, ""},
        {"air-temperature", "Temperature", "Air temperature, thermistor",
            "A 10 kΩ thermistor up to the reference, a fixed resistor down to ground.",
            wish("degC", -10, 45, 1, 1, 10), thermistor(), FrontEndKind::SensorAbove, 60e3,
            {500, "ms"}, {median(5), exponential(4)}, warmingUp, ""},
        {"water-temperature", "Temperature", "Water temperature, thermistor",
            "A sealed 10 kΩ thermistor up to the reference, a fixed resistor down to ground.",
            wish("degC", 0, 90, 1, 1.5, 5), thermistor(), FrontEndKind::SensorAbove, 60e3,
            {500, "ms"}, {median(5), exponential(2)}, warmingUp, ""},
        {"hot-temperature", "Temperature", "Temperature to 200 °C, platinum",
            "A 1 kΩ platinum sensor up to the reference, a fixed resistor down to ground.",
            wish("degC", 0, 200, 2, 4, 10), platinum(), FrontEndKind::SensorAbove, 60e3,
            {500, "ms"}, {median(5), exponential(5)}, warmingUp, ""},
        {"chip-temperature", "Temperature", "The board's own chip",
            "A diode inside the processor, read at a channel of the converter without a pin.",
            wish("degC", 0, 80, 2, 10, 10), chip(), FrontEndKind::Divider, 60e3, {500, "ms"},
            {median(5), exponential(4)}, warmingUp, ""},
        {"weight-5kg", "Weight", "Weight to 5 kg, load cell",
            "A load cell at a bridge converter of its own, two wires to the board.",
            wish("kg", 0, 5, 0.01, 0.02, 2), bridge({5, "kg"}), FrontEndKind::Divider, 60e3,
            {100, "ms"}, {median(5), exponential(0.6)}, loadSteps, scaleCaution,
            "converter-bridge-24"},
        told("encoder", "Position", "Rotary encoder",
            "A knob that turns for ever; two lines tell each detent and its direction.",
            wish("count", -20, 20, 1, 1, 1), sourceOf(SourceKind::Encoder), {20, "ms"}, {},
            turnsToAndFro),
        {"knob", "Position", "Knob, potentiometer",
            "The wiper to an analog pin, the track from the reference to ground.",
            wish("%", 0, 100, 1, 3, 1), potentiometer(), FrontEndKind::Divider, 60e3, {20, "ms"},
            {median(3), exponential(0.05)}, sagAndCharge, ""},
        told("speed-wheel", "Speed", "Speed, pulses of a wheel",
            "A contact or sensor that gives 3.2 pulses a second for each km/h.",
            wish("km/h", 0, 20, 1, 1, 3), pulses(PulseGives::Rate, 3.2, 0, 0), {1, "s"},
            {exponential(1)}, setOffAndStop, {}, {}, speedCaution),
        told("speed-receiver", "Speed", "Speed, satellite receiver",
            "A receiver that sends sentences over a serial line.", wish("km/h", 0, 50, 1, 2, 5),
            receiver(ReceiverGives::Speed), {1, "s"}, {exponential(2)}, setOffAndStop, {}, {},
            speedCaution),
        told("course-receiver", "Place", "Course, satellite receiver",
            "Where it goes, from north over east. Standing still, what a receiver tells wanders.",
            wish("deg", 0, 360, 1, 5, 5), receiver(ReceiverGives::Course), {1, "s"}, {}, slowTide),
        told("altitude-receiver", "Place", "Height, satellite receiver",
            "Above sea level, under open sky to about 12 m.", wish("m", 0, 500, 1, 15, 5),
            receiver(ReceiverGives::Altitude), {1, "s"}, {}, slowTide),
        told("satellites-receiver", "Place", "Satellites in use",
            "How many a receiver computes with; with less than three it has no place.",
            wish("count", 0, 24, 1, 1, 5), receiver(ReceiverGives::Satellites), {1, "s"}, {}, sky),
        told("count", "Count", "Count, a contact",
            "A reed or push contact to a pin; each closing adds one.",
            wish("count", 0, 9999, 1, 1, 1), pulses(PulseGives::Total, 1, 4, 200), {100, "ms"}, {},
            oneAfterAnother),
        told("pulse-rate", "Pulse rate", "Pulse rate, optical sensor",
            "A sensor at the finger gives a waveform to an analog pin.",
            wish("bpm", 50, 180, 3, 3, 5), sourceOf(SourceKind::Waveform), {5, "ms"}, {}, effort,
            {}, {}, pulseCaution),
        told("keys", "Keys and codes", "Keys over resistors",
            "Four keys with resistors at one analog pin.", codeWish(1),
            ladderOf({{"left", {0, "ohm"}}, {"right", {3.3, "kohm"}}, {"up", {10, "kohm"}},
                {"down", {30, "kohm"}}}),
            {20, "ms"}, {}, none, {{2, "left"}, {5, "up"}, {8, "right"}, {11, "down"}},
            textOf(TextForm::Name, 6)),
        told("stick", "Keys and codes", "Two-way stick",
            "A stick that stands left, in the middle or right, at one analog pin.", codeWish(1),
            ladderOf({{"left", {0, "ohm"}}, {"middle", {10, "kohm"}}}), {20, "ms"}, {}, none,
            {{2, "middle held 4"}, {8, "left held 2"}, {11, "middle held 3"}},
            textOf(TextForm::Name, 6)),
        told("two-way-switch", "Keys and codes", "Two-way switch",
            "Up to the reference, down to ground; two resistors hold its middle, at one analog "
            "pin.",
            codeWish(1), twoWaySwitch(), {20, "ms"}, {}, none,
            {{2, "up held 3"}, {7, "down held 2"}, {10, "up held 4"}}, textOf(TextForm::Name, 6)),
        told("keypad", "Keys and codes", "Keypad, 4 × 4 keys",
            "Rows and columns on eight pins; one row after another is drawn low.", codeWish(1),
            sourceOf(SourceKind::KeyMatrix), {10, "ms"}, {}, none,
            {{2, "4"}, {3, "2"}, {4, "#"}, {7, "7 held 1"}}, textOf(TextForm::Name, 2)),
        told("switch", "Keys and codes", "Switch or door contact",
            "A contact from a pin to ground, freed of its bounce.", codeWish(1),
            named(SourceKind::Switch, {{"on", "closed"}, {"off", "open"}}), {5, "ms"}, {}, none,
            {{2, "on"}, {6, "off"}, {9, "on"}}, textOf(TextForm::Name, 6)),
        told("remote", "Keys and codes", "Remote control",
            "An infrared receiver at a pin; keys are learned by pressing them.", codeWish(1),
            named(SourceKind::KeyCodes, {{"20DF40BF", "up"}, {"20DFC03F", "down"}}), {1, "s"}, {},
            none, {{2, "up"}, {4, "up held 0.8"}, {7, "down"}, {9, "20DF22DD"}, {12, "up"}},
            textOf(TextForm::Name, 8)),
        told("labels", "Keys and codes", "Label scanner",
            "A scanner that sends each label as a line of text.", codeWish(2),
            named(SourceKind::Labels, {{"4006381333931", "box 1"}, {"6291041500213", "box 2"}}),
            {1, "s"}, {}, none, {{2, "4006381333931"}, {6, "6291041500213"}, {10, "96385074"}},
            textOf(TextForm::Name, 13)),
        told("number-line", "Another computer", "A number it sends",
            "Lines such as value:12.5 over USB or a serial line.", wish("count", 0, 100, 1, 1, 3),
            lines(), {1, "s"}, {}, slowTide),
        told("text-line", "Another computer", "A text it sends",
            "A name, a place, a crew: lines such as name:heron, shown as they come.", codeWish(3),
            words(), {1, "s"}, {}, none, {{2, "heron"}, {6, "teal"}, {10, "none"}},
            textOf(TextForm::Name, 12)),
        told("time-line", "Another computer", "A time it sends",
            "A time of day such as time:07:45; made with a clock, how long until then.",
            wish("s", 0, 86400, 60, 60, 3), timeOfDay(), {1, "s"}, {}, sky, {},
            textOf(TextForm::HoursMinutes, 5)),
        told("computer-load", "Another computer", "Its load",
            "A small script sends load, memory, disk and temperature.", wish("%", 0, 100, 1, 1, 5),
            computer(ComputerGives::Load), {2, "s"}, {}, loadSteps),
        told("computer-memory", "Another computer", "Its memory",
            "A small script sends load, memory, disk and temperature.", wish("%", 0, 100, 1, 1, 5),
            computer(ComputerGives::Memory), {2, "s"}, {}, slowTide),
        told("computer-temperature", "Another computer", "Its temperature",
            "A small script sends load, memory, disk and temperature.",
            wish("degC", 20, 100, 1, 1, 5), computer(ComputerGives::Temperature), {2, "s"}, {},
            warmingUp),
        told("node", "Remote node", "Level at a remote node",
            "A station that answers by radio when it is polled.", wish("cm", 0, 300, 1, 2, 30),
            node(), {12, "s"}, {}, slowTide, {}, {}, radioCaution),
        told("clock", "Time", "Clock, local time",
            "The board's own clock with zone and summer time.", wish("s", 0, 86400, 60, 60, 2),
            clockOf("CET-1CEST,M3.5.0,M10.5.0/3"), {500, "ms"}, {}, none, {},
            textOf(TextForm::HoursMinutes, 5)),
        told("uptime", "Time", "How long it has been on",
            "The board's counter of milliseconds, which rolls over after 49.7 days.",
            wish("s", 0, 86400, 1, 1, 2), uptime(), {500, "ms"}, {}, none, {},
            textOf(TextForm::HoursMinutes, 5)),
        listOfTimes(),
        told("network-address", "Network", "Its address on the network",
            "What the board has been given, once it has joined.", codeWish(10), ownAddress(),
            {1, "s"}, {}, none, {}, textOf(TextForm::Name, 15)),
        extra("formula", "Made of others", "Formula, of other channels",
            "Sums, products, comparisons and choices, worked out on the board.",
            StartingExtra::Formula),
        extra("setting", "Setting and output", "Setting, by keys",
            "A value that keys change, within limits, in steps.", StartingExtra::Setting),
        extra("servo", "Setting and output", "Servo pointer",
            "A servo that points to the first channel's value.", StartingExtra::Output),
    };
    return rows;
}

/// The catalogue's parts of a kind that can begin an instrument.
template <class Suits> std::vector<StartingPart> fromCatalogue(Suits suits)
{
    std::vector<StartingPart> parts;
    for (const auto& entry : catalogue())
        if (suits(entry.part))
            parts.push_back({entry.id, entry.part, builtInto(entry)});
    return parts;
}

} // namespace

std::span<const StartingPoint> startingPoints()
{
    return table();
}

std::span<const StartingPart> startingBoards()
{
    static const auto boards = fromCatalogue([](const Part& part) {
        return part.kind == PartKind::Board
            && std::any_of(part.pins.begin(), part.pins.end(),
                [](const PinSpec& pin) { return (pin.roles & bitOf(PinRole::Analog)) != 0; });
    });
    return boards;
}

std::span<const StartingPart> startingDisplays()
{
    static const auto displays =
        fromCatalogue([](const Part& part) { return part.kind == PartKind::Display; });
    return displays;
}

} // namespace fern
