#include "judge/channel_moment.h"

#include "tests/core/judge/smooth_cases.h"
#include "tests/core/sources.h"

namespace fern {
namespace {

ChannelMoment momentAt(const Instrument& in, double seconds, double window)
{
    test::Ran ran(in, seconds);
    const auto choice = stemChoices(ran.plain, 0).at(0);
    return momentOf(in, ran.plain, choice, channelViewOf(in, ran.plain, 0, choice), ran.history,
        ran.run.now(), ticksFromSeconds(window));
}

// Told once a second from the end of the cold start on: 36 km/h are 10 m/s.
TEST(ChannelMoment, OfAReceiverHoldsWhatItsSentencesSay)
{
    const auto in = test::withSource(test::bench(), "Speed", test::receiverCase({{0, 36}}));
    const auto before = momentAt(in, 10.5, 5);
    EXPECT_EQ(before.receiver.hasFix, false);
    EXPECT_TRUE(std::isnan(before.newest.scaled));
    const auto m = momentAt(in, 20.5, 5);
    EXPECT_EQ(m.receiver.hasFix, true);
    EXPECT_EQ(m.receiver.satellitesUsed, 8);
    EXPECT_NEAR(m.receiver.speed.value(), 36 / 1.852, 0.006) << "told with two decimals of a knot";
    EXPECT_NEAR(m.newest.scaled, 10, 0.003);
    ASSERT_EQ(m.smoothed.values.size(), 5U) << "of the last five seconds";
    EXPECT_GE(m.smoothed.seconds.front(), 15.5);
    EXPECT_NEAR(m.world.values.front(), 36, 1e-9);
    EXPECT_NEAR(m.smoothed.values.back(), 36, 0.01);
    ASSERT_GE(m.shown.values.size(), 2U);
    EXPECT_EQ(m.shown.seconds.back(), 20.5) << "what stands on the glass stands until now";
    EXPECT_EQ(m.shown.values.back(), 36);
    ASSERT_FALSE(m.texts.empty());
    EXPECT_NE(m.texts.back().text.find("36"), std::string::npos);
    EXPECT_TRUE(m.spectrum.values.empty()) << "sentences have no codes";
}

// Twenty pulses for a km/h, counted for a second: 0 to 10 km/h are 0 to 200.
TEST(ChannelView, TheCurveOfACountGoesOverItsReadings)
{
    const auto in = test::withWheel(20, [](PulseSpec&) {});
    auto plain = *resolve(in, "");
    plain.channels[0].from = 0;
    plain.channels[0].to = 10 / 3.6;
    const auto view = channelViewOf(in, plain, 0, stemChoices(plain, 0).at(0));
    const auto& curve = view.scaleCurve;
    ASSERT_EQ(curve.seconds.size(), 61U);
    for (std::size_t i = 0; i <= 60; ++i) {
        EXPECT_NEAR(curve.seconds[i], static_cast<double>(i) / 60 * 200, 0.51) << "a whole count";
        EXPECT_NEAR(curve.values[i], curve.seconds[i] / 20, 1e-9);
    }
}

} // namespace
} // namespace fern
