// What a run says of itself: ages, load, losses with their causes, evenness of the sampling.

#include "instrument/program_edits.h"
#include "judge/age.h"
#include "run/age_tally.h"
#include "run/busy_tally.h"
#include "run/firmware_run.h"
#include "run/loss_tally.h"
#include "run/pulse_tally.h"
#include "run/sample_tally.h"
#include "tests/core/judge/program_cases.h"
#include "tests/support.h"

#include <algorithm>
#include <numeric>

#include <rapidcheck/gtest.h>

namespace fern {
namespace {

/// All tallies of one run, and the segments that they were told.
class Tallies : public RunObserver {
public:
    Tallies(const Instrument& in, double seconds)
        : plain(*resolve(in, ""))
        , ages(plain)
        , busyTimes(plain)
        , losses(plain)
        , pulses(plain)
        , samples(plain)
    {
        FirmwareRun(plain, {}, *this).advanceTo(ticksFromSeconds(seconds));
    }
    void sampled(const SampleRecord& record) override
    {
        losses.sampled(record);
        pulses.sampled(record);
        samples.sampled(record);
    }
    void shown(const ShownRecord& record) override { ages.shown(record); }
    void busy(const BusyRecord& record) override
    {
        busyTimes.busy(record);
        losses.busy(record);
        segments.push_back(record);
    }
    std::int64_t lostWithCause() const
    {
        const auto causes = losses.causes();
        return std::accumulate(causes.begin(), causes.end(), std::int64_t{0},
            [](std::int64_t sum, const LossCause& cause) { return sum + cause.pulses; });
    }

    PlainInstrument plain;
    AgeTally ages;
    BusyTally busyTimes;
    LossTally losses;
    PulseTally pulses;
    SampleTally samples;
    std::vector<BusyRecord> segments;
};

/// A wheel at a steady speed, polled by a loop that waits and redraws.
Instrument steadyWheel(double speed, double waitMilliseconds)
{
    auto in = test::polledWheel(8, waitMilliseconds);
    auto scenario = *in.scenarios[0];
    for (auto& lane : scenario.lanes)
        lane.points = {{0, speed}, {60, speed}};
    in.scenarios[0] = std::make_shared<const Scenario>(scenario);
    return *accepted(in);
}

RC_GTEST_PROP(Tallies, EveryLostPulseHasACause, ())
{
    const double speed = *rc::gen::inRange(1, 80) / 10.0;
    const double wait = *rc::gen::element(0, 3, 20, 60, 150);
    const Tallies run(steadyWheel(speed, wait), 20);
    const auto figures = run.pulses.figures().front();
    RC_ASSERT(std::abs(run.lostWithCause() - figures.lost()) <= 2);
    for (const auto& cause : run.losses.causes())
        RC_ASSERT(cause.isKnown || speed > 6); // the last 64 of a second are followed
}

TEST(Tallies, NameWhatKeepsTheLoopWhileAPulseIsLost)
{
    const auto worst = [](const Tallies& run) { return run.losses.causes().front(); };
    const Tallies waiting(steadyWheel(3, 150), 20);
    EXPECT_EQ(worst(waiting).with, BusyWith::Waiting);
    auto drawing = steadyWheel(3, 0);
    for (const auto& task : wholeProgram(drawing))
        if (task.does == TaskDoes::Redraw)
            drawing = *withTaskParameter(drawing, task.id, "when", "every turn");
    const Tallies drawn(drawing, 20);
    EXPECT_EQ(worst(drawn).with, BusyWith::Transfer);
    EXPECT_TRUE(Tallies(steadyWheel(1, 0), 20).losses.causes().empty()) << "none is lost";
}

RC_GTEST_PROP(Tallies, LoadIsTheSumOfItsSegments, ())
{
    const double wait = *rc::gen::element(0, 5, 50);
    const Tallies run(steadyWheel(2, wait), 5);
    double processor = 0, bus = 0, longest = 0;
    for (const auto& segment : run.segments) {
        const double seconds = inSeconds(segment.to - segment.from);
        processor += isOfProcessor(segment.with) ? seconds : 0;
        bus += isOfBus(segment.with) ? seconds : 0;
        longest = std::max(longest, isOfProcessor(segment.with) ? seconds : 0);
    }
    const auto figures = run.busyTimes.processors()[0];
    RC_ASSERT(std::abs(figures.seconds - processor) < 1e-9);
    RC_ASSERT(std::abs(run.busyTimes.buses()[0].seconds - bus) < 1e-9);
    RC_ASSERT(figures.longest >= longest);
    RC_ASSERT(figures.seconds <= inSeconds(run.segments.back().to) + 1e-9);
}

TEST(Tallies, AgesLieBelowTheClosedFormAndAboveZero)
{
    for (const auto& in : {test::shed(), test::wholeSkiff(), test::paced(300, 70)}) {
        const Tallies run(in, 20);
        ASSERT_FALSE(run.ages.figures().empty());
        for (const auto& age : run.ages.figures()) {
            EXPECT_GT(age.least, 0);
            EXPECT_LE(age.least, age.usual);
            EXPECT_LE(age.usual, age.most);
            const auto& channel = run.plain.channels[age.channel];
            const auto& display = run.plain.displays[age.display];
            EXPECT_LE(age.most + ageBefore(run.plain, channel, display),
                ageOf(run.plain, channel, display).oldest());
        }
    }
}

TEST(Tallies, AWaitMakesSamplesUnevenAndMissesPresses)
{
    const auto with = [](double wait) {
        auto in = test::waitingButton(wait);
        auto scenario = in.scenarios.empty() ? Scenario{} : *in.scenarios[0];
        scenario.id = scenario.name = "taps";
        LaneSpec lane;
        lane.id = "button";
        for (int i = 0; i < 20; ++i) { // 60 ms each
            lane.events.push_back({1 + 0.53 * i, "on"});
            lane.events.push_back({1.06 + 0.53 * i, "off"});
        }
        scenario.lanes = {lane};
        in.scenarios = {std::make_shared<const Scenario>(scenario)};
        auto channel = *in.channels[0];
        channel.source.lane = lane.id;
        channel.source.contact.bounce = {0, "ms"};
        in.channels[0] = std::make_shared<const Channel>(channel);
        return Tallies(*accepted(in), 14).samples.figures()[0];
    };
    const auto quick = with(0), slow = with(200);
    EXPECT_EQ(quick.pressed, 20);
    EXPECT_EQ(quick.missed(), 0);
    EXPECT_GT(slow.missed(), 10);
    EXPECT_LT(quick.jitter(), 0.03);
    EXPECT_GT(slow.jitter(), 0.15);
}

} // namespace
} // namespace fern
