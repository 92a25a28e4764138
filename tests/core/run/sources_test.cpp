// Sources of the other kinds through the whole run: world, device, decoder, smoothing, text.

#include "tests/core/sources.h"

#include "instrument/edits.h"
#include "instrument/file.h"
#include "run/sampled_source.h"
#include "run/settings.h"

#include <gmock/gmock.h>

#include <cmath>

namespace fern {
namespace {

using test::ofKind;
using test::pulses;
using test::Ran;
using test::receiverCase;
using test::remoteCase;
using test::withSource;

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
    test::SourceCase c{ofKind(SourceKind::Node, 12), "cm", {{0, 183}}};
    c.device.radio.reply = {1.5, "s"};
    c.source.node.lossPercent = 0;
    c.source.resolution = {1, "cm"};
    const Ran quick(withSource(test::bench(), "Gauge", c), 13.4);
    EXPECT_EQ(quick.values(0).size(), 1u);
    EXPECT_EQ(quick.last(0), 183);
    // Half of the messages lost either way: a try in four gets through, three tries in a slot.
    c.source.node.lossPercent = 50;
    const Ran lossy(withSource(test::bench(), "Gauge", c), 12 * 1000);
    EXPECT_NEAR(static_cast<double>(lossy.values(0).size()), 1000 * (1 - std::pow(0.75, 3)), 65);
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
    EXPECT_EQ(outputOf(resolve(in, "")->outputs[0], 100), 2) << "it stops at its end";
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

} // namespace
} // namespace fern
