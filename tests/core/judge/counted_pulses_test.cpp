// Pulses one by one and beats from the readings: what happened beside what was counted.

#include "judge/beat_facts.h"
#include "judge/counted_pulses.h"
#include "tests/core/sources.h"

#include <gmock/gmock.h>

namespace fern {
namespace {

/// Pulses of a constant frequency over ten seconds, counted in a gate.
CountedPulses counted(double hertz, PulseInput input)
{
    test::SourceCase c;
    c.source.kind = SourceKind::Pulses;
    c.source.pulses.input = input;
    c.source.pin = "IO4";
    c.source.pulses.perUnit = 1;
    c.unit = "Hz";
    c.points = {{0, hertz}};
    c.to = hertz;
    const test::Ran ran(test::withSource(test::bench(), "pulses", c), 10.25);
    return countedPulses(ran.plain, 0, ran.history, ran.run.now());
}

std::ptrdiff_t risingEdges(const PulseStretch& stretch)
{
    return std::count_if(
        stretch.edges.begin(), stretch.edges.end(), [](const Edge& e) { return e.toHigh; });
}

TEST(CountedPulses, AnInterruptCountsEachOfThem)
{
    const auto pulses = counted(5, PulseInput::Interrupt);
    EXPECT_EQ(pulses.counted, pulses.happened);
    EXPECT_GT(pulses.happened, 40);
    EXPECT_EQ(pulses.sampled.edges.back().at <= pulses.newest.to, true);
    EXPECT_GE(risingEdges(pulses.newest), 8);
    for (const auto& edge : pulses.sampled.edges)
        if (edge.toHigh) {
            EXPECT_THAT(pulses.countedAt, testing::Contains(edge.at));
        }
}

TEST(CountedPulses, OfFastOnesThoseThatAreForgottenAreNotCalledLost)
{
    const auto pulses = counted(2000, PulseInput::Interrupt);
    EXPECT_EQ(pulses.counted, pulses.happened);
    EXPECT_GT(pulses.counted, static_cast<std::int64_t>(pulses.countedAt.size()));
    EXPECT_EQ(risingEdges(pulses.sampled), static_cast<std::ptrdiff_t>(pulses.countedAt.size()));
    EXPECT_EQ(pulses.sampled.from, pulses.countedAt.front());
}

TEST(CountedPulses, ALoopThatLooksTooSeldomLosesSome)
{
    const auto pulses = counted(2000, PulseInput::Polled);
    EXPECT_LT(pulses.counted, pulses.happened);
}

TEST(BeatFacts, TellRateAndScatterOfTheIntervals)
{
    test::SourceCase c;
    c.source.kind = SourceKind::Waveform;
    c.source.pin = "IN36";
    c.source.sampleEvery = {0.02, "s"};
    c.unit = "rpm";
    c.points = {{0, 75}};
    c.from = 40;
    c.to = 180;
    const test::Ran ran(test::withSource(test::bench(), "pulse", c), 30);
    const auto facts = beatFacts(ran.plain.channels[0], 0, ran.history);
    const auto value = [&](std::string_view label) {
        const auto fact = std::find_if(
            facts.begin(), facts.end(), [&](const Fact& f) { return f.label == label; });
        return fact == facts.end() ? std::string() : fact->value;
    };
    EXPECT_THAT(value("60 over the mean interval"), testing::StartsWith("75"));
    EXPECT_EQ(value("Signal"), "good");
    EXPECT_EQ(beatFacts(ran.plain.channels[0], 0, RunHistory(ticksFromSeconds(1))).size(), 1U)
        << "nothing came, so nothing is said of it";
}

} // namespace
} // namespace fern
