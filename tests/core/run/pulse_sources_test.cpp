// Pulses through the whole run: gates, periods, totals, and what polling and blind times lose.

#include "tests/core/sources.h"

#include "instrument/edits.h"
#include "run/pulse_tally.h"
#include "run/sampled_source.h"
#include "timing/costs.h"

#include <gmock/gmock.h>

#include <cmath>

namespace fern {
namespace {

using test::ofKind;
using test::pulses;
using test::Ran;
using test::SourceCase;
using test::withSource;

TEST(PulseSources, PulsesInAGateBecomeASpeed)
{
    const Ran ran(withSource(test::bench(), "Speed", {pulses(3.2), "km/h", {{0, 10}}}), 10);
    // 32 pulses a second: one more or less is 0.3 km/h.
    EXPECT_NEAR(ran.last(0), 10, 1 / 3.2);
}

TEST(PulseSources, ATotalGoesOnCounting)
{
    auto source = pulses(1, 0.2);
    source.pulses.gives = PulseGives::Total;
    const Ran ran(
        withSource(test::bench(), "Strokes", {source, "count", {{0, 0}, {60, 24}}}), 60.2);
    EXPECT_EQ(ran.last(0), 24);
}

TEST(PulseSources, PolledPulsesAreLostWhileTheDisplayIsRedrawn)
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

TEST(PulseSources, APulseTallySaysWhatPollingLost)
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

// Source: pulses.csv of the reference sheets.
TEST(PulseSources, TurnsAMinuteComeFromPulses)
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

TEST(PulseSources, SecondsSinceTheLastStroke)
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
TEST(PulseSources, PolledCountsAgreeWithALoopOfSingleLooks)
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
                    in.timing.loop.loopWait = {waitMs, "ms"};
                    const auto plain = *resolve(in, "");
                    LoopWatch watch;
                    FirmwareRun run(plain, {}, watch);
                    run.advanceTo(ticksFromSeconds(4));
                    const auto costs = costsOf(plain, 0);
                    const auto turn = ticksFromSeconds(costs.loopTurn + plain.loops[0].waitSeconds);
                    const auto train = pulseTrainOf(plain.channels[0], plain);
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
TEST(PulseSources, APeriodIsFinerThanAGateAtLowRates)
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

TEST(PulseSources, AStoppedWheelReadsZeroOnlyWithATimeOut)
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

TEST(PulseSources, ATotalRollsOverAtItsWidth)
{
    auto source = pulses(1, 0.2);
    source.pulses.gives = PulseGives::Total;
    source.pulses.counterBits = 4;
    const auto in = withSource(test::bench(), "Strokes", {source, "count", {{0, 0}, {60, 24}}});
    EXPECT_EQ(Ran(in, 60.2).last(0), 24 - 16);
}

TEST(PulseSources, AServoThatSwitchesInterruptsOffLosesPulses)
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

// One wheel at one pin: what the rate's course turns is counted by both channels.
TEST(PulseSources, TwoChannelsCountOneWheel)
{
    const test::SourceCase rate{test::pulses(5), "m/s", {{0, 2}, {10, 8}, {20, 8}}};
    const auto in = test::withTotalOf(test::withSource(test::bench(), "Speed", rate), rate, "m");
    const test::Ran ran(in, 20.01);
    // 5 pulses a metre: (2 + 8) / 2 · 10 m and 8 · 10 m.
    EXPECT_NEAR(ran.last(1), 130, 0.21);
    EXPECT_NEAR(ran.history.lastSample(1)->real.world, 130, 0.21) << "as the true wheel has turned";
    EXPECT_NEAR(ran.last(0), 8, 0.21);
    std::int64_t counted = 0;
    for (const auto& sample : ran.history.samples())
        if (sample.channel == 0)
            counted = sample.counted;
    EXPECT_EQ(counted, ran.history.lastSample(1)->counted);
    // On another pin it is another wheel, which nothing turns.
    auto apart = in;
    auto channel = *apart.channels[1];
    channel.source.pin = "IO16";
    apart.channels[1] = std::make_shared<const Channel>(channel);
    EXPECT_EQ(test::Ran(apart, 20).history.lastSample(1), nullptr);
}

} // namespace
} // namespace fern
