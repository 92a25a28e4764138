// A run that is recorded and played again gives the same values.

#include "tests/core/sources.h"
#include "tests/support.h"

#include "run/recording_csv.h"

#include <gmock/gmock.h>

#include <cmath>

namespace fern {
namespace {

std::string recorded(const PlainInstrument& plain, double seconds)
{
    RecordingCsv recording(plain, "a test");
    FirmwareRun run(plain, {}, recording);
    run.advanceTo(ticksFromSeconds(seconds));
    return recording.take(true);
}

TEST(RecordingCsv, PlaysAgainAsItWas)
{
    const auto in = test::wholeSkiff();
    const auto plain = *resolve(in, "");
    const test::Ran first(in, 60);
    const auto captures = *capturesOf(*parseCsv(recorded(plain, 60)));
    const auto recordings = *recordingsFor(plain, captures);
    EXPECT_THAT(*recordings, testing::SizeIs(6)) << "seven channels, one is made of another";
    RunHistory history(ticksFromSeconds(100));
    FirmwareRun again(plain, {{}, recordings}, history);
    again.advanceTo(ticksFromSeconds(60));
    for (const auto* id : {"house-battery", "bilge", "speed", "satellite-speed", "strokes"}) {
        const auto channel = indexOf(plain.channels, id);
        const double before = first.history.lastSample(channel)->real.smoothed;
        const double after = history.lastSample(channel)->real.smoothed;
        EXPECT_NEAR(after, before, 1e-9 * std::fabs(before)) << id;
        // Every sample stands there once, and none is made of a neighbour's empty cell.
        const auto capture = std::find_if(
            captures.begin(), captures.end(), [&](const Capture& c) { return c.channel == id; });
        EXPECT_EQ(capture->at.size(), first.values(channel).size()) << id;
    }
}

// Played from a later tap, what stands before it changes nothing any more.
TEST(RecordingCsv, PlaysFromALaterTap)
{
    const auto in = test::wholeSkiff();
    const auto plain = *resolve(in, "");
    const auto captures = *capturesOf(*parseCsv(recorded(plain, 60)));
    auto other = plain;
    auto& channel = other.channels[indexOf(other.channels, "house-battery")];
    channel.steps.clear();
    channel.reference *= 2;
    const auto shownFrom = [&](Tap tap) {
        RunHistory history(ticksFromSeconds(100));
        FirmwareRun again(other, {{}, *recordingsFor(other, captures, tap)}, history);
        again.advanceTo(ticksFromSeconds(60));
        return history.lastSample(indexOf(other.channels, "house-battery"))->real;
    };
    const test::Ran first(in, 60);
    const auto before = first.history.lastSample(indexOf(plain.channels, "house-battery"))->real;
    EXPECT_EQ(shownFrom(Tap::Reading).reading, before.reading);
    EXPECT_GT(shownFrom(Tap::Reading).smoothed, 1.5 * before.smoothed);
    EXPECT_NEAR(shownFrom(Tap::Scaled).smoothed, before.scaled, 1e-6);
    EXPECT_NEAR(shownFrom(Tap::Smoothed).smoothed, before.smoothed, 1e-6);
    EXPECT_EQ(recordingsFor(plain, captures, Tap::World).value()->size(), 6U)
        << "where a tap is missing the one nearest to the world serves";
}

TEST(RecordingCsv, ASampleWithoutAValueIsNoMissingSample)
{
    const auto text = recorded(*resolve(test::wholeSkiff(), ""), 20);
    const auto captures = *capturesOf(*parseCsv(text));
    const auto satellite = std::find_if(captures.begin(), captures.end(),
        [](const Capture& c) { return c.channel == "satellite-speed"; });
    // Its first fix takes 12 s or more; until then it says that it has none.
    EXPECT_GT(satellite->values.size(), 10U);
    EXPECT_TRUE(std::isnan(satellite->values.front()));
    EXPECT_THAT(text, testing::HasSubstr(",nan"));
}

TEST(RecordingCsv, WritesNothingTwice)
{
    const auto plain = *resolve(test::wholeSkiff(), "");
    RecordingCsv recording(plain, "a test");
    const auto sample = [&](double seconds, double reading) {
        SampleRecord record;
        record.at = ticksFromSeconds(seconds);
        record.real.reading = reading;
        recording.sampled(record);
    };
    sample(1, 10);
    sample(2, 20);
    sample(1, 11); // heard again after an edit
    sample(2, 21);
    sample(3, 30);
    EXPECT_THAT(
        recording.take(false), testing::ContainsRegex("\n1,10,nan,nan,+\n2,20,nan,nan,+\n$"));
    EXPECT_THAT(recording.take(true), testing::StartsWith("3,30,nan,nan,"));
    EXPECT_EQ(recording.rows(), 3U);
}

} // namespace
} // namespace fern
