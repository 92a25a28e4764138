// Planted mistakes on the skiff's voltmeter are found, alone and in twos. What a board with the
// mistake shows is computed here in another way: from the circuit's own arithmetic.

#include "plan/diagnosis.h"

#include "base/random.h"
#include "plan/starting_points.h"
#include "run/channel_run.h"
#include "tests/support.h"

#include <gmock/gmock.h>
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>
#include <functional>

namespace fern {
namespace {

/// The skiff's voltmeter: 47 kΩ over 12 kΩ, 12 bits of 3.3 V, as it was built.
struct Board {
    double r1 = 47, r2 = 12, reference = 3.3; ///< of the specimen
    double gain = 1, divisor = 4096, assumedReference = 3.3, assumedRatio = 59.0 / 12;
    int left = 0, right = 0; ///< shifts of the code
    bool swapsBytes = false, cuts = false;
    double times = 1, more = 0; ///< of what is shown
    double digit = 0.01;
    double noise = 0; ///< codes

    double shown(double volts) const
    {
        const double pin = volts * r2 / (r1 + r2) * gain;
        auto code =
            static_cast<long>(std::clamp(std::floor(pin / reference * 4096 + noise), 0.0, 4095.0));
        code = (code << left) >> right;
        if (swapsBytes)
            code = ((code & 255) << 8) | ((code >> 8) & 255);
        const double value =
            static_cast<double>(code) * assumedReference / divisor * assumedRatio * times + more;
        return cuts ? std::trunc(value) : std::round(value / digit) * digit;
    }
};

Diagnosis diagnosed(const Board& board, const std::vector<double>& volts = {10.4, 12.7, 14.3})
{
    std::vector<ShownExpected> pairs;
    for (const double v : volts)
        pairs.push_back({board.shown(v), v, board.cuts ? 1.0 : board.digit});
    return diagnose(test::plainSkiff().channels[0], pairs);
}

bool isOf(const std::vector<Mistake>& mistakes, std::vector<std::string> ids)
{
    std::vector<std::string> own;
    for (const auto& mistake : mistakes)
        own.push_back(mistake.id);
    return std::is_permutation(own.begin(), own.end(), ids.begin(), ids.end());
}

/// Whether the first class holds these mistakes.
bool isFirst(const Diagnosis& d, const std::vector<std::string>& ids)
{
    if (d.state != DiagnosisState::Explained)
        return false;
    const auto& first = d.explanations.front();
    return isOf(first.mistakes, ids)
        || std::any_of(first.alike.begin(), first.alike.end(),
            [&](const auto& mistakes) { return isOf(mistakes, ids); });
}

struct Planted {
    const char* id;
    std::function<void(Board&)> plant;
    double from = 10, to = 14.6; ///< volts that do not clip
};

std::vector<Planted> planted()
{
    return {
        {"none", [](Board&) {}},
        {"school", [](Board& b) { b.divisor = 4095; }},
        {"shifted", [](Board& b) { b.left = 4; }},
        {"shifted-6", [](Board& b) { b.left = 6; }},
        {"shifted-back", [](Board& b) { b.right = 4; }},
        {"bytes", [](Board& b) { b.swapsBytes = true; }},
        {"gain-double", [](Board& b) { b.gain = 0.5; }},
        {"gain-half", [](Board& b) { b.gain = 2; }, 2, 7.5},
        {"gain-four", [](Board& b) { b.gain = 0.25; }},
        {"gain-eight", [](Board& b) { b.gain = 0.125; }},
        {"reference-5", [](Board& b) { b.assumedReference = 5; }},
        {"milli", [](Board& b) { b.times = 1000; }},
        {"kilo", [](Board& b) { b.times = 0.001; }},
        {"no-divider", [](Board& b) { b.assumedRatio = 1; }},
        {"divider-twice", [](Board& b) { b.assumedRatio *= 59.0 / 12; }},
        {"divider-r1-over-r2", [](Board& b) { b.assumedRatio = 47.0 / 12; }},
        {"divider-upside-down", [](Board& b) { std::swap(b.r1, b.r2); }, 1, 3.9},
        {"constant", [](Board& b) { b.more = 0.74; }},
        {"factor", [](Board& b) { b.times = 1.23; }},
        {"whole", [](Board& b) { b.cuts = true; }},
    };
}

TEST(Diagnosis, FindsEachPlantedMistakeFirst)
{
    for (const auto& p : planted()) {
        Board board;
        p.plant(board);
        const double third = (p.to - p.from) / 3;
        const auto d = diagnosed(board, {p.from + 0.13, p.from + third, p.to - 0.11});
        EXPECT_TRUE(isFirst(d, {p.id})) << p.id << ": " << d.sentence;
    }
}

/// Draws of boards as they are made: resistors of 1 %, a reference of 0.2 %, a code of noise.
class Draws {
public:
    explicit Draws(const char* purpose)
        : m_random(4711, "boards", purpose)
    {
    }
    double between(double a, double b) { return a + (b - a) * m_random.uniform(m_next++); }
    Board board()
    {
        Board b;
        b.r1 *= between(0.99, 1.01);
        b.r2 *= between(0.99, 1.01);
        b.reference *= between(0.998, 1.002);
        return b;
    }
    /// Values as a reference meter shows them.
    std::vector<double> volts(std::size_t count, double from, double to)
    {
        std::vector<double> values;
        while (values.size() < count)
            values.push_back(std::round(between(from, to) * 100) / 100);
        return values;
    }

private:
    RandomStream m_random;
    std::uint64_t m_next = 0;
};

// The class of the truth comes first in at least 90 % of single mistakes, from two pairs.
TEST(Diagnosis, RecallsSingleMistakesOfRealSpecimens)
{
    constexpr int boards = 8;
    Draws draws("single");
    int held = 0;
    int all = 0;
    for (const auto& p : planted())
        for (int i = 0; i < boards; ++i) {
            auto board = draws.board();
            p.plant(board);
            board.noise = draws.between(-0.7, 0.7);
            held += isFirst(diagnosed(board, draws.volts(2, p.from, p.to)), {p.id});
            ++all;
        }
    RecordProperty("recalled", std::to_string(held) + " of " + std::to_string(all));
    EXPECT_GE(held, 0.9 * all) << held << " of " << all;
}

// And in at least 80 % of two mistakes at once, from three pairs.
TEST(Diagnosis, RecallsTwoMistakesOfRealSpecimens)
{
    const std::vector<std::vector<const char*>> kinds{{"shifted", "shifted-6", "bytes"},
        {"gain-double", "gain-four"}, {"reference-5"}, {"milli", "kilo"},
        {"no-divider", "divider-twice", "divider-r1-over-r2"}};
    const auto all = planted();
    const auto plantedAs = [&](std::string_view id) -> const Planted& {
        return *std::find_if(all.begin(), all.end(), [&](const Planted& p) { return p.id == id; });
    };
    Draws draws("double");
    int held = 0;
    int count = 0;
    for (std::size_t i = 0; i < kinds.size(); ++i)
        for (std::size_t k = i + 1; k < kinds.size(); ++k)
            for (const auto* first : kinds[i])
                for (const auto* second : kinds[k]) {
                    auto board = draws.board();
                    plantedAs(first).plant(board);
                    plantedAs(second).plant(board);
                    board.noise = draws.between(-0.7, 0.7);
                    const auto d = diagnosed(board, draws.volts(3, 10, 14.6));
                    // One that takes the other back, or that alone explains as well, is as good.
                    held +=
                        isFirst(d, {first, second}) || isFirst(d, {first}) || isFirst(d, {second});
                    ++count;
                }
    RecordProperty("recalled", std::to_string(held) + " of " + std::to_string(count));
    EXPECT_GE(held, 0.8 * count) << held << " of " << count;
}

// Numbers that have nothing to do with each other are explained in at most 2 %.
TEST(Diagnosis, ExplainsNothingThatIsChance)
{
    constexpr int draws = 60;
    Draws random("chance");
    const auto channel = test::plainSkiff().channels[0];
    int explained = 0;
    int all = 0;
    for (const double from : {0.0, 10.0})
        for (const double digit : {0.01, 0.1})
            for (const std::size_t pairs : {2U, 3U})
                for (int i = 0; i < draws; ++i) {
                    std::vector<ShownExpected> numbers;
                    for (std::size_t k = 0; k < pairs; ++k)
                        numbers.push_back({std::round(random.between(from, 14.6) / digit) * digit,
                            std::round(random.between(from, 14.6) / digit) * digit, digit});
                    const auto d = diagnose(channel, numbers);
                    explained += d.state == DiagnosisState::Explained;
                    EXPECT_TRUE(d.state == DiagnosisState::Explained
                        || (d.nearest && d.nearest->predicted.size() == pairs));
                    ++all;
                }
    RecordProperty("explained", std::to_string(explained) + " of " + std::to_string(all));
    EXPECT_LE(explained, 0.02 * all) << explained << " of " << all;
}

// A thermistor's arithmetic, computed here by the B equation itself.
TEST(Diagnosis, KnowsTheMistakesOfThermistors)
{
    const auto in = *withStartingPoint(
        emptyInstrument("Shed", startingBoards()[0].part, startingDisplays()[0].part),
        *findStartingPoint("air-temperature"), "Shed");
    const auto channel = resolve(in, "")->channels[0];
    const double fixed = channel.input.fixed;
    const double nominal = channel.input.nominal;
    const auto resistance = [&](double celsius) {
        return nominal * std::exp(channel.input.beta * (1 / (celsius + 273.15) - 1 / 298.15));
    };
    /// What is shown with another B, the ratio turned over, or log10.
    const auto shown = [&](double celsius, double beta, bool turned, double base) {
        const double ratio = resistance(celsius) / fixed;
        const double r = (turned ? 1 / ratio : ratio) * fixed;
        const double kelvin = 1 / (1 / 298.15 + std::log(r / nominal) / std::log(base) / beta);
        return std::round((kelvin - 273.15) * 10) / 10;
    };
    const double e = std::exp(1.0);
    const auto first = [&](double beta, bool turned, double base, const char* id) {
        std::vector<ShownExpected> pairs;
        for (const double celsius : {-4.0, 12.5, 38.0})
            pairs.push_back({shown(celsius, beta, turned, base), celsius, 0.1});
        const auto d = diagnose(channel, pairs);
        EXPECT_TRUE(isFirst(d, {id})) << id << ": " << d.sentence;
    };
    first(channel.input.beta, true, e, "wrong-side");
    first(channel.input.beta, false, 10, "log10");
    first(3435, false, e, "beta-3435");
    // A code that the sensor never gives shows nothing, and is not what comes nearest.
    const auto unknown = diagnose(channel, {{15.6, 25, 0.1}, {33, 44, 0.1}, {-7.1, 2, 0.1}});
    ASSERT_EQ(unknown.state, DiagnosisState::Unexplained) << unknown.sentence;
    EXPECT_GT(unknown.nearest->worst, 1);
}

TEST(Diagnosis, OfOnePairIsAListAndNoVerdict)
{
    const auto d = diagnosed(Board{.assumedRatio = 1}, {12.7});
    EXPECT_EQ(d.state, DiagnosisState::ToCheck);
    EXPECT_THAT(d.sentence, testing::HasSubstr("One pair tells little"));
    ASSERT_FALSE(d.explanations.empty());
    double sum = 0;
    for (const auto& e : d.explanations) {
        EXPECT_FALSE(isOf(e.mistakes, {"factor"}) || isOf(e.mistakes, {"constant"}));
        sum += e.belief;
    }
    EXPECT_LE(sum, 1);
}

TEST(Diagnosis, CanBeStopped)
{
    std::stop_source stop;
    stop.request_stop();
    EXPECT_EQ(
        diagnose(test::plainSkiff().channels[0], {{1, 2, 1}, {2, 3, 1}}, stop.get_token()).state,
        DiagnosisState::Stopped);
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
    EXPECT_TRUE(isFirst(diagnose(channel, {{12.0, 6, 0.1}, {20.4, 10.2, 0.1}}), {"each-change"}));
    // NIST SP 811: a knot is 1.852 km/h.
    EXPECT_TRUE(isFirst(diagnose(channel, {{5.4, 10, 0.1}, {8.6, 16, 0.1}}), {"in-knot"}));
    // Looks that are counted are as many at any speed.
    EXPECT_TRUE(isFirst(diagnose(channel, {{731, 3, 1}, {731, 9, 1}, {731, 15, 1}}), {"looks"}));
    PlainChannel clock;
    clock.source.kind = SourceKind::Clock;
    clock.unit = *parseUnit("s");
    clock.from = 0;
    clock.to = 86400;
    EXPECT_TRUE(isFirst(diagnose(clock, {{36000, 39600, 60}, {82800, 0, 60}}), {"hour-less"}));
    EXPECT_TRUE(isFirst(diagnose(clock, {{19800, 0, 60}, {59400, 39600, 60}}), {"zone+5:30"}));
    // Further off than half a day it comes round, and is told once.
    for (const auto& [shift, id] :
        {std::pair{42300, "zone+11:45"}, {43200, "zone+12:00"}, {44100, "zone-11:45"}}) {
        const auto d = diagnose(clock, {{shift + 3600.0, 3600, 60}, {shift + 7200.0, 7200, 60}});
        EXPECT_TRUE(isFirst(d, {id})) << id;
        for (const auto& e : d.explanations)
            for (const auto& alike : e.alike)
                EXPECT_NE(alike.front().id.substr(0, 4), "zone") << id << alike.front().id;
    }
    clock.source.clock.zone = "PST8";
    EXPECT_TRUE(isFirst(diagnose(clock, {{57600, 0, 60}, {61200, 3600, 60}}), {"zone-sign"}));
}

TEST(Diagnosis, FitsOneFactorOrOneConstant)
{
    const auto channel = test::plainSkiff().channels[0];
    const auto factor =
        diagnose(channel, {{11.44, 10.4, 0.01}, {13.97, 12.7, 0.01}, {15.73, 14.3, 0.01}});
    ASSERT_TRUE(isFirst(factor, {"factor"})) << factor.sentence;
    EXPECT_EQ(factor.explanations.front().mistakes.front().words,
        "everything is 1.1 times what it should be");
    const auto constant = diagnose(channel, {{11.83, 10.4, 0.01}, {15.73, 14.3, 0.01}});
    ASSERT_TRUE(isFirst(constant, {"constant"})) << constant.sentence;
    EXPECT_THAT(constant.explanations.front().mistakes.front().words,
        testing::HasSubstr(" too much everywhere"));
    EXPECT_NEAR(constant.explanations.front().predicted[0], 11.83, 0.01);
    EXPECT_NEAR(constant.explanations.front().predicted[1], 15.73, 0.01);
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
    ASSERT_TRUE(isFirst(wired, {"divider-upside-down"}));
    const auto rewired = applied(wired.explanations.front());
    ASSERT_TRUE(rewired);
    EXPECT_NEAR(scaled(*rewired, 2048), 1.65 * 59 / 47, 1e-9);
    // Corrected by what is shown: the same reading then gives what was expected.
    const auto factor =
        diagnose(channel, {{11.44, 10.4, 0.01}, {13.97, 12.7, 0.01}, {15.73, 14.3, 0.01}});
    EXPECT_NEAR(scaled(*applied(factor.explanations.front()), 3000), scaled(in, 3000) / 1.1, 0.01);
    const auto constant =
        diagnose(channel, {{11.83, 10.4, 0.01}, {13.13, 11.7, 0.01}, {15.73, 14.3, 0.01}});
    EXPECT_NEAR(
        scaled(*applied(constant.explanations.front()), 3000), scaled(in, 3000) - 1.43, 0.05);
}

TEST(Diagnosis, SaysWhatToMeasureNext)
{
    const auto channel = test::plainSkiff().channels[0];
    std::vector<Explanation> two;
    for (const char* id : {"none", "milli"})
        two.push_back({{{id, "", "", {}}}, {}, 0, 0, {}});
    EXPECT_NEAR(tellApart(channel, two), 14.6, 1e-9) << "a factor shows most at the top";
    EXPECT_TRUE(std::isnan(tellApart(channel, {})));
    EXPECT_EQ(diagnose(channel, {}).state, DiagnosisState::Nothing);
}

} // namespace
} // namespace fern
