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
            wish("lx", 5, 2000, 50, 400, 2), photoresistor(), FrontEndKind::SensorAbove, 60e3,
            {100, "ms"}, {median(5), exponential(0.5)}, cloudsPassing, ""},
        {"air-temperature", "Temperature", "Air temperature, thermistor",
            "A 10 kΩ thermistor up to the reference, a fixed resistor down to ground.",
            wish("degC", -10, 45, 1, 1, 10), thermistor(), FrontEndKind::SensorAbove, 60e3,
            {500, "ms"}, {median(5), exponential(4)}, warmingUp, ""},
        {"water-temperature", "Temperature", "Water temperature, thermistor",
            "A sealed 10 kΩ thermistor up to the reference, a fixed resistor down to ground.",
            wish("degC", 0, 90, 1, 1.5, 5), thermistor(), FrontEndKind::SensorAbove, 60e3,
            {500, "ms"}, {median(5), exponential(2)}, warmingUp, ""},
        {"weight-5kg", "Weight", "Weight to 5 kg, load cell",
            "A load cell at a bridge converter of its own, two wires to the board.",
            wish("kg", 0, 5, 0.01, 0.02, 2), bridge({5, "kg"}), FrontEndKind::Divider, 60e3,
            {100, "ms"}, {median(5), exponential(0.6)}, loadSteps, scaleCaution,
            "converter-bridge-24"},
    };
    return rows;
}

/// The catalogue's parts of a kind that can begin an instrument.
template <class Suits> std::vector<StartingPart> fromCatalogue(Suits suits)
{
    std::vector<StartingPart> parts;
    for (const auto& entry : catalogue())
        if (suits(entry.part))
            parts.push_back({entry.id, entry.part});
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
