#include "judge/rules/signal.h"
#include "judge/stem.h"

#include "instrument/edits.h"
#include "run/firmware_run.h"
#include "tests/support.h"

#include <cmath>
#include <filesystem>

namespace fern {
namespace {

std::vector<Stem> stemsAfter(const PlainInstrument& plain, double seconds)
{
    RunHistory history(ticksFromSeconds(30));
    FirmwareRun run(plain, {}, history);
    run.advanceTo(ticksFromSeconds(seconds));
    std::vector<Stem> stems;
    for (std::size_t channel = 0; channel < plain.channels.size(); ++channel)
        for (const auto& choice : stemChoices(plain, channel))
            stems.push_back(stemOf(plain, choice, history, run.now()));
    return stems;
}

const LeafTrouble& troubleAt(const Stem& stem, Leaf leaf)
{
    return stem.leaves[static_cast<std::size_t>(leaf)].trouble;
}

/// The house battery at 13.6 V over two resistors in kΩ.
PlainInstrument withDivider(double upper, double lower)
{
    auto in = test::skiff();
    auto divider = in.channels[0]->frontEnd;
    divider.r1 = {upper, "kohm"};
    divider.r2 = {lower, "kohm"};
    auto plain = *resolve(*withFrontEnd(in, "house-battery", divider), "");
    plain.channels[0].lane = {{0, 13.6}, {60, 13.6}};
    return plain;
}

// 13.6 V over 47 kΩ and 12 kΩ is 2.766 V at the pin, over 38 kΩ 3.264 V: sound. Over 36 kΩ 3.4 V,
// and a little more with the resistors of this one: clipped, not yet too high. Over 4.7 kΩ 9.77 V.
TEST(LeafTrouble, APinBeyondItsRangeSaysSoBeforeTheBudget)
{
    for (const double upper : {47.0, 38.0}) {
        const auto stem = stemsAfter(withDivider(upper, 12), 5).front();
        EXPECT_EQ(troubleAt(stem, Leaf::Sensor).word, "") << upper;
        EXPECT_EQ(troubleAt(stem, Leaf::Reading).word, "") << upper;
    }
    const auto clipped = stemsAfter(withDivider(36, 12), 5).front();
    EXPECT_EQ(troubleAt(clipped, Leaf::Sensor).word, "");
    EXPECT_EQ(troubleAt(clipped, Leaf::Reading).word, "clipped");
    EXPECT_EQ(clipped.limit, Leaf::Reading);
    EXPECT_EQ(clipped.limitReason,
        "The pin stands at 3.42 V, but code 4095 is the top of the converter: what lies beyond "
        "3.3 V is not seen.");

    const auto burnt = stemsAfter(withDivider(4.7, 12), 5).front();
    EXPECT_EQ(troubleAt(burnt, Leaf::Sensor).word, "too high");
    EXPECT_EQ(troubleAt(burnt, Leaf::Reading).word, "clipped");
    EXPECT_EQ(burnt.limit, Leaf::Sensor);
    EXPECT_FALSE(burnt.limitIsAge);
}

TEST(LeafTrouble, ACodeOfARecordingIsJudgedByTheWishedRange)
{
    auto plain = *resolve(test::skiff(), "");
    auto& c = plain.channels[0];
    const StemChoice choice = stemChoices(plain, 0).at(0);
    const auto troubleOf = [&](double code) {
        RunHistory history(ticksFromSeconds(30));
        SampleRecord sample;
        sample.takenAt = sample.at = ticksFromSeconds(1);
        sample.real.reading = code;
        history.sampled(sample);
        return readingTrouble(plain, choice, history, ticksFromSeconds(1)).word;
    };
    EXPECT_EQ(troubleOf(4095), "at its end");
    EXPECT_EQ(troubleOf(4094), "");
    EXPECT_EQ(troubleOf(0), "at its end"); // the wished range begins at 10.5 V
    c.from = 0;
    EXPECT_EQ(troubleOf(0), "");
    EXPECT_EQ(troubleOf(std::nan("")), "no answer");
}

// A line every second: three missed ones and two seconds are silence, and so are lines without a
// number.
TEST(LeafTrouble, ASilentDeviceIsToldFromOneThatTellsNoNumber)
{
    auto plain = *resolve(test::skiff(), "");
    auto& c = plain.channels[0];
    c.source.kind = SourceKind::Lines;
    c.sampleEvery = ticksFromSeconds(1);
    const StemChoice choice = stemChoices(plain, 0).at(0);
    plain.readers[choice.reader].staleAfter = {};
    RunHistory history(ticksFromSeconds(30));
    const auto at = [&](double seconds) {
        return readingTrouble(plain, choice, history, ticksFromSeconds(seconds));
    };
    EXPECT_EQ(at(5).word, "");
    EXPECT_EQ(at(5.1).reason, c.name + " has told nothing yet.");
    SampleRecord sample;
    sample.at = sample.takenAt = ticksFromSeconds(4);
    sample.real.reading = 12;
    history.told({0, {sample.at, "12", "12", ToldState::Good, 12, {}}});
    history.sampled(sample);
    EXPECT_EQ(at(9).word, "");
    EXPECT_EQ(at(10).reason, c.name + " has told nothing for 6 s.");
    history.told({0, {ticksFromSeconds(9.5), "12.x", "not a number", ToldState::Bad}});
    EXPECT_EQ(at(10).word, "no value");
    EXPECT_EQ(
        at(10).reason, "What " + c.name + " tells gives no number; the last was: not a number.");
    // A reader that calls a value fresh for longer waits with it.
    plain.readers[choice.reader].staleAfter = ticksFromSeconds(10);
    EXPECT_EQ(at(13).word, "");
    plain.readers[choice.reader].staleAfter = {};
    c.source.kind = SourceKind::KeyCodes; // come when they come
    EXPECT_EQ(at(3600).word, "");
}

// After an edit only the last seconds are run again: a device that speaks once a minute is not
// silent because its last line lies before them.
TEST(LeafTrouble, WhatTheHistoryDoesNotReachIsNoSilence)
{
    auto plain = *resolve(test::skiff(), "");
    auto& c = plain.channels[0];
    c.source.kind = SourceKind::Lines;
    c.sampleEvery = ticksFromSeconds(60);
    const StemChoice choice = stemChoices(plain, 0).at(0);
    plain.readers[choice.reader].staleAfter = {};
    RunHistory history(ticksFromSeconds(30));
    history.busy({BusyWith::Drawing, 0, ticksFromSeconds(570), ticksFromSeconds(570.01)});
    EXPECT_EQ(readingTrouble(plain, choice, history, ticksFromSeconds(600)).word, "");
    EXPECT_EQ(readingTrouble(plain, choice, history, ticksFromSeconds(752)).word, "");
    EXPECT_EQ(readingTrouble(plain, choice, history, ticksFromSeconds(753)).word, "silent");
    EXPECT_TRUE(signalFindings(test::skiff(), plain, 0, history, ticksFromSeconds(600)).empty());
}

// A signed converter clips at both of its ends.
TEST(LeafTrouble, ASignedConverterClipsAtBothEnds)
{
    auto c = test::plainSkiff().channels[0];
    c.form = ConverterForm::Signed;
    c.bits = c.realBits = 16;
    c.reference = 4.096;
    c.damageAbove = 10;
    auto plain = test::plainSkiff();
    plain.channels[0] = c;
    const auto wordAt = [&](double code, double pin) {
        RunHistory history(ticksFromSeconds(30));
        SampleRecord sample;
        sample.real.reading = code;
        sample.real.pin = pin;
        history.sampled(sample);
        return readingTrouble(plain, stemChoices(plain, 0).at(0), history, {}).word;
    };
    EXPECT_EQ(wordAt(32767, 4.2), "clipped");
    EXPECT_EQ(wordAt(-32768, -4.2), "clipped");
    EXPECT_EQ(wordAt(32767, 4.097), "");
    EXPECT_EQ(wordAt(-32768, -4.096), "");
    EXPECT_EQ(wordAt(0, 0), "");
}

TEST(LeafTrouble, SoundInstrumentsHaveNoneAndTheirAgesRise)
{
    for (const auto& entry :
        std::filesystem::directory_iterator(test::sourcePath("tests/data/builds"))) {
        if (!entry.path().string().ends_with(".fern.json"))
            continue;
        for (const double seconds : {3.33, 61.7})
            for (const auto& stem :
                stemsAfter(*resolve(*readInstrument(test::readText(entry.path())), ""), seconds)) {
                double before = 0;
                for (const auto& leaf : stem.leaves) {
                    // At first a receiver still looks for its satellites.
                    EXPECT_TRUE(leaf.trouble.word.empty() || seconds < 60)
                        << entry.path().filename() << leaf.trouble.reason;
                    if (!leaf.isThere || std::isnan(leaf.age))
                        continue;
                    EXPECT_GE(leaf.age, before - 1e-9)
                        << entry.path().filename() << " " << leaf.name << " at " << seconds;
                    before = leaf.age;
                }
            }
    }
}

} // namespace
} // namespace fern
