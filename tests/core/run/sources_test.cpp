// Sources of every kind through the whole run: world, device, decoder, smoothing, text.

#include "instrument/edits.h"
#include "tests/core/sources.h"
#include "timing/costs.h"

#include "instrument/file.h"
#include "run/pulse_tally.h"
#include "run/settings.h"

#include <gmock/gmock.h>

#include <cmath>

namespace fern {
namespace {

using test::Ran;
using test::SourceCase;
using test::withSource;

Source ofKind(SourceKind kind, double everySeconds = 1)
{
    Source s;
    s.kind = kind;
    s.sampleEvery = {everySeconds, "s"};
    return s;
}

Source pulses(double perUnit, double gateSeconds = 1)
{
    auto s = ofKind(SourceKind::Pulses, gateSeconds);
    s.pin = "IO4";
    s.pulses.perUnit = perUnit;
    return s;
}

TEST(Sources, PulsesInAGateBecomeASpeed)
{
    const Ran ran(withSource(test::bench(), "Speed", {pulses(3.2), "km/h", {{0, 10}}}), 10);
    // 32 pulses a second: one more or less is 0.3 km/h.
    EXPECT_NEAR(ran.last(0), 10, 1 / 3.2);
}

TEST(Sources, ATotalGoesOnCounting)
{
    auto source = pulses(1, 0.2);
    source.pulses.gives = PulseGives::Total;
    const Ran ran(
        withSource(test::bench(), "Strokes", {source, "count", {{0, 0}, {60, 24}}}), 60.2);
    EXPECT_EQ(ran.last(0), 24);
}

TEST(Sources, PolledPulsesAreLostWhileTheDisplayIsRedrawn)
{
    auto in = test::bench();
    auto display = *in.displays[0];
    display.busSpeed = {100, "kHz"};
    auto source = pulses(10); // 100 Hz at 10 km/h
    const auto counted = [&](PulseInput input) {
        source.pulses.input = input;
        const Ran ran(withSource(in, "Speed", {source, "km/h", {{0, 10}}}), 60);
        double sum = 0;
        for (const double value : ran.values(0))
            sum += value;
        return sum / static_cast<double>(ran.values(0).size());
    };
    EXPECT_NEAR(counted(PulseInput::Interrupt), 10, 0.2);
    EXPECT_LT(counted(PulseInput::Polled), counted(PulseInput::Interrupt) - 0.2);
}

TEST(Sources, APulseTallySaysWhatPollingLost)
{
    auto source = pulses(10);
    const auto tallied = [&](PulseInput input, double bounceMs) {
        source.pulses.input = input;
        source.pulses.bounce = {bounceMs, "ms"};
        const auto plain =
            *resolve(withSource(test::bench(), "Speed", {source, "km/h", {{0, 10}}}), "");
        PulseTally tally(plain);
        FirmwareRun(plain, {}, tally).advanceTo(ticksFromSeconds(60));
        return tally.figures().at(0);
    };
    const auto interrupted = tallied(PulseInput::Interrupt, 0);
    EXPECT_NEAR(static_cast<double>(interrupted.happened), 6000, 101);
    EXPECT_EQ(interrupted.lost(), 0);
    EXPECT_GT(tallied(PulseInput::Polled, 0).lost(), 100);
    EXPECT_GT(tallied(PulseInput::Interrupt, 1).tooMany(), 0) << "bounces are counted too";
}

SourceCase receiverCase(std::vector<CurvePoint> lane)
{
    auto s = ofKind(SourceKind::Receiver);
    s.receiver.coldStart = {12, "s"};
    s.receiver.scatter = 0;
    return {s, "km/h", std::move(lane)};
}

TEST(Sources, AReceiverHasNoSpeedBeforeItsFixAndUnderABridge)
{
    auto in = withSource(test::bench(), "Speed", receiverCase({{0, 7.4}}));
    FaultSpec bridge;
    bridge.channel = in.channels[0]->id;
    bridge.kind = FaultKind::NoFix;
    bridge.from = 40;
    bridge.to = 50;
    in = test::withFaults(in, {bridge});
    EXPECT_TRUE(std::isnan(Ran(in, 11).last(0)));
    Ran fixed(in, 30);
    EXPECT_NEAR(fixed.last(0), 7.4, 0.02); // two decimals of a knot
    EXPECT_THAT(fixed.text(0), testing::EndsWith("7.4"));
    Ran lost(in, 45);
    EXPECT_TRUE(std::isnan(lost.last(0)));
    EXPECT_EQ(lost.text(0), "---------");
    EXPECT_NEAR(Ran(in, 55).last(0), 7.4, 0.02);
    EXPECT_EQ(lost.history.lastTold(0)->state, ToldState::NoValue);
    EXPECT_EQ(lost.history.told(0).back().state, ToldState::Other) << "GGA follows RMC";
}

TEST(Sources, ALineCarriesItsUnit)
{
    auto s = ofKind(SourceKind::Lines, 0.5);
    s.lines.key = "depth";
    s.lines.unit = "ft";
    const Ran ran(withSource(test::bench(), "Depth", {s, "m", {{0, 3}}}), 5);
    EXPECT_NEAR(ran.last(0), 3, 0.001 * 0.3048);
}

TEST(Sources, DamagedLinesAreCountedAndTheRestGoesOn)
{
    auto s = ofKind(SourceKind::Lines, 0.1);
    s.lines.key = "depth";
    auto in = withSource(test::bench(), "Depth", {s, "m", {{0, 3}}});
    FaultSpec noise;
    noise.channel = in.channels[0]->id;
    noise.kind = FaultKind::Garbage;
    noise.to = 100;
    noise.share = 0.3;
    in = test::withFaults(in, {noise});
    const Ran ran(in, 40);
    int bad = 0;
    for (const auto& told : ran.history.told(0))
        bad += told.state != ToldState::Good;
    EXPECT_GT(bad, 50);
    EXPECT_GT(ran.values(0).size(), 200u);
}

TEST(Sources, AComputerTellsItsHealth)
{
    auto s = ofKind(SourceKind::Computer, 2);
    s.computer = ComputerGives::Temperature;
    const Ran ran(withSource(test::bench(), "Heat", {s, "degC", {{0, 61.5}}}), 5);
    EXPECT_NEAR(ran.last(0), 61.5, 0.051);
}

TEST(Sources, ANodeAnswersInItsSlot)
{
    auto s = ofKind(SourceKind::Node, 12);
    s.node.reply = {1.5, "s"};
    s.node.lossPercent = 0;
    s.resolution = {1, "cm"};
    const Ran quick(withSource(test::bench(), "Gauge", {s, "cm", {{0, 183}}}), 13.4);
    EXPECT_EQ(quick.values(0).size(), 1u);
    EXPECT_EQ(quick.last(0), 183);
    // Half of the messages lost either way: a try in four gets through, three tries in a slot.
    s.node.lossPercent = 50;
    s.sampleEvery = {12, "s"};
    const Ran lossy(withSource(test::bench(), "Gauge", {s, "cm", {{0, 183}}}), 12 * 1000);
    EXPECT_NEAR(static_cast<double>(lossy.values(0).size()), 1000 * (1 - std::pow(0.75, 3)), 65);
}

SourceCase remoteCase(std::vector<LaneEvent> events)
{
    auto s = ofKind(SourceKind::KeyCodes);
    s.pin = "IO5";
    s.names = {{"20DF10EF", "up"}, {"20DF40BF", "down"}, {"20DF22DD", "reset"}};
    return {s, "count", {}, std::move(events), TextForm::Name};
}

TEST(Sources, AKeyShowsItsName)
{
    Ran ran(withSource(test::bench(), "Remote",
                remoteCase({{1, "up held 0.6"}, {3, "down"}, {5, "20DF30CF"}})),
        4);
    EXPECT_EQ(ran.text(0), "     down");
    EXPECT_EQ(ran.history.told(0).size(), 7u) << "six frames of a held key, and one";
    Ran unknown(withSource(test::bench(), "Remote", remoteCase({{1, "20DF30CF"}})), 4);
    EXPECT_EQ(unknown.text(0), " 20DF30CF");
}

TEST(Sources, SettingsFollowTheKeys)
{
    auto in = withSource(test::bench(), "Remote",
        remoteCase({{1, "up"}, {2, "up"}, {3, "up"}, {4, "down"}, {6, "up"}}));
    Setting target;
    target.id = "target";
    target.name = "Target";
    target.value = {5, "m"};
    target.least = {0, "m"};
    target.most = {7, "m"};
    target.step = {1, "m"};
    target.by = in.channels[0]->id;
    target.up = "up";
    target.down = "down";
    in.settings.push_back(std::make_shared<const Setting>(target));
    Source formula = ofKind(SourceKind::Derived, 0.1);
    formula.derived.formula = "target * 2";
    in = withSource(in, "Twice", {formula, "m"});
    EXPECT_EQ(Ran(in, 0.5).last(1), 10);
    EXPECT_EQ(Ran(in, 3.5).last(1), 14) << "it stays at its most";
    EXPECT_EQ(Ran(in, 4.5).last(1), 12);
}

TEST(Sources, TalliesCountNamesAndBeginAgain)
{
    auto in = withSource(test::bench(), "Remote",
        remoteCase({{1, "up"}, {2, "down"}, {3, "up"}, {4, "20DF30CF"}, {5, "reset"}, {6, "up"}}));
    const auto tally = [&](const std::string& name, double at) {
        Source s = ofKind(SourceKind::Derived, 0.1);
        s.derived.kind = DerivedKind::Tally;
        s.derived.of = in.channels[0]->id;
        s.derived.name = name;
        s.derived.resetBy = in.channels[0]->id;
        s.derived.resetName = "reset";
        return Ran(withSource(in, "Count", {s, "count"}), at).last(1);
    };
    EXPECT_EQ(tally("up", 4.5), 2);
    EXPECT_EQ(tally("", 4.5), 4);
    EXPECT_EQ(tally("?", 4.5), 1);
    EXPECT_EQ(tally("up", 5.5), 0);
    EXPECT_EQ(tally("up", 6.5), 1);
}

/// A derived channel of a temperature sensor's voltage that rises by 1 V in 10 s and falls again.
double derived(DerivedKind kind, const std::string& unit, double at)
{
    Source volts = ofKind(SourceKind::Lines, 0.1);
    volts.lines.key = "u";
    auto in = withSource(test::bench(), "U", {volts, "V", {{0, 1}, {10, 2}, {20, 0.5}}});
    Source s = ofKind(SourceKind::Derived, 0.1);
    s.derived.kind = kind;
    s.derived.of = in.channels[0]->id;
    return Ran(withSource(in, "D", {s, unit}), at).last(1);
}

TEST(Sources, ChannelsAreMadeOfOthers)
{
    EXPECT_NEAR(derived(DerivedKind::Most, "V", 19), 2, 0.01);
    EXPECT_NEAR(derived(DerivedKind::Least, "V", 19), 0.65, 0.02);
    EXPECT_NEAR(derived(DerivedKind::Rate, "V/s", 5), 0.1, 0.02);
    EXPECT_NEAR(derived(DerivedKind::Net, "V", 5), 0.5, 0.02);
}

// A lap lasts from one press to the next.
TEST(Sources, ALapIsTheTimeBetweenTheLastTwoEvents)
{
    auto in =
        withSource(test::bench(), "Button", remoteCase({{2, "up"}, {65, "up"}, {127.5, "up"}}));
    Source lap = ofKind(SourceKind::Derived, 0.1);
    lap.derived.kind = DerivedKind::Lap;
    lap.derived.of = in.channels[0]->id;
    in = withSource(in, "Lap", {lap, "s", {}, {}, TextForm::MinutesSeconds});
    EXPECT_TRUE(std::isnan(Ran(in, 10).last(1))) << "one press makes no lap";
    EXPECT_NEAR(Ran(in, 70).last(1), 63, 0.2);
    Ran ran(in, 130);
    EXPECT_NEAR(ran.last(1), 62.5, 0.2);
    EXPECT_THAT(ran.text(1), testing::EndsWith("1:02"));
}

// A totaliser is begun again, stopped, let go on, and its number held while it goes on.
TEST(Sources, ATotaliserStopsAndHolds)
{
    auto keys = ofKind(SourceKind::KeyCodes);
    keys.pin = "IO4";
    keys.keyCodes.holdOff = {0, "ms"};
    keys.names = {{"20DF22DD", "reset"}, {"20DF10EF", "stop"}, {"20DF40BF", "hold"}};
    auto in =
        withSource(test::bench(), "Flow", {ofKind(SourceKind::Lines, 0.1), "L/min", {{0, 60}}});
    in = withSource(in, "Keys",
        {keys, "count", {}, {{2, "reset"}, {4, "stop"}, {7, "stop"}, {9, "hold"}, {12, "hold"}},
            TextForm::Name});
    auto total = ofKind(SourceKind::Derived, 0.1);
    total.derived = {DerivedKind::Total, {}, in.channels[0]->id, {}, 1, in.channels[1]->id, "reset",
        "stop", "hold"};
    in = withSource(in, "Volume", {total, "L", {}});
    const auto litresAt = [&](double seconds) { return Ran(in, seconds).last(2); };
    EXPECT_NEAR(litresAt(3.9), 1.9, 0.3) << "a litre a second since it began again";
    EXPECT_NEAR(litresAt(6.9), 2, 0.3) << "stopped";
    EXPECT_NEAR(litresAt(8.9), 3.9, 0.3) << "it goes on";
    EXPECT_NEAR(litresAt(11.9), 4, 0.3) << "held";
    EXPECT_NEAR(litresAt(13.9), 8.9, 0.3) << "it went on meanwhile";
}

// Source: pulses.csv of the reference sheets.
TEST(Sources, TurnsAMinuteComeFromPulses)
{
    const auto shown = [](double pulsesATurn, double perMinute) {
        auto source = pulses(pulsesATurn / 60, 1); // hertz for a turn a minute
        source.pulses.measure = PulseMeasure::Period;
        const SourceCase wheel{source, "rpm", {{0, perMinute}}, {}, TextForm::Number, 0, 4000};
        return Ran(withSource(test::bench(), "Wheel", wheel), 10).last(0);
    };
    EXPECT_NEAR(shown(1, 3000), 3000, 1) << "50 Hz";
    EXPECT_NEAR(shown(20, 60), 60, 0.1) << "20 Hz, 20 a turn";
    EXPECT_NEAR(shown(4, 1999.5), 1999.5, 1) << "133.3 Hz";
}

TEST(Sources, SecondsSinceTheLastStroke)
{
    auto source = pulses(1, 0.1);
    source.pulses.gives = PulseGives::Total;
    auto in = withSource(test::bench(), "Strokes", {source, "count", {{0, 0}, {10, 4}}});
    Source since = ofKind(SourceKind::Derived, 0.1);
    since.derived.kind = DerivedKind::Since;
    since.derived.of = in.channels[0]->id;
    in = withSource(in, "Since", {since, "s", {}, {}, TextForm::MinutesSeconds});
    Ran ran(in, 75.3);
    EXPECT_NEAR(ran.last(1), 65.2, 0.2);
    EXPECT_THAT(ran.text(1), testing::EndsWith("1:05"));
}

TEST(Sources, AGateClosesWithTheQualityOfAnother)
{
    auto satellites = ofKind(SourceKind::Receiver);
    satellites.receiver.coldStart = {0, "s"};
    satellites.receiver.gives = ReceiverGives::Satellites;
    auto in = withSource(test::bench(), "Sats",
        {satellites, "count",
            {{0, 8}, {20, 8}, {21, 5}, {40, 5}, {41, 4}, {60, 4}, {61, 5}, {80, 6}}});
    auto speed = receiverCase({{0, 7.4}});
    speed.source.receiver.coldStart = {0, "s"};
    speed.source.gate = GateSpec{in.channels[0]->id, {6, "count"}, {5, "count"}};
    in = withSource(in, "Speed", speed);
    EXPECT_FALSE(std::isnan(Ran(in, 30).last(1))) << "open between the two limits";
    EXPECT_TRUE(std::isnan(Ran(in, 50).last(1)));
    EXPECT_TRUE(std::isnan(Ran(in, 65).last(1))) << "still closed between them";
    EXPECT_FALSE(std::isnan(Ran(in, 83).last(1)));
}

TEST(Sources, AClockShowsLocalTime)
{
    auto s = ofKind(SourceKind::Clock, 0.5);
    s.clock.zone = "CET-1CEST,M3.5.0,M10.5.0/3";
    auto in = withSource(test::bench(), "Clock", {s, "s", {}, {}, TextForm::HoursMinutesSeconds});
    Scenario scenario = *in.scenarios[0];
    scenario.startsAt = "2026-07-01T21:59:50Z";
    in.scenarios[0] = std::make_shared<const Scenario>(scenario);
    EXPECT_THAT(Ran(in, 5.2).text(0), testing::EndsWith(" 23:59:55"));
    EXPECT_THAT(Ran(in, 12.2).text(0), testing::EndsWith("  0:00:02"));
}

TEST(Sources, AListTellsWhatComesNext)
{
    auto clock = ofKind(SourceKind::Clock, 0.5);
    clock.clock.zone = "CET-1CEST,M3.5.0,M10.5.0/3";
    auto in = withSource(test::bench(), "Clock", {clock, "s"});
    Scenario scenario = *in.scenarios[0];
    scenario.startsAt = "2026-07-01T05:41:30Z"; // 7:41:30 there
    in.scenarios[0] = std::make_shared<const Scenario>(scenario);
    Source list = ofKind(SourceKind::Derived, 0.5);
    list.derived.kind = DerivedKind::Next;
    list.derived.of = in.channels[0]->id;
    list.names = {{"7:42", "north"}, {"8:00", "south"}};
    const auto shown = [&](TextForm form, double at) {
        auto with = withSource(in, "Boat", {list, "s", {}, {}, form});
        return Ran(with, at).text(1);
    };
    EXPECT_THAT(shown(TextForm::MinutesSeconds, 10.2), testing::EndsWith("0:20"));
    EXPECT_THAT(shown(TextForm::Name, 10.2), testing::EndsWith("north"));
    EXPECT_THAT(shown(TextForm::Name, 31.2), testing::EndsWith("south"));
    EXPECT_THAT(shown(TextForm::HoursMinutes, 31.2), testing::EndsWith("0:17"));
    EXPECT_FALSE(remembersEverything(*resolve(withSource(in, "Boat", {list, "s"}), "")));
    list.derived.nth = 2;
    EXPECT_THAT(shown(TextForm::Name, 10.2), testing::EndsWith("south"));
    // Without a time there is no next one.
    list.names[1].code = "25:00";
    list.board = "board";
    auto broken = *in.channels[0];
    broken.id = "boat";
    broken.source = list;
    in.channels.push_back(std::make_shared<const Channel>(broken));
    EXPECT_THAT(readInstrument(writeInstrument(in)).error().message,
        testing::HasSubstr("25:00 is no time of day"));
}

TEST(Sources, ALadderTellsItsKeysApart)
{
    auto s = ofKind(SourceKind::KeyLadder, 0.02);
    s.pin = "IN36";
    s.ladder.keys = {{"left", {0, "ohm"}}, {"right", {4.7, "kohm"}}, {"ok", {22, "kohm"}}};
    const auto in = withSource(test::bench(), "Keys",
        {s, "count", {}, {{1, "right"}, {2, "ok"}, {3, "left held 1"}}, TextForm::Name});
    EXPECT_EQ(*Ran(in, 1.5).history.lastCode(0), "right");
    EXPECT_EQ(*Ran(in, 2.5).history.lastCode(0), "ok");
    EXPECT_EQ(*Ran(in, 3.5).history.lastCode(0), "left");
    EXPECT_EQ(Ran(in, 6).history.told(0).size(), 3u);
}

TEST(Sources, ASwitchIsDebounced)
{
    auto s = ofKind(SourceKind::Switch, 0.001);
    s.pin = "IO4";
    s.contact.bounce = {8, "ms"};
    const auto events = [&](double debounceMs) {
        s.contact.debounce = {debounceMs, "ms"};
        // Between the redraws, which would hide the bounces.
        const auto in = withSource(test::bench(), "Door",
            {s, "count", {}, {{1.2, "on"}, {2.2, "off"}, {3.2, "on"}}, TextForm::Name});
        return Ran(in, 5).history.told(0).size();
    };
    EXPECT_EQ(events(20), 3u);
    EXPECT_GT(events(0), 6u);
}

TEST(Sources, APulseWaveformTellsItsRate)
{
    auto s = ofKind(SourceKind::Waveform, 0.02);
    s.pin = "IN36";
    const Ran ran(withSource(test::bench(), "Pulse", {s, "rpm", {{0, 72}, {60, 72}}}), 30);
    EXPECT_NEAR(ran.last(0), 72, 2);
}

TEST(Sources, AnOutputFollowsAValue)
{
    auto in = withSource(test::bench(), "Speed", {pulses(3.2), "km/h", {{0, 10}}});
    Output servo;
    servo.id = "needle";
    servo.part = "board";
    servo.from = in.channels[0]->id;
    servo.low = {0, "km/h"};
    servo.high = {20, "km/h"};
    in.outputs.push_back(std::make_shared<const Output>(servo));
    const Ran ran(in, 10);
    ASSERT_NE(ran.history.lastDriven(0), nullptr);
    EXPECT_NEAR(ran.history.lastDriven(0)->to, 1.5, 0.02);
    EXPECT_EQ(outputOf(servo, 100), 2) << "it stops at its end";
}

/// Remembers when the processor was busy and how many pulses were counted last.
class LoopWatch : public RunObserver {
public:
    void busy(const BusyRecord& record) override
    {
        if (record.with != BusyWith::Panel) // which works by itself
            busy_.push_back({record.from, record.to});
    }
    void sampled(const SampleRecord& record) override
    {
        counted = record.counted;
        last = record.at;
    }
    std::int64_t counted = 0;
    Ticks last;
    std::vector<Blind> busy_;
};

// The loop as a maker writes it: it looks at the pin, does what is due, waits, and looks again.
TEST(Sources, PolledCountsAgreeWithALoopOfSingleLooks)
{
    for (const double waitMs : {0.3, 1.0, 7.0})
        for (const double redrawMs : {100.0, 500.0})
            for (const double hertz : {30.0, 90.0, 240.0})
                for (const double duty : {20.0, 50.0}) {
                    auto source = pulses(hertz / 10, 1);
                    source.pulses.input = PulseInput::Polled;
                    source.pulses.dutyPercent = duty;
                    auto in = withSource(test::bench(), "Speed", {source, "km/h", {{0, 10}}});
                    auto display = *in.displays[0];
                    display.redrawEvery = {redrawMs, "ms"};
                    in = *withDisplay(in, display);
                    in.timing.loopWait = {waitMs, "ms"};
                    const auto plain = *resolve(in, "");
                    LoopWatch watch;
                    FirmwareRun run(plain, {}, watch);
                    run.advanceTo(ticksFromSeconds(4));
                    const auto costs = operationCosts(plain.processor);
                    const auto turn = ticksFromSeconds(costs.loopTurn + plain.loopWaitSeconds);
                    const auto train = pulseTrainOf(plain.channels[0], plain.seed);
                    std::int64_t count = 0;
                    bool was = false;
                    std::size_t next = 0;
                    // The sample that told the count was taken in the turn of the last look.
                    for (Ticks now; now <= watch.last; now = now + turn) {
                        const bool is = train.isHigh(now);
                        count += is && !was;
                        was = is;
                        while (next < watch.busy_.size() && watch.busy_[next].from <= now)
                            now = std::max(now, watch.busy_[next++].to);
                    }
                    EXPECT_NEAR(static_cast<double>(watch.counted), static_cast<double>(count), 1)
                        << waitMs << " ms, redrawn " << redrawMs << " ms, " << hertz << " Hz, "
                        << duty << " %";
                }
}

// A pulse in a gate of a second is 0.5 km/h of a 2 Hz wheel; a period tells microseconds.
TEST(Sources, APeriodIsFinerThanAGateAtLowRates)
{
    const auto shown = [](PulseMeasure measure, double speed) {
        auto source = pulses(2);
        source.pulses.measure = measure;
        source.pulses.timeOut = {2, "s"};
        return Ran(withSource(test::bench(), "Speed", {source, "km/h", {{0, speed}}}), 20).last(0);
    };
    EXPECT_NEAR(shown(PulseMeasure::Period, 3.21), 3.21, 1e-3);
    EXPECT_NEAR(shown(PulseMeasure::Automatic, 3.21), 3.21, 1e-3);
    EXPECT_GT(std::fabs(shown(PulseMeasure::Gate, 3.21) - 3.21), 0.1);
}

TEST(Sources, AStoppedWheelReadsZeroOnlyWithATimeOut)
{
    const auto atEnd = [](double timeOut) {
        auto source = pulses(2);
        source.pulses.measure = PulseMeasure::Period;
        source.pulses.timeOut = {timeOut, "s"};
        const Ran ran(
            withSource(test::bench(), "Speed", {source, "km/h", {{0, 6}, {10, 6}, {10.1, 0}}}), 20);
        return ran.last(0);
    };
    EXPECT_EQ(atEnd(2), 0);
    EXPECT_GT(atEnd(0), 1) << "the last period stays";
}

TEST(Sources, ATotalRollsOverAtItsWidth)
{
    auto source = pulses(1, 0.2);
    source.pulses.gives = PulseGives::Total;
    source.pulses.counterBits = 4;
    const auto in = withSource(test::bench(), "Strokes", {source, "count", {{0, 0}, {60, 24}}});
    EXPECT_EQ(Ran(in, 60.2).last(0), 24 - 16);
}

TEST(Sources, AServoThatSwitchesInterruptsOffLosesPulses)
{
    const auto lost = [](double blindMs) {
        auto in = withSource(test::bench(), "Speed", {pulses(100), "km/h", {{0, 10}}}); // 1 kHz
        Output servo;
        servo.id = "needle";
        servo.part = "board";
        servo.from = in.channels[0]->id;
        servo.high = {20, "km/h"};
        servo.low = {0, "km/h"};
        servo.every = {20, "ms"};
        servo.blinds = {blindMs, "ms"};
        in.outputs.push_back(std::make_shared<const Output>(servo));
        const auto plain = *resolve(in, "");
        PulseTally tally(plain);
        FirmwareRun(plain, {}, tally).advanceTo(ticksFromSeconds(20));
        return static_cast<double>(tally.figures().at(0).lost());
    };
    EXPECT_EQ(lost(0), 0);
    EXPECT_EQ(lost(0.9), 0) << "one at most falls into it, and the flag keeps one";
    // Of five in 5 ms one is kept: four in each of a thousand blind times.
    EXPECT_NEAR(lost(5), 4000, 400);
}

// A run that begins later shows the same: every device can be asked for any slot.
TEST(Sources, ALateStartMeetsTheSameWorld)
{
    const auto in = withSource(test::bench(), "Speed", receiverCase({{0, 3}, {60, 9}}));
    const auto plain = *resolve(in, "");
    RunHistory late(ticksFromSeconds(1e6));
    FirmwareRun run(plain, {ticksFromSeconds(30), {}}, late);
    run.advanceTo(ticksFromSeconds(40));
    const Ran whole(in, 40);
    EXPECT_EQ(late.lastSample(0)->real.reading, whole.history.lastSample(0)->real.reading);
}

TEST(Settings, WrapSeekAndStop)
{
    Setting s;
    s.least = {2, "count"};
    s.most = {8, "count"};
    s.step = {2, "count"};
    s.up = "up";
    s.down = "down";
    s.seek = "seek";
    s.presets = {3, 6};
    EXPECT_EQ(settingAfter(s, 8, "up"), 8);
    EXPECT_EQ(settingAfter(s, 2, "down"), 2);
    EXPECT_EQ(settingAfter(s, 2, "seek"), 3);
    EXPECT_EQ(settingAfter(s, 3, "seek"), 6);
    EXPECT_EQ(settingAfter(s, 6, "seek"), 3);
    EXPECT_EQ(settingAfter(s, 4, "other"), 4);
    s.wraps = true;
    EXPECT_EQ(settingAfter(s, 8, "up"), 2);
    EXPECT_EQ(settingAfter(s, 2, "down"), 8);
}

TEST(Settings, ManyStepsAddUpToNoError)
{
    Setting s;
    s.most = {10, "count"};
    s.step = {0.1, "count"};
    s.up = "up";
    double value = 0;
    for (int i = 0; i < 70; ++i)
        value = settingAfter(s, value, "up");
    EXPECT_DOUBLE_EQ(value, 7);
}

} // namespace
} // namespace fern
