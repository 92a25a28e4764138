// Controls and converters as makers wire them, in a run.

#include "tests/core/sources.h"
#include "tests/support.h"

#include "instrument/edits.h"
#include "reading/key_matrix.h"
#include "run/settings.h"
#include "world/quadrature.h"

#include <cmath>
#include <gmock/gmock.h>
#include <rapidcheck.h>
#include <rapidcheck/gtest.h>

namespace fern {
namespace {

using test::bench;
using test::Ran;

Instrument started(const char* row, const char* name)
{
    return *withStartingPoint(bench(), *findStartingPoint(row), name);
}

Instrument withCourse(Instrument in, std::vector<CurvePoint> points)
{
    Scenario scenario = *in.scenarios[0];
    scenario.lanes[0].points = std::move(points);
    in.scenarios[0] = std::make_shared<const Scenario>(scenario);
    return in;
}

Instrument withEvents(Instrument in, std::vector<LaneEvent> events)
{
    Scenario scenario = *in.scenarios[0];
    scenario.lanes[0].events = std::move(events);
    in.scenarios[0] = std::make_shared<const Scenario>(scenario);
    return in;
}

Instrument knob(PulseInput input, double waitMs, std::vector<CurvePoint> course)
{
    auto in = withCourse(started("encoder", "Knob"), std::move(course));
    in = *withChannelChanged(in, "knob", [&](Channel& c) { c.source.encoder.input = input; });
    in.timing.loop.loopWait = {waitMs, "ms"};
    in.displays = {}; // nothing else keeps the loop
    in.pages = {};
    in.readers = {};
    return in;
}

// Two edges between two looks are lost: theory says that a knob of four edges a detent is followed
// while a look comes more often than its edges.
TEST(Controls, AKnobIsFollowedWhileEachEdgeIsSeen)
{
    const std::vector<CurvePoint> course{{0, 0}, {1, 0}, {2, 18}, {3, 18}, {4, -4}, {6, -4}};
    EXPECT_EQ(Ran(knob(PulseInput::Polled, 9, course), 6).last(0), -4) << "88 edges a second";
    EXPECT_NE(Ran(knob(PulseInput::Polled, 21, course), 6).last(0), -4);
    EXPECT_EQ(Ran(knob(PulseInput::Interrupt, 21, course), 6).last(0), -4);
}

// Looked at evenly, every edge is seen exactly while the looks are quicker than the edges; one
// whole cycle of four between two looks shows nothing at all.
RC_GTEST_PROP(Controls, CountsAreWhatTheLooksAllow, ())
{
    const double perSecond = *rc::gen::inRange(1, 60); // detents
    const double wait = *rc::gen::inRange(1, 40) / 2.0; // ms
    const auto in = knob(
        PulseInput::Polled, wait, {{0, 0}, {0.5, 0}, {2.5, 2 * perSecond}, {3, 2 * perSecond}});
    const double edge = 1 / (4 * perSecond);
    const double look = wait / 1000;
    RC_PRE(std::fabs(edge / look - 1) > 0.05 && std::fabs(edge / look - 0.5) > 0.05);
    const double counted = Ran(in, 3).last(0);
    if (edge > look)
        RC_ASSERT(counted == 2 * perSecond);
    else
        RC_ASSERT(counted < 2 * perSecond);
}

TEST(Controls, QuadratureEdgesComeAtEachQuarter)
{
    const auto edges = quadratureEdges({{0, 0}, {1, 1}, {2, 0}}, 4, {}, ticksFromSeconds(2));
    std::vector<std::int64_t> quarters;
    for (const auto& edge : edges)
        quarters.push_back(edge.quarter);
    EXPECT_THAT(quarters, testing::ElementsAre(1, 2, 3, 4, 3, 2, 1, 0));
    EXPECT_EQ(edges[1].at, ticksFromSeconds(0.5));
    EXPECT_EQ(quarterAt({{0, -0.1}}, 4, 0), -1);
}

TEST(Controls, AKeypadTellsItsKeys)
{
    const auto in = withEvents(
        started("keypad", "Pad"), {{1, "7"}, {2, "#"}, {3, "7 held 0.5"}, {4, "1+2+4 held 1"}});
    EXPECT_EQ(Ran(in, 1.9).text(0), " 7");
    EXPECT_EQ(Ran(in, 2.9).text(0), " #");
    EXPECT_EQ(Ran(in, 6).run.latest(0).real, 4) << "four keys came, each once";
}

// Three corners of a rectangle show the fourth (common practice); a diode at each key keeps it
// away.
TEST(Controls, ThreeKeysWithoutDiodesShowAFourth)
{
    MatrixSpec pad;
    EXPECT_THAT(keysSeen(pad, {0, 1, 4}), testing::ElementsAre(0, 1, 4, 5));
    pad.hasDiodes = true;
    EXPECT_THAT(keysSeen(pad, {4, 0, 1}), testing::ElementsAre(0, 1, 4));
    pad.hasDiodes = false;
    EXPECT_THAT(keysSeen(pad, {0, 5}), testing::ElementsAre(0, 5)) << "two are always told apart";
    EXPECT_THAT(keysSeen(pad, {}), testing::IsEmpty());
}

TEST(Controls, ATwoWaySwitchHasAMiddle)
{
    const auto in =
        withEvents(started("two-way-switch", "Toggle"), {{1, "up held 2"}, {5, "down held 2"}});
    EXPECT_EQ(Ran(in, 2).text(0), "    up");
    EXPECT_EQ(Ran(in, 4).text(0), "middle");
    EXPECT_EQ(Ran(in, 6).text(0), "  down");
}

// A track from the reference to ground: its middle is half of the codes, whatever the reference is.
TEST(Controls, AKnobOnATrackIsAShareOfTheReference)
{
    auto in = withCourse(started("knob", "Knob"), {{0, 50}});
    const auto half = [&] { return Ran(in, 3).last(0); };
    EXPECT_NEAR(half(), 50, 2);
    auto converter = *in.parts[0]->converter;
    converter.referenceTolerancePercent = 20;
    in = *withConverter(in, in.parts[0]->id, converter);
    EXPECT_NEAR(half(), 50, 2);
    const auto plain = *resolve(in, "");
    EXPECT_NEAR(sourceResistance(plain.channels[0].input, 0.5), 2500, 1e-9)
        << "both halves of 10 kohm side by side";
    EXPECT_EQ(sourceResistance(plain.channels[0].input, 0), 0);
}

/// Channels at one module, a conversion of which takes 50 ms.
Instrument atOneModule(int count, double everyMs, const ConverterSpec& like)
{
    auto in = bench();
    for (int i = 0; i < count; ++i)
        in = *withStartingPoint(
            in, *findStartingPoint("millivolts"), "Signal " + std::to_string(i + 1));
    const auto module = in.channels[0]->source.board;
    auto converter = *findById(in.parts, module)->converter;
    converter.conversionTime = {50, "ms"};
    converter.mode = like.mode;
    converter.settles = like.settles;
    converter.discards = like.discards;
    in = *withConverter(in, module, converter);
    for (const auto& channel : SharedList<Channel>(in.channels))
        in = *withChannelChanged(in, channel->id, [&](Channel& c) {
            c.source.sampleEvery = {everyMs, "ms"};
            c.smoothing = {};
        });
    return in;
}

std::size_t samplesOf(const Ran& ran, std::size_t channel)
{
    return ran.values(channel).size();
}

// Three inputs of a converter of 50 ms: 20 conversions a second, however often they are asked for.
TEST(Controls, InputsOfOneConverterTakeTurns)
{
    const Ran ran(atOneModule(3, 1, {}), 10);
    EXPECT_LE(samplesOf(ran, 0) + samplesOf(ran, 1) + samplesOf(ran, 2), 200U);
    for (std::size_t i = 0; i < 3; ++i)
        EXPECT_NEAR(static_cast<double>(samplesOf(ran, i)), 10 / 0.15, 3);
}

TEST(Controls, OneInputOfAConverterThatRunsOnIsFetchedAtOnce)
{
    const Ran ran(atOneModule(1, 100, {}), 5);
    const auto* sample = ran.history.lastSample(0);
    EXPECT_EQ(sample->at - sample->takenAt, ticksFromSeconds(0.05)) << "the conversion just ended";
}

// What a switch leaves of the input before it, until the firmware throws it away.
TEST(Controls, AnInputThatHasNotSettledHoldsTheOneBeforeIt)
{
    ConverterSpec hasty;
    hasty.settles = 3;
    auto in = atOneModule(2, 500, hasty);
    Scenario scenario = *in.scenarios[0];
    scenario.lanes[0].points = {{0, 20}};
    scenario.lanes[1].points = {{0, 180}};
    in.scenarios[0] = std::make_shared<const Scenario>(scenario);
    const Ran mixed(in, 5);
    EXPECT_NEAR(mixed.last(0), 20 + 0.75 * 160, 3);
    EXPECT_NEAR(mixed.last(1), 180 - 0.75 * 160, 3);
    auto converter = *findById(in.parts, in.channels[0]->source.board)->converter;
    converter.discards = 3;
    const Ran settled(*withConverter(in, in.channels[0]->source.board, converter), 5);
    EXPECT_NEAR(settled.last(0), 20, 2);
    EXPECT_NEAR(settled.last(1), 180, 2);
}

/// A servo that shows a speed in degrees, and nods when a key comes.
Instrument nodding(bool blocks)
{
    auto in = started("speed-wheel", "Speed");
    in = *withStartingPoint(in, *findStartingPoint("keypad"), "Pad");
    Output servo;
    servo.id = "needle";
    servo.name = "Needle";
    servo.part = in.parts[0]->id;
    servo.from = "speed";
    servo.low = {0, "km/h"};
    servo.high = {20, "km/h"};
    servo.lowOutput = {0, "deg"};
    servo.highOutput = {90, "deg"};
    servo.sequence.by = "pad";
    servo.sequence.name = "7";
    servo.sequence.moves = {{1, 80}, {3, 5}};
    servo.sequence.blocks = blocks;
    in.outputs.push_back(std::make_shared<const Output>(servo));
    in = withCourse(in, {{0, 10}, {60, 10}});
    Scenario scenario = *in.scenarios[0];
    for (auto& lane : scenario.lanes)
        if (lane.id == findById(in.channels, "pad")->source.lane)
            lane.events = {{10, "7"}, {11, "7"}};
    in.scenarios[0] = std::make_shared<const Scenario>(scenario);
    return *accepted(in);
}

/// What an output was set to, and when.
class Driven : public RunObserver {
public:
    void driven(const DrivenRecord& record) override
    {
        all.emplace_back(inSeconds(record.at), record.to);
    }
    void sampled(const SampleRecord& record) override
    {
        samples += record.at > ticksFromSeconds(10.5) && record.at < ticksFromSeconds(12.5);
    }
    std::vector<std::pair<double, double>> all;
    int samples = 0;
};

TEST(Controls, AServoTurnsInDegreesAndNodsOnAKey)
{
    const auto in = nodding(false);
    Driven beside;
    FirmwareRun run(*resolve(in, ""), {}, beside);
    run.advanceTo(ticksFromSeconds(20));
    std::vector<double> moves;
    for (const auto& [at, to] : beside.all)
        if (std::fabs(to - 80) < 1e-9 || std::fabs(to - 5) < 1e-9)
            moves.push_back(at);
    ASSERT_EQ(moves.size(), 2U) << "a key that comes meanwhile does not count";
    EXPECT_NEAR(moves[0], 10.2, 0.25);
    EXPECT_NEAR(moves[1] - moves[0], 1, 0.05);
    EXPECT_GT(beside.samples, 100);
    Driven waits;
    FirmwareRun blocked(*resolve(nodding(true), ""), {}, waits);
    blocked.advanceTo(ticksFromSeconds(20));
    EXPECT_EQ(waits.samples, 0) << "nothing is sampled while the program waits";
    EXPECT_NEAR(pulseOf({}, 45), 1.5e-3, 1e-12) << "half of 90 degrees between 1 and 2 ms";
}

TEST(Controls, WhatASequenceHearsCannotBeTakenAway)
{
    EXPECT_EQ(
        withoutChannel(nodding(false), "pad").error().message, "Needle needs Pad; remove it first");
}

TEST(Controls, TextsAndTimesComeInLines)
{
    auto in = withEvents(started("text-line", "Crew"), {{1, "heron"}, {5, "none"}, {9, "teal"}});
    in = *withChannelChanged(in, "crew", [](Channel& c) { c.source.lines.nothing = "none; n/a"; });
    EXPECT_EQ(Ran(in, 4).text(0), "       heron");
    EXPECT_EQ(Ran(in, 8).text(0).find("none"), std::string::npos) << "a mark stands for nothing";
    Ran ran(in, 14);
    EXPECT_EQ(ran.text(0), "        teal");
    EXPECT_GT(ran.run.latest(0).sampledAt, ticksFromSeconds(12)) << "told again, it stays fresh";
    const auto time = withCourse(started("time-line", "Ferry"), {{0, 27900}});
    EXPECT_EQ(Ran(time, 4).text(0), " 7:45");
    EXPECT_EQ(Ran(time, 4).last(0), 27900) << "seconds since midnight";
}

// Formulas with more than arithmetic, in a run.
TEST(Controls, AFormulaChoosesComparesAndRemembers)
{
    auto in =
        test::withSource(bench(), "Speed", test::receiverCase({{0, 4}, {20, 4}, {21, 8}, {60, 8}}));
    const auto derived = [&](const char* name, const char* unit, const char* formula) {
        auto source = test::ofKind(SourceKind::Derived);
        source.derived.formula = formula;
        in = test::withSource(in, name, {source, unit});
    };
    derived("Quick", "count", "speed > 5 km/h and age(speed) < 3 s ? 1 : 0");
    derived("Change", "km/h", "speed - previous(speed)");
    derived("Best", "km/h", "max(speed, 6 km/h, 2 km/h)");
    const Ran slow(in, 19.5);
    EXPECT_EQ(slow.last(1), 0);
    EXPECT_NEAR(slow.last(3), 6, 1e-6);
    const Ran quick(in, 30.5);
    EXPECT_EQ(quick.last(1), 1);
    EXPECT_NEAR(quick.last(2), 0, 0.02);
    EXPECT_NEAR(quick.last(3), 8, 0.02);
}

} // namespace
} // namespace fern
