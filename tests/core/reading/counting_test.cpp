#include "reading/counting.h"

#include "world/pulse_train.h"

#include <gtest/gtest.h>
#include <rapidcheck.h>
#include <rapidcheck/gtest.h>

#include <algorithm>

namespace fern {
namespace {

PulseSpec spec(CountMeans means, double holdOffMs = 0)
{
    PulseSpec s;
    s.means = means;
    s.holdOff = {holdOffMs, "ms"};
    return s;
}

std::int64_t interrupted(const std::vector<Edge>& edges, const PulseSpec& s)
{
    PulseCounter counter(s);
    counter.interrupt(edges);
    return counter.count();
}

std::int64_t polled(const std::vector<Edge>& edges, const PulseSpec& s, const Looks& looks)
{
    PulseCounter counter(s);
    counter.look(edges, looks);
    return counter.count();
}

/// The firmware's loop as a maker writes it: one look after the other at the level itself.
std::int64_t bruteForce(const std::vector<Edge>& edges, const PulseSpec& s, const Looks& looks)
{
    const auto holdOff = static_cast<std::int64_t>(s.holdOff.value * 1e6);
    std::int64_t count = 0;
    std::int64_t lastCounted = -1;
    bool was = false;
    std::size_t passed = 0;
    for (auto now = looks.first.ns; now <= looks.last.ns; now += looks.every.ns) {
        while (passed < edges.size() && edges[passed].at.ns <= now)
            ++passed;
        const bool is = passed > 0 && edges[passed - 1].toHigh;
        bool adds = false;
        if (s.means == CountMeans::EachLook)
            adds = is;
        else if (is != was)
            adds = s.means == CountMeans::EachChange || is;
        if (adds && s.means != CountMeans::EachLook && count > 0 && now - lastCounted < holdOff)
            adds = false;
        if (adds) {
            ++count;
            lastCounted = now;
        }
        was = is;
    }
    return count;
}

std::vector<Edge> edgesOf(double hertz, double duty, double bounceSeconds, double seconds)
{
    const std::vector<CurvePoint> lane{{0, hertz}};
    return PulseTrain(lane, {.duty = duty, .bounceSeconds = bounceSeconds}, 5, "x")
        .edges({}, ticksFromSeconds(seconds));
}

RC_GTEST_PROP(Counting, LooksChangesAndEdgesAgreeWithALoopOfSingleLooks, ())
{
    const double hertz = *rc::gen::inRange(1, 300);
    const double duty = *rc::gen::inRange(5, 96) / 100.0;
    const double bounce = *rc::gen::element(0.0, 0.0005, 0.004);
    const auto edges = edgesOf(hertz, duty, bounce, 2);
    auto s = spec(static_cast<CountMeans>(*rc::gen::inRange(0, 3)), *rc::gen::element(0, 0, 3, 15));
    const Looks looks{Ticks{*rc::gen::inRange(0, 1'000'000)},
        Ticks{*rc::gen::inRange(20'000, 30'000'000)}, ticksFromSeconds(2)};
    RC_ASSERT(polled(edges, s, looks) == bruteForce(edges, s, looks));
}

// Stretches in which the loop does something else are no different: the count goes on.
RC_GTEST_PROP(Counting, StretchesOfLooksAddUp, ())
{
    const auto edges = edgesOf(*rc::gen::inRange(1, 100), 0.5, 0, 2);
    const Ticks every{*rc::gen::inRange(50'000, 5'000'000)};
    PulseCounter pieces(spec(CountMeans::EachChange));
    auto from = Ticks{-1};
    auto first = every;
    while (first <= ticksFromSeconds(2)) {
        const auto last = first + every * *rc::gen::inRange(0, 40);
        std::vector<Edge> part;
        for (const auto& edge : edges)
            if (edge.at > from && edge.at <= last)
                part.push_back(edge);
        pieces.look(part, {first, every, last});
        from = last;
        first = last + every;
    }
    const auto until = from;
    std::vector<Edge> all;
    for (const auto& edge : edges)
        if (edge.at <= until)
            all.push_back(edge);
    RC_ASSERT(pieces.count() == polled(all, spec(CountMeans::EachChange), {every, every, until}));
}

TEST(Counting, ByInterruptEveryBounceCountsUntilItIsHeldOff)
{
    const auto clean = edgesOf(4, 0.5, 0, 10);
    const auto bouncing = edgesOf(4, 0.5, 0.005, 10);
    EXPECT_EQ(interrupted(clean, spec(CountMeans::RisingEdge)), 40);
    EXPECT_GT(interrupted(bouncing, spec(CountMeans::RisingEdge)), 80);
    // Longer than a bounce and its half period, so that the falling edge's bounce is held off too.
    EXPECT_EQ(interrupted(bouncing, spec(CountMeans::RisingEdge, 200)), 40);
    EXPECT_EQ(interrupted(clean, spec(CountMeans::EachChange)), 79) << "twice for each pulse";
}

// Each look while high counts loops, not pulses: the same at any frequency.
TEST(Counting, EachLookCountsTheLoop)
{
    const Looks looks{Ticks{}, ticksFromSeconds(0.001), ticksFromSeconds(10)};
    const auto slow = polled(edgesOf(2, 0.5, 0, 10), spec(CountMeans::EachLook), looks);
    const auto fast = polled(edgesOf(20, 0.5, 0, 10), spec(CountMeans::EachLook), looks);
    EXPECT_NEAR(static_cast<double>(slow), 4750, 260);
    EXPECT_NEAR(static_cast<double>(fast), 4975, 30);
}

struct PolledRow {
    double hertz, duty, seen;
};
// Source: check-values.md of the reference sheets, "polled digital input", simulated at 10 ms for
// 40 s with a phase of its own, so one pulse more or less is right.
TEST(Counting, AboveItsCeilingPollingReadsLow)
{
    const std::vector<PolledRow> rows{{40, 0.5, 39.975}, {49, 0.5, 48.975}, {51, 0.5, 48.975},
        {60, 0.5, 39.975}, {99, 0.5, 1}, {101, 0.5, 1}, {24.03, 0.25, 24.025}, {26.03, 0.25, 24.95},
        {40.11, 0.25, 25.075}};
    for (const auto& row : rows) {
        const Looks looks{Ticks{}, ticksFromSeconds(0.01), ticksFromSeconds(40)};
        const auto count =
            polled(edgesOf(row.hertz, row.duty, 0, 40), spec(CountMeans::RisingEdge), looks);
        EXPECT_NEAR(static_cast<double>(count) / 40, row.seen, 3 / 40.0) << row.hertz;
    }
}

/// A processor that remembers one interrupt while they are off, microsecond by microsecond.
std::int64_t pendingByHand(const std::vector<Edge>& edges, const std::vector<Blind>& blinds)
{
    std::int64_t count = 0;
    std::size_t next = 0;
    bool isPending = false;
    for (std::int64_t us = 0; us <= 60'000; ++us) {
        const Ticks now{us * 1000};
        const bool isBlind = std::any_of(blinds.begin(), blinds.end(),
            [&](const Blind& b) { return now >= b.from && now < b.to; });
        if (!isBlind && isPending) {
            ++count;
            isPending = false;
        }
        for (; next < edges.size() && edges[next].at <= now; ++next)
            if (edges[next].toHigh) {
                if (isBlind)
                    isPending = true;
                else
                    ++count;
            }
    }
    return count;
}

RC_GTEST_PROP(Counting, AFlagIsOneDeepWhileInterruptsAreOff, ())
{
    std::vector<Edge> edges;
    std::int64_t at = 0;
    for (bool toHigh = true; at < 50'000; toHigh = !toHigh) {
        at += *rc::gen::inRange(50, 3000);
        edges.push_back({Ticks{at * 1000}, toHigh, false});
    }
    std::vector<Blind> blinds;
    for (std::int64_t from = *rc::gen::inRange(0, 9000); from < 45'000;
         from += 6000 + *rc::gen::inRange(0, 9000))
        blinds.push_back({Ticks{from * 1000}, Ticks{(from + *rc::gen::inRange(1, 5900)) * 1000}});
    const auto met = interrupting(edges, blinds);
    RC_ASSERT(interrupted(met, spec(CountMeans::RisingEdge)) == pendingByHand(edges, blinds));
}

TEST(Counting, APulseIsSeenWhenSomethingCountsBeforeTheNext)
{
    const std::vector<Edge> edges{{Ticks{10}, true, false}, {Ticks{12}, true, true},
        {Ticks{15}, false, false}, {Ticks{20}, true, false}, {Ticks{30}, true, false}};
    EXPECT_EQ(seenPulses(edges, std::vector{Ticks{14}, Ticks{31}}),
        (std::vector<bool>{true, false, true}));
    PulseCounter counter(spec(CountMeans::RisingEdge));
    counter.interrupt(edges);
    EXPECT_EQ(counter.recent().size(), 4U);
    EXPECT_EQ(counter.lastPeriod(), Ticks{10});
}

// Source: freq-gate.csv, freq-reciprocal.csv, freq-crossover.csv and freq-polled.csv of the
// reference sheets.
TEST(Counting, TellsRatesAsFinelyAsTheTheorySays)
{
    EXPECT_NEAR(gateError(10, 1), 0.1, 1e-12);
    EXPECT_NEAR(gateError(50, 1), 0.02, 1e-12);
    EXPECT_NEAR(crossoverHertz(1, 1 / 16e6), 4000, 1e-6);
    EXPECT_NEAR(crossoverHertz(0.1, 1 / 16e6), 12649.110640673518, 1e-6);
    const double cross = crossoverHertz(1, 1 / 16e6);
    EXPECT_NEAR(periodError(cross, 1 / 16e6), 0.00025, 1e-12);
    EXPECT_NEAR(gateError(cross, 1), periodError(cross, 1 / 16e6), 1e-15);
    EXPECT_NEAR(highestPolledHertz(0.001, 0.5), 500, 1e-9);
    EXPECT_NEAR(highestPolledHertz(0.001, 0.25), 250, 1e-9);
    EXPECT_NEAR(highestPolledHertz(0.002, 0.1), 50, 1e-9);
}

} // namespace
} // namespace fern
