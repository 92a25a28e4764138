// Channels that are made of others, through the whole run.

#include "instrument/edits.h"
#include "tests/core/sources.h"

#include <gmock/gmock.h>

#include <cmath>

namespace fern {
namespace {

using test::ofKind;
using test::Ran;
using test::receiverCase;
using test::remoteCase;
using test::withSource;

TEST(DerivedChannels, TalliesCountNamesAndBeginAgain)
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

TEST(DerivedChannels, ChannelsAreMadeOfOthers)
{
    EXPECT_NEAR(derived(DerivedKind::Most, "V", 19), 2, 0.01);
    EXPECT_NEAR(derived(DerivedKind::Least, "V", 19), 0.65, 0.02);
    EXPECT_NEAR(derived(DerivedKind::Rate, "V/s", 5), 0.1, 0.02);
    EXPECT_NEAR(derived(DerivedKind::Net, "V", 5), 0.5, 0.02);
}

// "start" counts for ten seconds; stopping and holding are apart.
TEST(DerivedChannels, ATotalCountsForASetTime)
{
    const auto tally = [&](std::vector<LaneEvent> events, double at) {
        auto in = withSource(test::bench(), "Remote", remoteCase(std::move(events)));
        Source s = ofKind(SourceKind::Derived, 0.1);
        s.derived.kind = DerivedKind::Tally;
        s.derived.of = s.derived.resetBy = in.channels[0]->id;
        s.derived.name = "up";
        s.derived.resetName = "reset";
        s.derived.runsFor = {10, "s"};
        return Ran(withSource(in, "Count", {s, "count"}), at).last(1);
    };
    const std::vector<LaneEvent> presses{
        {1, "up"}, {2, "reset"}, {3, "up"}, {11, "up"}, {13, "up"}, {14, "reset"}, {15, "up"}};
    EXPECT_EQ(tally(presses, 1.5), 0) << "it has not begun";
    EXPECT_EQ(tally(presses, 13.9), 2) << "what came after ten seconds does not count";
    EXPECT_EQ(tally(presses, 15.9), 1) << "it began again";
}

// The clock at the last press, the second time kept until a third one comes.
TEST(DerivedChannels, AtKeepsWhatAnotherChannelToldAtTheLastEvent)
{
    auto in =
        withSource(test::bench(), "Button", remoteCase({{2, "up"}, {5, "down"}, {8.25, "up"}}));
    auto clock = ofKind(SourceKind::Uptime, 0.05);
    in = withSource(in, "On for", {clock, "s", {}, {}, TextForm::Number, 0, 100});
    auto at = ofKind(SourceKind::Derived, 0.1);
    at.derived.kind = DerivedKind::At;
    at.derived.of = in.channels[1]->id;
    at.derived.event = in.channels[0]->id;
    at.derived.name = "up";
    in = withSource(in, "Pressed at", {at, "s", {}, {}, TextForm::Number, 0, 100});
    EXPECT_TRUE(std::isnan(Ran(in, 1.5).last(2))) << "nothing has been pressed";
    EXPECT_NEAR(Ran(in, 4).last(2), 2, 0.15);
    EXPECT_NEAR(Ran(in, 8).last(2), 2, 0.15) << "another key is no event of it";
    EXPECT_NEAR(Ran(in, 12).last(2), 8.25, 0.15);
}

// An event may be a number that changes: the rate at the last pulse of a count.
TEST(DerivedChannels, AtFollowsNumbersThatChange)
{
    Source volts = ofKind(SourceKind::Lines, 0.1);
    volts.lines.key = "u";
    auto in = withSource(test::bench(), "U", {volts, "V", {{0, 0}, {20, 10}}});
    auto count = test::pulses(1);
    count.sampleEvery = {50, "ms"};
    count.pulses.gives = PulseGives::Total;
    in = withSource(in, "N", {count, "count", {{0, 0}, {4, 4}, {20, 4}}});
    auto at = ofKind(SourceKind::Derived, 0.1);
    at.derived.kind = DerivedKind::At;
    at.derived.of = in.channels[0]->id;
    at.derived.event = in.channels[1]->id;
    in = withSource(in, "Then", {at, "V"});
    // The fourth pulse comes between 3 and 4 s; later U has risen to 5 V and more.
    EXPECT_NEAR(Ran(in, 12).last(2), 1.75, 0.4);
}

TEST(DerivedChannels, TheUptimeCounterRollsOver)
{
    auto clock = ofKind(SourceKind::Uptime, 0.5);
    clock.uptime.counterBits = 16;
    const Ran ran(withSource(test::bench(), "On for", {clock, "s"}), 70);
    EXPECT_NEAR(ran.last(0), 70 - 65.536, 0.51);
    EXPECT_NEAR(ran.history.lastSample(0)->real.world, 70, 0.51);
}

TEST(DerivedChannels, ABoardTellsItsAddressOnceItHasJoined)
{
    auto own = ofKind(SourceKind::Network, 0.5);
    own.network = NetworkGives::Address;
    const auto in = withSource(test::bench(), "Address", {own, "count", {}, {}, TextForm::Name});
    EXPECT_EQ(Ran(in, 3).text(0).find("192"), std::string::npos);
    EXPECT_NE(Ran(in, 6).text(0).find("192.168"), std::string::npos);
    auto without = test::bench();
    Part board = *without.parts[0];
    board.network.reset();
    without.parts[0] = std::make_shared<const Part>(board);
    auto channel = *in.channels[0];
    without.channels.push_back(std::make_shared<const Channel>(channel));
    const auto refused = accepted(std::move(without));
    ASSERT_FALSE(refused);
    EXPECT_NE(refused.error().message.find("is on no network"), std::string::npos);
}

// A lap lasts from one press to the next.
TEST(DerivedChannels, ALapIsTheTimeBetweenTheLastTwoEvents)
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
TEST(DerivedChannels, ATotaliserStopsAndHolds)
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
    total.derived.kind = DerivedKind::Total;
    total.derived.of = in.channels[0]->id;
    total.derived.resetBy = in.channels[1]->id;
    total.derived.resetName = "reset";
    total.derived.stopName = "stop";
    total.derived.holdName = "hold";
    in = withSource(in, "Volume", {total, "L", {}});
    const auto litresAt = [&](double seconds) { return Ran(in, seconds).last(2); };
    EXPECT_NEAR(litresAt(3.9), 1.9, 0.3) << "a litre a second since it began again";
    EXPECT_NEAR(litresAt(6.9), 2, 0.3) << "stopped";
    EXPECT_NEAR(litresAt(8.9), 3.9, 0.3) << "it goes on";
    EXPECT_NEAR(litresAt(11.9), 4, 0.3) << "held";
    EXPECT_NEAR(litresAt(13.9), 8.9, 0.3) << "it went on meanwhile";
}

TEST(DerivedChannels, AGateClosesWithTheQualityOfAnother)
{
    auto satellites =
        receiverCase({{0, 8}, {20, 8}, {21, 5}, {40, 5}, {41, 4}, {60, 4}, {61, 5}, {80, 6}});
    satellites.unit = "count";
    satellites.device.fix.coldStart = {0, "s"};
    satellites.source.receiver.gives = ReceiverGives::Satellites;
    auto in = withSource(test::bench(), "Sats", satellites);
    auto speed = receiverCase({{0, 7.4}});
    speed.device.fix.coldStart = {0, "s"};
    speed.source.gate = GateSpec{in.channels[0]->id, {6, "count"}, {5, "count"}};
    in = withSource(in, "Speed", speed);
    EXPECT_FALSE(std::isnan(Ran(in, 30).last(1))) << "open between the two limits";
    EXPECT_TRUE(std::isnan(Ran(in, 50).last(1)));
    EXPECT_TRUE(std::isnan(Ran(in, 65).last(1))) << "still closed between them";
    EXPECT_FALSE(std::isnan(Ran(in, 83).last(1)));
}

} // namespace
} // namespace fern
