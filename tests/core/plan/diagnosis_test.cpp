// Planted mistakes on the skiff's voltmeter are found, alone and in twos. What a board with the
// mistake shows is computed here in another way: from the circuit's own arithmetic.

#include "plan/diagnosis.h"

#include "run/channel_run.h"
#include "tests/support.h"

#include <gmock/gmock.h>
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>

namespace fern {
namespace {

/// The skiff's voltmeter: 47 kΩ over 12 kΩ, 12 bits of 3.3 V.
struct Board {
    double r1 = 47, r2 = 12, reference = 3.3, divisor = 4096;
    double assumedRatio = 59.0 / 12, gain = 1, codeFactor = 1, shownFactor = 1;
    bool cuts = false;

    double shown(double volts) const
    {
        const double pin = volts * r2 / (r1 + r2) * gain;
        const double code =
            std::floor(std::clamp(std::floor(pin / 3.3 * 4096), 0.0, 4095.0) * codeFactor);
        const double value = code * reference / divisor * assumedRatio * shownFactor;
        return cuts ? std::trunc(value) : std::round(value * 100) / 100;
    }
};

std::vector<Explanation> diagnosed(
    const Board& board, std::vector<double> volts = {10.4, 12.7, 14.3})
{
    std::vector<ShownExpected> pairs;
    for (const double v : volts)
        pairs.push_back({board.shown(v), v, board.cuts ? 1.0 : 0.01});
    return diagnose(test::plainSkiff().channels[0], pairs);
}

std::vector<std::string> idsOf(const Explanation& e)
{
    std::vector<std::string> ids;
    for (const auto& mistake : e.mistakes)
        ids.push_back(mistake.id);
    return ids;
}

bool finds(const std::vector<Explanation>& explanations, const std::vector<std::string>& ids)
{
    return std::any_of(explanations.begin(), explanations.end(), [&](const Explanation& e) {
        auto found = idsOf(e);
        return std::is_permutation(found.begin(), found.end(), ids.begin(), ids.end());
    });
}

struct Planted {
    std::string id;
    std::function<void(Board&)> plant;
};

std::vector<Planted> planted()
{
    return {
        {"shifted", [](Board& b) { b.codeFactor *= 16; }},
        {"shifted-back", [](Board& b) { b.codeFactor /= 16; }},
        {"gain-double", [](Board& b) { b.gain = 0.5; }},
        {"reference-5", [](Board& b) { b.reference = 5; }},
        {"milli", [](Board& b) { b.shownFactor *= 1000; }},
        {"kilo", [](Board& b) { b.shownFactor /= 1000; }},
        {"whole", [](Board& b) { b.cuts = true; }},
        {"no-divider", [](Board& b) { b.assumedRatio = 1; }},
        {"divider-twice", [](Board& b) { b.assumedRatio *= 59.0 / 12; }},
    };
}

TEST(Diagnosis, FindsEachPlantedMistake)
{
    for (const auto& p : planted()) {
        Board board;
        p.plant(board);
        const auto found = diagnosed(board);
        EXPECT_TRUE(finds(found, {p.id})) << p.id;
        for (const auto& e : found)
            EXPECT_EQ(e.mistakes.size(), 1U) << p.id << ": two are not looked for";
    }
}

TEST(Diagnosis, FindsEachPlantedPairOfMistakes)
{
    const auto all = planted();
    for (std::size_t i = 0; i < all.size(); ++i)
        for (std::size_t k = i + 1; k < all.size(); ++k) {
            Board board;
            all[i].plant(board);
            all[k].plant(board);
            const auto found = diagnosed(board);
            // Two that take each other back, or that one alone explains as well, are told as that.
            const bool isSimpler = !found.empty() && found.front().mistakes.size() == 1;
            EXPECT_TRUE(isSimpler || finds(found, {all[i].id, all[k].id}))
                << all[i].id << " and " << all[k].id;
        }
}

TEST(Diagnosis, NothingIsWrongWithARightBoard)
{
    const auto found = diagnosed(Board{});
    ASSERT_FALSE(found.empty());
    EXPECT_TRUE(finds(found, {"none"}));
}

TEST(Diagnosis, UpsideDownAndSchools)
{
    Board swapped;
    std::swap(swapped.r1, swapped.r2); // clips at these volts: measured lower
    EXPECT_TRUE(finds(diagnosed(swapped, {2.1, 3.3}), {"divider-upside-down"}));
    Board school;
    school.divisor = 4095;
    EXPECT_TRUE(finds(diagnosed(school), {"school"}));
}

TEST(Diagnosis, TheLastDigitCountsAsItIsShown)
{
    EXPECT_EQ(lastDigit("12"), 1);
    EXPECT_DOUBLE_EQ(lastDigit("2.60 V"), 0.01);
    EXPECT_DOUBLE_EQ(lastDigit("-0.125"), 0.001);
}

// A board of another kind of source shows its mistakes without a converter between.
TEST(Diagnosis, KnowsTheMistakesOfPulsesAndTheClock)
{
    const auto speed = *resolve(test::wholeSkiff(), "evening-row");
    const auto& channel = speed.channels[indexOf(speed.channels, "speed")];
    ASSERT_EQ(channel.source.kind, SourceKind::Pulses);
    EXPECT_TRUE(finds(diagnose(channel, {{12.0, 6, 0.1}, {20.4, 10.2, 0.1}}), {"each-change"}));
    // NIST SP 811: a knot is 1.852 km/h.
    EXPECT_TRUE(finds(diagnose(channel, {{5.4, 10, 0.1}, {8.6, 16, 0.1}}), {"in-knot"}));
    EXPECT_TRUE(finds(diagnose(channel, {{6, 12.9, 1}, {8, 17.9, 1}}), {"every-second", "whole"}));
    PlainChannel clock;
    clock.source.kind = SourceKind::Clock;
    clock.unit = *parseUnit("s");
    EXPECT_TRUE(finds(diagnose(clock, {{36000, 39600, 1}}), {"hour-less"}));
}

TEST(Diagnosis, FallsBackToOneFactorOrOneConstant)
{
    const auto channel = test::plainSkiff().channels[0];
    const auto factor = diagnose(channel, {{10.71, 10.4, 0.01}, {13.08, 12.7, 0.01}});
    ASSERT_FALSE(factor.empty());
    EXPECT_EQ(factor.front().mistakes.front().words, "everything is 1.03 times what it should be");
    const auto constant = diagnose(channel, {{10.83, 10.4, 0.01}, {14.72, 14.3, 0.01}});
    ASSERT_FALSE(constant.empty());
    EXPECT_EQ(constant.front().mistakes.front().words, "0.425 too much everywhere");
    for (const auto& e : diagnose(channel, {{10.71, 10.4, 0.01}}))
        EXPECT_FALSE(finds({e}, {"factor"}) || finds({e}, {"constant"}))
            << "one pair tells neither";
}

TEST(Diagnosis, TheFileCanSayWhatWasBuilt)
{
    const auto in = test::skiff();
    const auto channel = resolve(in, "")->channels[0];
    const auto applied = [&](const Explanation& e) { return e.mistakes.front().asItIs->apply(in); };
    const auto scaled = [](const Instrument& changed, double code) {
        return scaledCode(scalingOf(resolve(changed, "")->channels[0]), NumberKind::Float64, code);
    };
    Board swapped;
    std::swap(swapped.r1, swapped.r2);
    const auto wired = diagnosed(swapped, {2.1, 3.3});
    ASSERT_TRUE(finds({wired.front()}, {"divider-upside-down"}));
    const auto rewired = applied(wired.front());
    ASSERT_TRUE(rewired);
    EXPECT_NEAR(scaled(*rewired, 2048), 1.65 * 59 / 47, 1e-9);
    // Corrected by what is shown: the same reading then gives what was expected.
    const auto factor = diagnose(channel, {{10.71, 10.4, 0.01}, {13.08, 12.7, 0.01}});
    EXPECT_NEAR(scaled(*applied(factor.front()), 3000), scaled(in, 3000) / 1.0299, 1e-3);
    const auto constant = diagnose(channel, {{10.83, 10.4, 0.01}, {14.72, 14.3, 0.01}});
    EXPECT_NEAR(scaled(*applied(constant.front()), 3000), scaled(in, 3000) - 0.425, 1e-9);
}

TEST(Diagnosis, SaysWhatToMeasureNext)
{
    // One pair near the bottom leaves more than one explanation; the next value tells them apart.
    Board board;
    board.shownFactor = 1000;
    const auto channel = test::plainSkiff().channels[0];
    std::vector<Explanation> two;
    for (const char* id : {"none", "milli"})
        two.push_back({{{id, "", "", {}}}, 0, {}});
    EXPECT_NEAR(tellApart(channel, two), 14.6, 1e-9) << "a factor shows most at the top";
    EXPECT_TRUE(std::isnan(tellApart(channel, {})));
    EXPECT_TRUE(diagnose(channel, {}).empty());
    EXPECT_TRUE(diagnose(channel, {{7.77, 12.0, 0.01}}).empty()) << "nothing known makes that";
}

} // namespace
} // namespace fern
