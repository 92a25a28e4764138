// A motor that moves something between two ends.

#include "tests/core/sources.h"

#include "world/motor_way.h"

#include <gmock/gmock.h>

namespace fern {
namespace {

/// The places that a lift of 80 cm, 10 s from end to end, is at, second by second.
std::vector<double> placesOf(bool hasEndStops, double startsAtPercent)
{
    Source height = test::ofKind(SourceKind::Lines, 0.2);
    height.lines.key = "height";
    auto in = test::withSource(test::bench(), "Height",
        {height, "V", {{0, 5}, {20, 5}, {20.1, 10}, {40, 10}, {40.1, 0}, {60, 0}}});
    Output lift;
    lift.id = "lift";
    lift.kind = OutputKind::Motor;
    lift.part = "board";
    lift.from = in.channels[0]->id;
    lift.low = {0, "V"};
    lift.high = {10, "V"};
    lift.lowOutput = {0, "cm"};
    lift.highOutput = {80, "cm"};
    lift.every = {100, "ms"};
    lift.motor = {{10, "s"}, hasEndStops, startsAtPercent};
    in.outputs.push_back(std::make_shared<const Output>(lift));
    test::Ran ran(in, 0.5);
    std::vector<double> places;
    for (int second = 1; second <= 60; ++second) {
        ran.run.advanceTo(ticksFromSeconds(second));
        places.push_back(ran.history.lastDriven(0)->to);
    }
    return places;
}

// By hand: half of the way takes 5 s; it stays there until 20 s, is at the top at 25 s, and leaves
// it after 40 s for the bottom.
TEST(Motor, RunsForTheTimeThatItsWayTakes)
{
    const auto places = placesOf(true, 0);
    EXPECT_NEAR(places[2], 24, 2.5); // 3 s of 10
    EXPECT_NEAR(places[9], 40, 1.5);
    EXPECT_NEAR(places[18], 40, 1.5);
    EXPECT_NEAR(places[30], 80, 1.5);
    EXPECT_NEAR(places[44], 40, 4);
    EXPECT_NEAR(places[58], 0, 1.5);
}

// Without switches the firmware believes that it began at the bottom: it ends as much too high as
// it began, until it has run against the upper end. With them it looks for the bottom first.
TEST(Motor, WithoutEndStopsItIsWrongByWhereItBegan)
{
    const auto blind = placesOf(false, 30);
    EXPECT_NEAR(blind[18], 64, 2) << "24 cm too high";
    EXPECT_NEAR(blind[30], 80, 1) << "the way ends there";
    EXPECT_NEAR(blind[58], 0, 2) << "and from there on it is right";
    const auto stopped = placesOf(true, 30);
    EXPECT_NEAR(stopped[2], 0, 1.5) << "it looks for the bottom first";
    EXPECT_NEAR(stopped[18], 40, 1.5);
}

TEST(Motor, BelievesWhatTheSwitchesTell)
{
    MotorWay way(10, 1, true);
    way.steer(0.5, 0.1);
    way.pass(9);
    EXPECT_NEAR(way.share(), 0.1, 1e-12) << "on its way to the lower end";
    way.pass(2);
    EXPECT_EQ(way.believed(), 0);
    way.steer(0.5, 0.1);
    way.pass(5);
    EXPECT_NEAR(way.share(), 0.5, 1e-12);
    EXPECT_NEAR(way.believed(), way.share(), 1e-12);
}

} // namespace
} // namespace fern
