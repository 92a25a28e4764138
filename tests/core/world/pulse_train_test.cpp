#include "world/pulse_train.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>

namespace fern {
namespace {

PulseTrain train(std::vector<CurvePoint> lane, PulseTrainSetting setting = {})
{
    return {lane, setting, 7, "wheel"};
}

int risingEdges(const PulseTrain& t, double from, double to)
{
    const auto edges = t.edges(ticksFromSeconds(from), ticksFromSeconds(to));
    return static_cast<int>(
        std::count_if(edges.begin(), edges.end(), [](const Edge& e) { return e.toHigh; }));
}

TEST(PulseTrain, ASteadyRateGivesItsHertz)
{
    const auto t = train({{0, 10}}, {.perUnit = 3.2});
    EXPECT_NEAR(t.phaseAt(2), 64, 1e-9);
    EXPECT_EQ(risingEdges(t, 0, 10), 320);
    EXPECT_NEAR(t.timeOf(1), 1 / 32.0, 1e-12);
}

// A rate that rises on a straight line has passed its mean times the time.
TEST(PulseTrain, ARisingRateIsIntegrated)
{
    const auto t = train({{0, 0}, {10, 20}});
    EXPECT_NEAR(t.phaseAt(10), 100, 1e-9);
    EXPECT_NEAR(t.phaseAt(5), 25, 1e-9);
    EXPECT_NEAR(t.timeOf(25), 5, 1e-9);
    EXPECT_NEAR(t.phaseAt(12), 140, 1e-9) << "past its last point it holds";
}

TEST(PulseTrain, StandsStillWhileTheRateIsZeroOrNegative)
{
    const auto t = train({{0, 10}, {2, -10}, {4, -10}, {6, 10}});
    EXPECT_NEAR(t.phaseAt(1), 5, 1e-9);
    EXPECT_NEAR(t.phaseAt(5), 5, 1e-9) << "only the part above zero counts";
    EXPECT_EQ(risingEdges(t, 1.001, 5), 0);
    EXPECT_TRUE(std::isinf(train({{0, 0}}).timeOf(1)));
}

TEST(PulseTrain, ATotalGivesOnePulseForEachOfItsUnits)
{
    const auto t = train({{0, 5}, {60, 29}}, {.gives = PulseGives::Total, .perUnit = 2});
    EXPECT_EQ(risingEdges(t, 0, 60), 48);
    EXPECT_EQ(risingEdges(t, 60, 600), 0);
}

TEST(PulseTrain, DutyIsTheShareOfTheTimeAtTheHighLevel)
{
    const auto t = train({{0, 5}}, {.duty = 0.2});
    int high = 0;
    for (int i = 0; i < 10000; ++i)
        high += t.isHigh(ticksFromSeconds(1 + i * 1e-4));
    EXPECT_NEAR(high, 2000, 10);
}

// Whatever stretch is asked for, the edges are the same, and they alternate.
TEST(PulseTrain, EdgesOfAStretchAreThoseOfTheWhole)
{
    const auto t = train({{0, 3}, {5, 9}}, {.bounceSeconds = 0.01});
    const auto all = t.edges({}, ticksFromSeconds(5));
    ASSERT_GT(all.size(), 100u);
    for (std::size_t i = 0; i < all.size(); ++i) {
        EXPECT_EQ(all[i].toHigh, i % 2 == 0) << i;
        EXPECT_TRUE(i == 0 || all[i - 1].at <= all[i].at);
    }
    std::vector<Edge> pieces;
    for (int k = 0; k < 50; ++k)
        for (const auto& edge : t.edges(ticksFromSeconds(k * 0.1), ticksFromSeconds((k + 1) * 0.1)))
            pieces.push_back(edge);
    EXPECT_EQ(pieces, all);
    for (std::size_t i = 1; i < all.size(); ++i)
        EXPECT_EQ(t.isHigh({(all[i - 1].at.ns + all[i].at.ns) / 2}), all[i - 1].toHigh) << i;
}

} // namespace
} // namespace fern
