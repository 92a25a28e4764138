// One device, many channels.

#include "instrument/edits.h"
#include "tests/core/sources.h"
#include "tests/support.h"

#include <rapidcheck.h>
#include <rapidcheck/gtest.h>

#include <cmath>
#include <numbers>

namespace fern {
namespace {

using test::Ran;

test::SourceCase told(ReceiverGives gives, const std::string& unit, std::vector<CurvePoint> lane)
{
    auto c = test::receiverCase(std::move(lane));
    c.source.receiver.gives = gives;
    c.unit = unit;
    c.from = -1000;
    c.to = 1000;
    return c;
}

/// Lets the first device tell all channels.
Instrument ofOneDevice(Instrument in)
{
    const auto device = in.devices[0]->id;
    for (const auto& channel : SharedList<Channel>(in.channels))
        in = *withChannelChanged(in, channel->id, [&](Channel& c) {
            c.source.device = device;
            c.numberKind = NumberKind::Float64; // degrees in 32 bits are good to 0.4 m only
        });
    in.devices.resize(1);
    return *accepted(in);
}

Instrument trip()
{
    auto in = test::withSource(
        test::bench(), "Speed", told(ReceiverGives::Speed, "km/h", {{0, 0}, {30, 36}, {90, 18}}));
    in = test::withSource(
        in, "Course", told(ReceiverGives::Course, "deg", {{0, 20}, {40, 20}, {60, 130}}));
    in = test::withSource(in, "Latitude", told(ReceiverGives::Latitude, "deg", {{0, 0}}));
    in = test::withSource(in, "Longitude", told(ReceiverGives::Longitude, "deg", {{0, 0}}));
    in = test::withSource(in, "Satellites", told(ReceiverGives::Satellites, "count", {{0, 9}}));
    Scenario scenario = *in.scenarios[0]; // which says nothing of the places
    std::erase_if(scenario.lanes, [&](const LaneSpec& lane) {
        return lane.id == in.channels[2]->id || lane.id == in.channels[3]->id;
    });
    in.scenarios[0] = std::make_shared<const Scenario>(scenario);
    return ofOneDevice(in);
}

// The places that two channels tell move as the speed and the course that two others tell.
TEST(Devices, AReceiverTellsOneTrip)
{
    const Ran ran(trip(), 100);
    std::vector<std::vector<double>> all;
    for (std::size_t i = 0; i < 5; ++i)
        all.push_back(ran.values(i));
    ASSERT_EQ(all[0].size(), all[2].size());
    int compared = 0;
    for (std::size_t k = 0; k + 1 < all[0].size(); ++k) {
        if (std::isnan(all[0][k]) || std::isnan(all[0][k + 1]))
            continue; // no fix yet
        const double north = (all[2][k + 1] - all[2][k]) * 60 * 1852;
        const double east =
            (all[3][k + 1] - all[3][k]) * 60 * 1852 * std::cos(all[2][k] * std::numbers::pi / 180);
        EXPECT_NEAR(std::hypot(north, east), (all[0][k] + all[0][k + 1]) / 2 / 3.6, 0.3) << k;
        ++compared;
    }
    EXPECT_GT(compared, 80);
    EXPECT_EQ(ran.last(4), 9);
    // Where no lane tells a place, the trip is its truth: within the sentence's 1e-4 minutes.
    for (const std::size_t place : {2U, 3U})
        EXPECT_NEAR(fromSi(ran.history.lastSample(place)->real.world, *parseUnit("deg")),
            ran.last(place), 2e-5);
}

TEST(Devices, ALostFixIsLostForAllItsChannels)
{
    FaultSpec bridge;
    bridge.kind = FaultKind::NoFix;
    bridge.channel = trip().channels[0]->id; // the helper names its device
    bridge.from = 40;
    bridge.to = 60;
    const auto in = test::withFaults(trip(), {bridge});
    const Ran before(in, 39);
    const Ran under(in, 50);
    for (std::size_t i = 0; i < 4; ++i) {
        EXPECT_FALSE(std::isnan(before.last(i))) << in.channels[i]->name;
        EXPECT_TRUE(std::isnan(under.last(i))) << in.channels[i]->name;
    }
    EXPECT_EQ(under.last(4), 0) << "no satellites are used";
}

// What one channel gives does not depend on who else reads the device.
RC_GTEST_PROP(Devices, AnotherChannelChangesNoOther, ())
{
    const auto seed = *rc::gen::inRange<std::uint64_t>(1, 1000);
    const auto at = [&](Instrument in, std::size_t channel) {
        Scenario scenario = *in.scenarios[0];
        scenario.seed = seed;
        in.scenarios[0] = std::make_shared<const Scenario>(scenario);
        return Ran(in, 60).values(channel);
    };
    auto scattered = trip();
    scattered = *withDeviceChanged(
        scattered, scattered.devices[0]->id, [](Device& d) { d.fix.scatter = 0.3; });
    const auto last = scattered.channels.back()->id;
    const auto fewer = *withoutChannel(scattered, last);
    for (const std::size_t channel : {0U, 1U, 2U}) {
        const auto with = at(scattered, channel);
        const auto without = at(fewer, channel);
        RC_ASSERT(with.size() == without.size());
        for (std::size_t k = 0; k < with.size(); ++k)
            RC_ASSERT(with[k] == without[k] || (std::isnan(with[k]) && std::isnan(without[k])));
    }
}

TEST(Devices, OneThatIsNoLongerReadGoesWithItsFaults)
{
    auto in = test::withSource(test::bench(), "Speed", test::receiverCase({{0, 7}}));
    in = test::withSource(in, "Other", test::receiverCase({{0, 9}}));
    FaultSpec bridge;
    bridge.kind = FaultKind::NoFix;
    bridge.channel = in.channels[1]->id;
    bridge.to = 5;
    in = test::withFaults(in, {bridge});
    auto source = in.channels[1]->source;
    source.device = in.devices[0]->id;
    const auto joined = *withSource(in, in.channels[1]->id, source);
    ASSERT_EQ(joined.devices.size(), 1U);
    EXPECT_EQ(joined.devices[0], in.devices[0]);
    EXPECT_TRUE(joined.scenarios[0]->faults.empty());
    EXPECT_EQ(*accepted(joined), joined);
}

TEST(Devices, OneThatTellsNothingAnyMoreGoes)
{
    auto in = trip();
    while (in.channels.size() > 1)
        in = *withoutChannel(in, in.channels.back()->id);
    EXPECT_EQ(in.devices.size(), 1U);
    in = *withoutChannel(in, in.channels.back()->id);
    EXPECT_TRUE(in.devices.empty());
}

} // namespace
} // namespace fern
