// What each known mistake does to the number, and what the file says when it was meant.

#include "plan/known_mistakes.h"

#include "tests/core/judge/smooth_cases.h"

#include <gtest/gtest.h>

#include <map>

namespace fern {
namespace {

/// What a mistake makes of a number, by its id; NaN where there is no such mistake.
std::map<std::string, double> madeOf(const PlainChannel& channel, double number)
{
    std::map<std::string, double> made;
    for (const auto& known : knownMistakes(channel))
        made[known.mistake.id] = known.change(number);
    return made;
}

// 47 kΩ over 12 kΩ, 12 bits of 3.3 V; by the words of each mistake.
TEST(KnownMistakes, OfAVoltmeterDoWhatTheirWordsSay)
{
    const auto made = madeOf(test::plainSkiff().channels[0], 1024);
    const std::map<std::string, double> expected{{"none", 1024}, {"school", 1024 * 4096.0 / 4095},
        {"shifted", 16384}, {"shifted-6", 65536}, {"shifted-back", 64}, {"shifted-back-6", 16},
        {"bytes", 4}, {"gain-double", 512}, {"gain-half", 2048}, {"gain-quarter", 4096},
        {"gain-four", 256}, {"gain-eighth", 8192}, {"gain-eight", 128}, {"gain-sixteenth", 16384},
        {"gain-sixteen", 64}, {"reference-5", 1024 * 5 / 3.3}, {"no-divider", 1024 * 12.0 / 59},
        {"divider-twice", 1024 * 59.0 / 12}, {"divider-r1-over-r2", 1024 * 47.0 / 59},
        {"divider-upside-down", 1024 * 47.0 / 12}, {"milli", 1024e3}, {"kilo", 1.024},
        {"whole", 1024}};
    for (const auto& [id, number] : expected)
        EXPECT_NEAR(made.count(id) > 0 ? made.at(id) : -1, number, 1e-9 * number) << id;
    EXPECT_EQ(made.size(), expected.size()) << "each of them is named here";
    EXPECT_EQ(madeOf(test::plainSkiff().channels[0], -12.9).at("whole"), -12);
}

TEST(KnownMistakes, OfPulsesCanBeWhatWasBuilt)
{
    const auto in = test::withWheel(20, [](PulseSpec&) {});
    const auto plain = *resolve(in, "");
    const std::map<std::string, double> expected{
        {"each-change", 2}, {"every-second", 0.5}, {"per-minute", 60}, {"per-second", 1.0 / 60}};
    int fixes = 0;
    for (const auto& known : knownMistakes(plain.channels[0])) {
        const auto its = expected.find(known.mistake.id);
        if (its == expected.end())
            continue;
        EXPECT_NEAR(known.change(30), 30 * its->second, 1e-9) << its->first;
        if (!known.mistake.asItIs)
            continue;
        const auto after = known.mistake.asItIs->apply(in);
        ASSERT_TRUE(after) << its->first;
        EXPECT_EQ(after->channels[0]->source.pulses.perUnit, 20 * its->second) << its->first;
        ++fixes;
    }
    EXPECT_EQ(fixes, 2);
}

// In winter the zone is one hour before UTC; a time of day goes round at midnight.
TEST(KnownMistakes, OfAClockMoveItsHours)
{
    Source source;
    source.kind = SourceKind::Clock;
    source.clock.zone = "CET-1CEST,M3.5.0,M10.5.0/3";
    PlainChannel channel;
    channel.source = source;
    channel.unit = *parseUnit("s");
    const auto made = madeOf(channel, 1800); // half past midnight
    EXPECT_EQ(made.at("zone-missing"), 23.5 * 3600);
    EXPECT_EQ(made.at("zone-sign"), 22.5 * 3600);
    EXPECT_EQ(made.at("hour-more"), 1.5 * 3600);
    EXPECT_EQ(made.at("hour-less"), 23.5 * 3600);
    EXPECT_EQ(made.at("zone+5:45"), 6.25 * 3600);
}

} // namespace
} // namespace fern
