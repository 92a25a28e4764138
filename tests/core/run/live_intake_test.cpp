// Bytes of a real board become samples of the channels, through the same run that is simulated.

#include "tests/core/sources.h"
#include "tests/support.h"

#include "instrument/edits.h"
#include "run/live_intake.h"
#include "run/recording_csv.h"

#include <gmock/gmock.h>

#include <cmath>

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
        log.add({at, bytes});
        intake.deliver(plain, log[log.end() - 1], run);
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
    LiveLog log;
    RunHistory history;
    FirmwareRun run;
};

/// An instrument with one channel that lines tell, in metres; the lines are in feet.
Instrument depthInFeet()
{
    Source lines;
    lines.kind = SourceKind::Lines;
    lines.lines.key = "depth";
    lines.lines.unit = "ft";
    return test::withSource(test::bench(), "depth", {lines, "m", {{0, 3}}});
}

TEST(Live, FieldsFindTheirChannels)
{
    auto in = test::wholeSkiff();
    const auto plain = *resolve(in, "");
    EXPECT_EQ(routeOf(plain, "house-battery.reading"), (LiveRoute{0, Tap::Reading}));
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
    EXPECT_EQ(routeOf(named, "u_batt"), (LiveRoute{0, Tap::Pin}));
    EXPECT_FALSE(routeOf(named, "house-battery"));
    EXPECT_EQ(*readInstrument(writeInstrument(in)), in);
}

TEST(Live, LinesThatComeAtOnceAreAllHeardAndRecorded)
{
    Live live(test::wholeSkiff());
    RecordingCsv recording(live.plain, "");
    for (int i = 0; i < 10; ++i) // as a busy computer takes them from the port
        live.feed(0.1 * i, fmt::format("speed:{}\nspeed:{}\n", i, i + 0.5));
    live.run.advanceTo(ticksFromSeconds(2));
    Ticks last{-1};
    for (const auto& sample : live.history.samples()) {
        if (sample.channel != 2)
            continue;
        EXPECT_GT(inSeconds(sample.at), inSeconds(last));
        last = sample.at;
        recording.sampled(sample);
    }
    recording.take(true);
    EXPECT_EQ(recording.rows(), 20U);
}

