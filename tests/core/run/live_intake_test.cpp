// Bytes of a real board become samples of the channels, through the same run that is simulated.

#include "tests/core/sources.h"
#include "tests/support.h"

#include "run/live_intake.h"

#include <gmock/gmock.h>

#include <fmt/format.h>

namespace fern {
namespace {

/// A live run of the skiff with everything that it is told.
struct Live {
    explicit Live(const Instrument& in)
        : plain(*resolve(in, ""))
        , history(ticksFromSeconds(1e6))
        , run(plain, {{}, {}, true}, history)
    {
    }
    void feed(double seconds, const std::string& bytes)
    {
        const auto at = ticksFromSeconds(seconds);
        for (std::size_t i = 0; i < plain.channels.size(); ++i)
            if (listensToBytes(plain.channels[i].source))
                run.deliverBytes(i, at, bytes);
        for (const auto& sample : intake.feed(plain, {at, bytes}).samples)
            run.deliver(sample.channel, sample.tap, sample.at, sample.value);
        run.advanceTo(at);
    }
    std::vector<double> readings(std::size_t channel) const
    {
        std::vector<double> all;
        for (const auto& sample : history.samples())
            if (sample.channel == channel)
                all.push_back(sample.real.reading);
        return all;
    }

    PlainInstrument plain;
    LiveIntake intake;
    RunHistory history;
    FirmwareRun run;
};

TEST(Live, FieldsFindTheirChannels)
{
    auto in = test::wholeSkiff();
    const auto plain = *resolve(in, "");
    EXPECT_EQ(routeOf(plain, "house-battery.reading"), (LiveRoute{"house-battery.reading", 0}));
    EXPECT_EQ(routeOf(plain, "House battery")->tap, Tap::Reading) << "a converter's codes";
    EXPECT_EQ(routeOf(plain, "house-battery.pin")->tap, Tap::Pin);
    EXPECT_EQ(routeOf(plain, "speed")->tap, Tap::Scaled) << "a number in the channel's unit";
    EXPECT_FALSE(routeOf(plain, "u_batt"));
    EXPECT_FALSE(routeOf(plain, "house-battery.shown"));
    // What the file says comes before a name that fits.
    auto battery = *in.channels[0];
    battery.source.live = LiveSpec{"u_batt", Tap::Pin};
    in.channels[0] = std::make_shared<const Channel>(battery);
    const auto named = *resolve(in, "");
    EXPECT_EQ(routeOf(named, "u_batt"), (LiveRoute{"u_batt", 0, Tap::Pin}));
    EXPECT_FALSE(routeOf(named, "house-battery"));
    EXPECT_EQ(*readInstrument(writeInstrument(in)), in);
}

TEST(Live, CodesOfABoardGoThroughScaleAndSmoothing)
{
    Live live(test::wholeSkiff());
    for (int i = 0; i < 60; ++i)
        live.feed(0.1 * i, fmt::format("house-battery.reading:{}, other:1\n", 3000 + i % 2));
    const auto readings = live.readings(0);
    EXPECT_EQ(readings.size(), 60U);
    EXPECT_EQ(readings.back(), 3001);
    // The same code as a simulated run scales, and the glass shows it.
    const auto scaling = scalingOf(live.plain.channels[0]);
    EXPECT_NEAR(fromSi(live.history.lastSample(0)->real.scaled, live.plain.channels[0].unit),
        scaledCode(scaling, live.plain.channels[0].numberKind, 3001), 1e-9);
    ASSERT_NE(live.history.lastRedraw(0), nullptr);
    EXPECT_THAT(live.history.lastRedraw(0)->readers[0].text, testing::StartsWith("11.8"));
    EXPECT_TRUE(live.readings(2).empty()) << "nothing is simulated beside it";
    EXPECT_THAT(live.intake.fields(),
        testing::ElementsAre(testing::Field(&StreamField::name, "house-battery.reading"),
            testing::Field(&StreamField::name, "other")));
}

TEST(Live, AReceiverAtThePortIsDecodedAsOnTheBoard)
{
    Live live(test::wholeSkiff());
    const auto satellite = indexOf(live.plain.channels, "satellite-speed");
    for (int i = 0; i < 4; ++i) {
        live.feed(i, "$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*47\r\n");
        live.feed(
            i + 0.1, "$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A\r\n");
    }
    live.run.advanceTo(ticksFromSeconds(5));
    EXPECT_NEAR(live.readings(satellite).back(), 22.4, 1e-9);
}

TEST(Live, LateAndEarlyDeliveriesKeepTheOrderOfTime)
{
    Live live(test::wholeSkiff());
    live.run.advanceTo(ticksFromSeconds(1));
    live.run.deliver(0, Tap::Reading, ticksFromSeconds(0.5), 100); // it was on its way too long
    live.run.deliver(0, Tap::Reading, ticksFromSeconds(1.2), 200);
    live.run.advanceTo(ticksFromSeconds(2));
    EXPECT_EQ(live.readings(0), (std::vector<double>{100, 200}));
    EXPECT_EQ(live.history.lastSample(0)->at, ticksFromSeconds(1.2));
}

TEST(Live, TheLogIsBoundedAndHeardAgain)
{
    LiveLog log;
    const std::string chunk(1000, 'x');
    for (int i = 0; i < 20000; ++i)
        log.add({ticksFromSeconds(i), chunk});
    EXPECT_LE(log.bytes(), 16U << 20U);
    const auto since = log.since(ticksFromSeconds(19990));
    ASSERT_EQ(since.size(), 10U);
    EXPECT_EQ(since.front().at, ticksFromSeconds(19990));
}

TEST(Live, APortOpenedAgainLosesTheLineThatWasBegun)
{
    const auto plain = *resolve(test::wholeSkiff(), "");
    LiveIntake intake;
    intake.feed(plain, {Ticks{1}, "speed:1\nspeed:2\nspeed:3\nspeed:1"});
    const auto heard = intake.feed(plain, {Ticks{2}, "speed:7\n", true});
    ASSERT_EQ(heard.samples.size(), 1U);
    EXPECT_NEAR(heard.samples[0].value, 7 / 3.6, 1e-12);
}

} // namespace
} // namespace fern
