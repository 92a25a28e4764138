// Stand-ins speak as the devices do: what they send is read back by the decoders.

#include "base/number_text.h"
#include "instrument/edits.h"
#include "plan/stand_in_points.h"
#include "reading/nmea.h"
#include "reading/stream_reader.h"
#include "run/stand_in.h"
#include "tests/core/sources.h"
#include "tests/support.h"

#include <gmock/gmock.h>

namespace fern {
namespace {

std::string bytesOf(const std::vector<Sent>& sent)
{
    std::string bytes;
    for (const auto& one : sent)
        bytes += one.bytes;
    return bytes;
}

std::string saysIn(double seconds, const StandInSetting& setting)
{
    auto made = makeStandIn(usualInstrumentFor(setting.kind), setting);
    EXPECT_TRUE(made);
    return made ? bytesOf((*made)->until(ticksFromSeconds(seconds))) : "";
}

TEST(StandIn, EveryKindSpeaks)
{
    for (std::size_t i = 0; i < standInWords.size(); ++i)
        EXPECT_FALSE(saysIn(60, {static_cast<StandInKind>(i)}).empty()) << standInWords[i];
}

TEST(StandIn, SaysTheSameHoweverOftenItIsAsked)
{
    for (const auto kind : {StandInKind::Board, StandInKind::Receiver, StandInKind::Node,
             StandInKind::Remote, StandInKind::Pulses}) {
        auto made = makeStandIn(usualInstrumentFor(kind), {kind});
        std::string pieces;
        Ticks last;
        for (int i = 0; i <= 500; ++i)
            for (const auto& sent : (*made)->until(ticksFromSeconds(0.1 * i))) {
                EXPECT_GE(sent.at, last);
                last = sent.at;
                pieces += sent.bytes;
            }
        EXPECT_EQ(pieces, saysIn(50, {kind})) << standInWords[static_cast<std::size_t>(kind)];
    }
}

TEST(StandIn, ABoardPrintsWhatItReadAndWhatItShows)
{
    auto made = makeStandIn(test::wholeSkiff(), {StandInKind::Board});
    ASSERT_TRUE(made);
    StreamReader reader;
    std::map<std::string, std::string> newest;
    for (const auto& sent : (*made)->until(ticksFromSeconds(60)))
        for (const auto& line : reader.feed(sent.at, sent.bytes))
            for (const auto& field : line.reading.fields)
                newest[field.name] = field.text;
    EXPECT_EQ(reader.counts().bad, 0U);
    // The same numbers as the run that the window shows at that instant.
    const test::Ran ran(test::wholeSkiff(), 60);
    EXPECT_EQ(
        newest["house-battery.reading"], shortestText(ran.history.lastSample(0)->real.reading));
    EXPECT_THAT(newest["helm-volts.shown"], testing::MatchesRegex("1[0-9]\\.[0-9]+"));
    const double speed = fromSi(ran.history.lastSample(2)->real.scaled, ran.plain.channels[2].unit);
    EXPECT_NEAR(*parseNumber(newest["speed"]), speed, 1e-5 * speed);
}

// A capture of several channels of a device is told as one stream: the same line has both.
TEST(StandIn, ACaptureOfADevicesChannelsIsOneStream)
{
    auto in = test::bench();
    for (const char* key : {"inside", "outside"}) {
        Source s = test::ofKind(SourceKind::Lines, 1);
        s.lines.key = key;
        s.resolution = {0.1, "degC"};
        in = test::withSource(in, key, {s, "degC", {{0, 20}}});
    }
    const auto device = in.channels[0]->source.device;
    in = *withChannelChanged(
        in, "outside", [&](Channel& channel) { channel.source.device = device; });
    std::erase_if(in.devices, [&](const auto& d) { return d->id != device; });
    StandInSetting setting{StandInKind::Lines};
    for (const char* channel : {"inside", "outside"}) {
        Capture capture;
        capture.channel = channel;
        capture.tap = Tap::Scaled;
        capture.unit = "degC";
        for (int i = 0; i <= 10; ++i) {
            capture.at.push_back(ticksFromSeconds(i));
            capture.values.push_back(channel[0] == 'i' ? 20 + i : 5 - i);
        }
        setting.course.push_back(capture);
    }
    auto made = makeStandIn(in, setting);
    ASSERT_TRUE(made) << describe(made.error());
    const auto bytes = bytesOf((*made)->until(ticksFromSeconds(4.5)));
    EXPECT_NE(bytes.find("inside:23.0,outside:2.0\n"), std::string::npos) << bytes;
}

TEST(StandIn, AReceiverAndItsDamage)
{
    ReceiverDecoder clean;
    clean.feed(saysIn(60, {StandInKind::Receiver}));
    EXPECT_GT(clean.goodCount(), 100);
    EXPECT_EQ(clean.badCount(), 0);
    EXPECT_EQ(clean.state().hasFix, true);
    ReceiverDecoder dirty;
    dirty.feed(saysIn(60, {StandInKind::Receiver, "", "", 0, 0.3}));
    EXPECT_GT(dirty.badCount(), 10);
    EXPECT_NE(saysIn(60, {StandInKind::Receiver, "", "", 5}),
        saysIn(60, {StandInKind::Receiver, "", "", 6}))
        << "another seed, another scatter";
}

TEST(StandIn, ADamagedBoardIsStillRead)
{
    StreamReader reader;
    reader.feed({}, saysIn(60, {StandInKind::Board, "", "", 0, 0.2}));
    EXPECT_EQ(reader.shape().form, StreamForm::NameValue);
    EXPECT_GT(reader.counts().good, 150U);
    EXPECT_GT(reader.counts().bad, 5U);
}

/// A capture of the one channel of a stand-in's usual instrument: a value from 0 s to 100 s.
std::vector<Capture> steady(StandInKind kind, Tap tap, const std::string& unit, double value)
{
    const auto instrument = usualInstrumentFor(kind);
    return {{instrument.channels.front()->id, tap, unit, {Ticks{}, ticksFromSeconds(100)},
        {value, value}}};
}

TEST(StandIn, AReceiverFollowsARecordedTrip)
{
    StandInSetting setting{StandInKind::Receiver};
    setting.course = steady(setting.kind, Tap::Smoothed, "mph", 25);
    ReceiverDecoder heard;
    heard.feed(saysIn(90, setting));
    ASSERT_TRUE(heard.state().speed);
    EXPECT_NEAR(*heard.state().speed, 25 * 0.44704 * 3600 / 1852, 0.8)
        << "NIST SP 811: 1 mph = 0.44704 m/s, 1 kn = 1852/3600 m/s";
}

TEST(StandIn, AWheelTurnsAsRecorded)
{
    const auto pulsesAt = [](double kilometresPerHour) {
        StandInSetting setting{StandInKind::Pulses};
        setting.course = steady(setting.kind, Tap::Scaled, "km/h", kilometresPerHour);
        const auto text = saysIn(100, setting);
        return *parseNumber(trimmed(text.substr(text.rfind(':') + 1)));
    };
    const auto source = usualInstrumentFor(StandInKind::Pulses).channels.front()->source;
    EXPECT_NEAR(pulsesAt(12), 100 * 12 * source.pulses.perUnit, 1);
    EXPECT_EQ(pulsesAt(0), 0);
}

TEST(StandIn, AWheelMakesItsPulsesOnTheLine)
{
    // 9600 baud and the lowest bit first, as a UART sends: one low pulse, however many bits.
    std::string levels = "1"; // the line rests high
    levels += '0'; // the start bit
    for (int bit = 0; bit < 8; ++bit)
        levels += (static_cast<unsigned char>(pulseByte) >> bit & 1) != 0 ? '1' : '0';
    levels += '1'; // the stop bit
    EXPECT_EQ(levels, "10000011111");
    StandInSetting setting{StandInKind::Wheel};
    setting.course = steady(setting.kind, Tap::Scaled, "km/h", 10);
    const auto made = makeStandIn(usualInstrumentFor(setting.kind), setting);
    ASSERT_TRUE(made);
    const auto sent = (*made)->until(ticksFromSeconds(90));
    const auto source = usualInstrumentFor(setting.kind).channels.front()->source;
    const double apart = 1 / (10 * source.pulses.perUnit);
    EXPECT_NEAR(static_cast<double>(sent.size()), 90 / apart, 1);
    for (std::size_t i = 1; i < sent.size(); ++i)
        ASSERT_NEAR(inSeconds(sent[i].at - sent[i - 1].at), apart, 1e-6);
}

TEST(StandIn, ABoardReadsRecordedCodes)
{
    StandInSetting setting{StandInKind::Board};
    setting.course = steady(setting.kind, Tap::Reading, "", 777);
    EXPECT_THAT(saysIn(5, setting), testing::HasSubstr(".reading:777,"));
}

TEST(StandIn, SaysWhatTheCaptureLacks)
{
    StandInSetting setting{StandInKind::Receiver};
    const auto error = [&] {
        return makeStandIn(usualInstrumentFor(setting.kind), setting).error().message;
    };
    setting.course = steady(setting.kind, Tap::Reading, "", 1);
    EXPECT_EQ(error(),
        "Stand-in has no channel that a receiver could stand in for, with values of "
        "it in the capture");
    setting.course = steady(setting.kind, Tap::Scaled, "V", 1);
    EXPECT_THAT(error(), testing::HasSubstr("unit \"V\" does not fit"));
}

TEST(StandIn, SaysWhatIsMissing)
{
    const auto skiff = test::wholeSkiff();
    EXPECT_EQ(standInsFor(skiff),
        (std::vector<StandInKind>{StandInKind::Board, StandInKind::Meter, StandInKind::Pulses,
            StandInKind::Wheel, StandInKind::Receiver}));
    const auto error = [&](const StandInSetting& setting) {
        return makeStandIn(skiff, setting).error().message;
    };
    EXPECT_EQ(
        error({StandInKind::Scanner}), "Wagtail has no channel that a scanner could stand in for");
    EXPECT_EQ(error({StandInKind::Meter, "", "nothing"}),
        "Wagtail has no channel \"nothing\" that a meter could stand in for");
    EXPECT_EQ(
        error({StandInKind::Board, "no such evening"}), "there is no scenario \"no such evening\"");
}

} // namespace
} // namespace fern