TEST(Live, CountsNumbersThatAChannelMisses)
{
    Live live(test::wholeSkiff());
    live.feed(0.1, "speed:4.2,helm-volts.shown:13.4,crew:4\n");
    live.feed(0.2, "speed:fast,helm-volts.shown:--.-,crew:four\n");
    live.feed(0.3, "speed:nan,helm-volts.shown:--.-\n");
    EXPECT_EQ(live.intake.missingNumbers(), 1U) << "words that go to no channel are no fault";
    EXPECT_EQ(live.intake.stream().counts().good, 3U);
    EXPECT_TRUE(std::isnan(live.history.lastSample(2)->real.scaled));
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

TEST(Live, AReceiversSpeedIsNoOtherChannelsAndKeepsItsUnit)
{
    // The example of the sentence's documentation: 22.4 knots.
    const std::string sentence =
        "$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A\r\n";
    auto in = test::wholeSkiff();
    Live live(in);
    live.feed(1, sentence);
    const auto wheel = indexOf(live.plain.channels, "speed");
    EXPECT_TRUE(live.readings(wheel).empty()) << "the wheel's speed is another one";
    const auto satellite = indexOf(live.plain.channels, "satellite-speed");
    EXPECT_EQ(live.intake.decoderOf(live.plain, "receiver.speed"), satellite);
    // Routed to the wheel by the maker, it comes in the wheel's unit; a course is no speed.
    in = *withLiveField(in, "receiver.speed", "", "speed", Tap::Scaled);
    Live routed(in);
    routed.feed(1, sentence);
    routed.feed(1.1, "");
    EXPECT_NEAR(
        fromSi(routed.history.lastSample(wheel)->real.scaled, routed.plain.channels[wheel].unit),
        22.4 * 1.852, 1e-9); // NIST SP 811: a knot is 1852 m in an hour
    in = *withLiveField(in, "receiver.course", "", "speed", Tap::Scaled);
    Live course(in);
    course.feed(1, sentence);
    EXPECT_TRUE(std::isnan(course.history.lastSample(wheel)->real.scaled));
}

TEST(Live, ALineIsDecodedOnceInItsOwnUnit)
{
    Live live(depthInFeet());
    for (int i = 0; i < 5; ++i)
        live.feed(i, "depth:10\n");
    EXPECT_EQ(live.readings(0).size(), 5U) << "not by its name too";
    // Ten feet, scaled in the 32-bit floats of the channel.
    EXPECT_FLOAT_EQ(static_cast<float>(live.history.lastSample(0)->real.scaled), 3.048F);
    // Lines about something else do not reach its decoder: nothing came damaged.
    Live other(depthInFeet());
    for (int i = 0; i < 5; ++i)
        other.feed(i, "height:10\n");
    EXPECT_TRUE(other.history.told(0).empty());
}

TEST(Live, AnotherRunHearsTheSameAgain)
{
    // Numbers alone: half a line would be another number.
    auto in = test::wholeSkiff();
    in = *withLiveField(in, "column 1", "", "house-battery", Tap::Reading);
    Live live(in);
    std::string stream;
    for (int i = 0; i < 300; ++i)
        stream += fmt::format("{}\n", 3000 + i);
    for (std::size_t at = 0, i = 0; at < stream.size(); at += 7, ++i)
        live.feed(0.1 * static_cast<double>(i), stream.substr(at, 7));
    live.feed(200, "31"); // a line that was begun
    const auto all = live.readings(0);
    ASSERT_EQ(all.size(), 300U);
    for (const double start : {0.0, 3.0, 9.7}) {
        RunHistory history(ticksFromSeconds(1e6));
        FirmwareRun again(live.plain, {ticksFromSeconds(start), {}, true}, history);
        live.intake.deliverAgain(live.log, live.log.end(), live.plain, again);
        again.advanceTo(ticksFromSeconds(200));
        std::vector<double> heard;
        for (const auto& sample : history.samples())
            if (sample.channel == 0)
                heard.push_back(sample.real.reading);
        ASSERT_FALSE(heard.empty());
        EXPECT_TRUE(std::equal(heard.rbegin(), heard.rend(), all.rbegin())) << start;
        EXPECT_EQ(heard.size() == all.size(), start == 0);
    }
}

TEST(Live, TheLogIsBoundedAndItsChunksKeepTheirNumbers)
{
    LiveLog log;
    const std::string chunk(1000, 'x');
    for (int i = 0; i < 20000; ++i)
        log.add({ticksFromSeconds(i), chunk});
    EXPECT_LE(log.bytes(), 16U << 20U);
    EXPECT_EQ(log.bytes() + log.droppedBytes(), 20'000'000U);
    EXPECT_EQ(log.end(), 20000U);
    EXPECT_EQ(log.since(ticksFromSeconds(19990)), 19990U);
    EXPECT_EQ(log[19990].at, ticksFromSeconds(19990));
    EXPECT_EQ(log.since(Ticks{}), log.first());
}

TEST(Live, APortOpenedAgainLosesTheLineThatWasBegun)
{
    Live live(test::wholeSkiff());
    live.feed(1, "speed:1\nspeed:2\nspeed:3\nspeed:1");
    live.intake.deliver(live.plain, {ticksFromSeconds(2), "speed:7\n", true}, live.run);
    live.run.advanceTo(ticksFromSeconds(3));
    const auto wheel = indexOf(live.plain.channels, "speed");
    EXPECT_NEAR(live.history.lastSample(wheel)->real.scaled, 7 / 3.6, 1e-12);
}

} // namespace
} // namespace fern
