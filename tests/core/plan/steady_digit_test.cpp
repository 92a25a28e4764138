// The search for a steady digit against brute force written another way.

#include "plan/steady_digit.h"

#include "base/random.h"
#include "smooth/chain.h"
#include "smooth/figures.h"
#include "smooth/step_text.h"
#include "tests/support.h"
#include "text/format.h"

#include <gmock/gmock.h>
#include <gtest/gtest.h>

#include <cmath>

namespace fern {
namespace {

using testing::HasSubstr;

/// The battery at 13 V with noise of so many rms, in readings of 100 ms.
TrialData noisy(double rms, int count = 300)
{
    const RandomStream random(7, "steady", "digit");
    TrialData data;
    for (int i = 0; i < count; ++i) {
        data.at.push_back(0.1 * i);
        data.values.push_back(13 + rms * random.normal(static_cast<std::uint64_t>(i)));
    }
    return data;
}

struct Voltmeter {
    PlainInstrument plain = test::plainSkiff();
    const PlainChannel& channel() const { return plain.channels[0]; }
    PlainReader reader(int decimals) const
    {
        auto reader = plain.readers[0];
        reader.text.decimals = decimals;
        reader.text.width = 8;
        return reader;
    }
};

/// Changes of the text a second, counted by hand: every fifth reading is drawn.
double changesByHand(const Voltmeter& v, const PlainReader& reader, const TrialData& data,
    const std::vector<StepSpec>& steps)
{
    auto values = data.values;
    std::vector<double> seconds(values.size(), 0.1);
    Chain(steps, v.channel().numberKind).run(seconds, values);
    int changes = 0;
    int redraws = 0;
    std::string last;
    for (std::size_t i = 0; i < values.size(); i += 5, ++redraws) {
        const auto text = formatText(values[i], reader.text, v.channel().numberKind);
        changes += redraws > 0 && text != last;
        last = text;
    }
    return changes / ((redraws - 1) * 0.5);
}

TEST(SteadyDigit, AgreesWithBruteForce)
{
    const Voltmeter v;
    for (const double rms : {0.005, 0.02, 0.06}) {
        const auto data = noisy(rms);
        const auto reader = v.reader(2);
        const SteadyWish wish{0.6, 1.2, 0.5};
        const auto found = findSteadyDigit(v.channel(), reader, data, wish);
        // The least lag over the whole family, and then the shortest chain.
        std::optional<std::pair<double, std::size_t>> best;
        for (const auto& steps : steadyFamily(v.channel(), reader, wish.lag)) {
            const std::pair key{delaySeconds(steps, 0.1), steps.size()};
            if (changesByHand(v, reader, data, steps) <= wish.changesPerSecond
                && (!best || key < *best))
                best = key;
        }
        ASSERT_EQ(found.best.has_value(), best.has_value()) << rms;
        if (best) {
            EXPECT_EQ(found.best->delay, best->first) << rms;
            EXPECT_EQ(found.best->steps.size(), best->second) << rms;
            EXPECT_NEAR(found.best->changesPerSecond,
                changesByHand(v, reader, data, found.best->steps), 1e-9);
        }
    }
}

TEST(SteadyDigit, NeedsNothingWhereNothingMoves)
{
    const Voltmeter v;
    const auto found = findSteadyDigit(v.channel(), v.reader(1), noisy(0), {});
    ASSERT_TRUE(found.best);
    EXPECT_TRUE(found.best->steps.empty());
    EXPECT_THAT(found.words, HasSubstr("no step: 0 s late, it stands still."));
    EXPECT_THAT(found.words, HasSubstr("One more digit would be calm with no step"));
}

TEST(SteadyDigit, SaysWhenNothingWithinTheLagIsCalm)
{
    const Voltmeter v;
    const auto found = findSteadyDigit(v.channel(), v.reader(4), noisy(0.1), {0.1, 0.3, 0.5});
    EXPECT_FALSE(found.best);
    EXPECT_THAT(found.words, HasSubstr("No setting within 300 ms is calm enough"));
    EXPECT_THAT(findSteadyDigit(v.channel(), v.reader(1), {}, {}).words,
        HasSubstr("There are no readings"));
}

TEST(SteadyDigit, StopsWhenAsked)
{
    const Voltmeter v;
    int asked = 0;
    const auto found = findSteadyDigit(
        v.channel(), v.reader(4), noisy(0.1), {0.1, 2, 0.5}, [&] { return ++asked > 3; });
    EXPECT_TRUE(found.wasStopped);
    EXPECT_EQ(found.tried, 3);
}

TEST(SmoothingTrial, ShowsWhatTheGlassWouldShow)
{
    const Voltmeter v;
    TrialData data;
    for (int i = 0; i < 40; ++i) {
        data.at.push_back(0.1 * i);
        data.values.push_back(i < 20 ? 12 : 14);
    }
    const auto trial = trySmoothing(v.channel(), v.reader(1), {}, data, 0.5);
    ASSERT_EQ(trial.texts.size(), 2U);
    EXPECT_EQ(trial.texts[0], (std::pair<double, std::string>{0, "    12.0"}));
    EXPECT_EQ(trial.texts[1].second, "    14.0");
    EXPECT_NEAR(trial.texts[1].first, 2, 1e-9);
    const auto slow = trySmoothing(v.channel(), v.reader(1), *parseSteps("slew 1"), data, 0.5);
    EXPECT_GT(slow.texts.size(), 3U) << "it climbs";
    EXPECT_EQ(slow.bytes, 4);
}

} // namespace
} // namespace fern
