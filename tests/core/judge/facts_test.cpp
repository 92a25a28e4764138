// What stands in the workbenches, to the last digit. Each figure is worked by hand beside it.

#include "judge/channel_moment.h"

#include "judge/source_facts.h"
#include "tests/core/judge/source_cases.h"
#include "tests/core/sources.h"
#include "tests/support.h"

#include <gmock/gmock.h>

namespace fern {
namespace {

using testing::ElementsAre;

/// "label: value (note)" of a leaf of the first channel after some seconds.
std::vector<std::string> facts(const Instrument& in, Leaf leaf, double seconds = 3)
{
    test::Ran ran(in, seconds);
    const auto choice = stemChoices(ran.plain, 0).at(0);
    const auto moment = momentOf(in, ran.plain, choice, channelViewOf(in, ran.plain, 0, choice),
        ran.history, ran.run.now(), ticksFromSeconds(10));
    std::vector<std::string> all;
    for (const auto& fact : moment.facts[static_cast<std::size_t>(leaf)])
        all.push_back(
            fact.label + ": " + fact.value + (fact.note.empty() ? "" : " (" + fact.note + ")"));
    return all;
}

std::vector<std::string> facts(const test::SourceCase& c, Leaf leaf)
{
    return facts(test::withSource(test::bench(), "Measured", c), leaf);
}

// 47 kΩ over 12 kΩ: 59/12; 10 V and 14.6 V over it; 47 kΩ beside 12 kΩ; 14.6 V over 59 kΩ.
// 3.3 V/4096; 59/12 of that; 10 V · 12/59 · 4096/3.3 V; 6.02 · 12 + 1.76; 3685/4095 (code
// 3685 · (1/4095 - 1/4096) · 4096).
TEST(Facts, OfAVoltmeter)
{
    const auto in = test::skiff();
    EXPECT_THAT(facts(in, Leaf::Sensor),
        ElementsAre("Divides by: 4.9167",
            "Pin over the range: 2.034 … 2.969 V (reference 3.3 V, damage above 3.6 V)",
            "Source resistance: 9.56 kΩ (as the converter sees it, at most)",
            "Current: 0.247 mA (through the divider, at most)"));
    EXPECT_THAT(facts(in, Leaf::Reading),
        ElementsAre("One count at the pin: 0.8057 mV",
            "One count in the world: 3.96 mV (at the value now)",
            "Codes over the range: 2524 … 3685 (of 0 … 4095)",
            "Ideal signal to noise: 74.0 dB (full-scale sine, no other noise)",
            "The two schools differ by: 0.9 LSB (at the highest code)"));
}

// 10 kΩ at 25 °C, B = 3950 K: 10 kΩ · e^(3950 · (1/263.15 - 1/298.15)) at -10 °C, and at 45 °C;
// beside 16 kΩ, the E24 value next to the root of their product, at 3.3 V.
TEST(Facts, OfAThermistor)
{
    const auto in =
        *withStartingPoint(test::bench(), *findStartingPoint("air-temperature"), "Shed");
    EXPECT_THAT(facts(in, Leaf::Sensor),
        ElementsAre("Resistance: 58.2 kΩ … 4.35 kΩ", "Uses of the converter: 57 % (of its range)",
            "Pin over the range: 0.7112 … 2.595 V (reference 3.3 V, damage above 3.6 V)",
            "Source resistance: 12.6 kΩ (as the converter sees it, at most)",
            "Current: 0.162 mA (through the sensor, at most)"));
}

// 10 A through 10 mΩ, twenty times.
TEST(Facts, OfAShunt)
{
    const auto in = *withStartingPoint(test::bench(), *findStartingPoint("current-10a"), "Lamp");
    EXPECT_THAT(facts(in, Leaf::Sensor),
        ElementsAre("Sensor gives: 0 … 2 V (over the wished range)", "Divides by: 1",
            "Pin over the range: 0 … 2 V (reference 3.3 V, damage above 3.6 V)",
            "Source resistance: 0 Ω (as the converter sees it, at most)",
            "Current: 20 µA (through the divider, at most)",
            "Heat of the shunt: 1 W (it takes 0.1 V)"));
}

// 40 km/h make 100 Hz, high for 30 % of 10 ms; one pulse in half a second is 1/(2.5 · 0.5) km/h.
TEST(Facts, OfPulses)
{
    auto rate = test::pulses(2.5, 0.5);
    rate.pulses.dutyPercent = 30;
    rate.pulses.bounce = {2, "ms"};
    rate.pulses.holdOff = {5, "ms"};
    test::SourceCase c{rate, "km/h", {{0, 20}}, {}, TextForm::Number, 0, 40};
    EXPECT_THAT(facts(c, Leaf::Sensor),
        ElementsAre("One km/h is: 2.5 Hz", "Pulses over the range: 0 … 100 Hz",
            "Shortest pulse: 3 ms (at the top of the range, the shorter of high and low)",
            "Bounce: 2 ms (the contact opens and closes again)"));
    EXPECT_THAT(facts(c, Leaf::Reading),
        ElementsAre("Read as: each rising edge, interrupt",
            "Smallest step: 0.8 km/h (one pulse in a gate)", "Gate: 500 ms",
            "Hold-off: 5 ms (after a counted edge)"));
    EXPECT_THAT(facts(c, Leaf::Scale), ElementsAre("1: km/h = pulses in 500 ms ÷ 0.5 ÷ 2.5"));
    c.source.pulses.gives = PulseGives::Total;
    c.source.pulses.bounce = {0, "s"};
    c.unit = "L";
    EXPECT_THAT(
        facts(c, Leaf::Sensor), ElementsAre("One L is: 2.5 pulses", "Bounce: 0 s (a clean edge)"));
    EXPECT_THAT(facts(c, Leaf::Reading),
        ElementsAre("Read as: each rising edge, interrupt", "Smallest step: 0.4 L (one pulse)",
            "Hold-off: 5 ms (after a counted edge)"));
    EXPECT_THAT(facts(c, Leaf::Scale), ElementsAre("1: L = pulses ÷ 2.5"));
}

// A receiver tells two sentences of 82 bytes each second and a third every fourth: 184.5 bytes of
// ten bits at 9600 baud.
TEST(Facts, OfAReceiver)
{
    const auto receiver = test::receiverCase({{0, 36}});
    EXPECT_THAT(facts(receiver, Leaf::World),
        ElementsAre(
            "Scenario: 0 s (1 point, then it holds)", "The truth goes: 36 km/h to 36 km/h"));
    EXPECT_THAT(facts(receiver, Leaf::Sensor),
        ElementsAre("Cold start: 12 s (until the first fix)",
            "Tells: every 1 s (position, speed and time)", "Line: 9600 baud (ten bits a byte)",
            "Takes: 192 ms (for 184.5 bytes, 19 % of the line)"));
    EXPECT_THAT(facts(receiver, Leaf::Reading), ElementsAre("Read as: receiver: speed"));
}

TEST(Facts, OfARemoteControl)
{
    const auto control = test::remoteCase({{1, "up"}, {2.5, "down"}});
    EXPECT_THAT(
        facts(control, Leaf::World), ElementsAre("Scenario: 2 events (the last one after 2.5 s)"));
    EXPECT_THAT(facts(control, Leaf::Sensor),
        ElementsAre("A held key repeats: every 108 ms",
            "Codes: 32 bits (with complements, so damage is seen)"));
    EXPECT_THAT(facts(control, Leaf::Reading),
        ElementsAre("Read as: key codes", "Hold-off: 250 ms (after a code that counted)",
            "Names: 3 (codes that have one)"));
    EXPECT_THAT(facts(control, Leaf::Text),
        ElementsAre("Names: 3 (a code without one stands as it is)",
            "Longest name: 5 cells (the field has 9)"));
}

// Of three tries each way must arrive: (1 - 0.9²)³ is lost. 20 ppm of a day are 1.728 s.
TEST(Facts, OfStationsContactsAndClocks)
{
    test::SourceCase station{
        test::ofKind(SourceKind::Node, 30), "degC", {{0, 20}}, {}, TextForm::Number, -10, 40};
    station.source.node.lossPercent = 10;
    EXPECT_THAT(facts(station, Leaf::Sensor),
        ElementsAre("Address: 1", "Polled: every 30 s (slot 12 s)",
            "Lost for good: 0.69 % (of the polls, after 3 tries)"));
    // Of three stations of one radio the third is polled two slots of 12 s after the first.
    const auto three = test::withStations({1, 2, 3}, 60, 1);
    EXPECT_THAT(facts(three, Leaf::Sensor),
        testing::Contains("Told by: Station 1's device (which also tells Station 2, Station 3)"));
    const auto plain = *resolve(three, "");
    EXPECT_EQ(pollTurn(plain, plain.channels[0]), Ticks{});
    EXPECT_EQ(pollTurn(plain, plain.channels[2]), ticksFromSeconds(24));
    EXPECT_THAT(facts(station, Leaf::Scale), ElementsAre("1: nothing to scale: it comes in °C"));
    const test::SourceCase contact{
        test::ofKind(SourceKind::Switch, 0.01), "count", {}, {{1, "on"}}};
    EXPECT_THAT(facts(contact, Leaf::Sensor),
        ElementsAre("Bounce: 5 ms", "Pressed is: low (a pull-up holds the pin)"));
    EXPECT_THAT(facts(contact, Leaf::Reading),
        ElementsAre("Read as: switch", "Debounce: 20 ms (a level counts when it has lasted)"));
    auto clock = test::ofKind(SourceKind::Clock);
    clock.clock.driftPpm = -20;
    const test::SourceCase time{clock, "s", {}, {}, TextForm::HoursMinutes, 0, 86400};
    EXPECT_THAT(facts(time, Leaf::World),
        ElementsAre("Scenario: none (it follows from the rest of the instrument)"));
    EXPECT_THAT(facts(time, Leaf::Sensor),
        ElementsAre(
            "Drift: 1.73 s (a day)", "Off by 0.2 s: after 2.78 h (then it must be set again)"));
    EXPECT_THAT(facts(time, Leaf::Reading),
        ElementsAre("Read as: clock", "Zone: UTC (the rule UTC0, whose sign counts west)"));
}

} // namespace
} // namespace fern
