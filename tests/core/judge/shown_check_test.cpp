// What a board shows beside what it should show: each planted mistake is named.

#include "judge/shown_check.h"
#include "run/live_intake.h"
#include "run/run_history.h"
#include "run/stand_in.h"
#include "tests/core/sources.h"
#include "tests/support.h"

#include <gmock/gmock.h>

#include <fmt/format.h>

#include <cmath>

namespace fern {
namespace {

class ShownCheckTest : public testing::Test {
protected:
    std::string cause(double exact, const std::string& board, const std::string& ours)
    {
        now += ticksFromSeconds(2); // later than a redraw and a sample
        return check.compare(plain, plain.readers[0], 0, now, board, ours, exact).cause;
    }

    PlainInstrument plain = *resolve(test::skiff(), "");
    ShownCheck check;
    Ticks now;
};

TEST_F(ShownCheckTest, FindsTheReaderOfAField)
{
    EXPECT_EQ(shownReaderOf(plain, "helm-volts.shown"), 0U);
    EXPECT_EQ(shownReaderOf(plain, "house-battery.shown"), 0U);
    for (std::size_t i = 0; i < plain.readers.size(); ++i)
        EXPECT_EQ(shownReaderOf(plain, plain.readers[i].id + ".shown"), i);
    const auto whole = *resolve(test::wholeSkiff(), "");
    const auto last = whole.readers.back().channel;
    const auto of = shownReaderOf(whole, whole.channels[last].id + ".shown");
    ASSERT_TRUE(of && last > 0);
    EXPECT_EQ(whole.readers[*of].channel, last);
    EXPECT_FALSE(shownReaderOf(plain, "house-battery.reading"));
    EXPECT_FALSE(shownReaderOf(plain, "nobody.shown"));
}

TEST_F(ShownCheckTest, TheSameIsNoDifference)
{
    EXPECT_EQ(cause(12.84, "12.84", "12.84"), "");
    EXPECT_EQ(cause(12.84, " 12.84 ", "12.84"), "") << "blanks do not count";
    EXPECT_EQ(cause(12.84, "12.84_V", "12.84 V"), "") << "a blank that a line cannot hold";
}

TEST_F(ShownCheckTest, NamesThePlantedMistake)
{
    EXPECT_EQ(cause(12.848, "12.84", "12.85"), "cut instead of rounded");
    EXPECT_EQ(cause(12.84, "12.8", "12.84"), "1 decimal instead of 2");
    EXPECT_EQ(cause(12.84, "12.85", "12.84"),
        "shown here a little earlier: it is redrawn later, "
        "or smooths more");
    cause(std::nan(""), "12.84", "-----"); // of the redraw before
    EXPECT_EQ(cause(std::nan(""), "12.84", "-----"),
        "it shows a number although it has none: the last one stays");
    cause(12.84, "-----", "12.84");
    EXPECT_EQ(cause(12.84, "-----", "12.84"), "it shows a mark although it has a value");
    EXPECT_EQ(cause(13.5, "13.50", "13.50"), "");
    EXPECT_EQ(cause(13.5, "13.49", "13.50"), "one step of the last digit");
}

TEST(ShownCheckOfABoard, AStandInThatIsRightIsNotBlamed)
{
    const auto skiff = test::wholeSkiff();
    const auto plain = *resolve(skiff, "");
    const auto board = *makeStandIn(skiff, {StandInKind::Board});
    RunHistory history(ticksFromSeconds(1));
    FirmwareRun run(plain, {{}, {}, true}, history);
    LiveIntake intake;
    ShownCheck check;
    int blamed = 0;
    int compared = 0;
    for (const auto& sent : board->until(ticksFromSeconds(120))) {
        const auto lines = intake.deliver(plain, {sent.at, sent.bytes}, run);
        run.advanceTo(sent.at);
        for (const auto& line : lines)
            for (const auto& pair : check.compare(plain, run, line)) {
                const bool isSettled =
                    inSeconds(sent.at) > 20; // what it smoothed before is unknown
                compared += isSettled ? 1 : 0;
                blamed += isSettled && pair.cause == "another value" ? 1 : 0;
            }
    }
    EXPECT_GT(compared, 3000);
    // The battery is read twice as often as it is told of, which a sharp dip gives away.
    EXPECT_LT(blamed, compared / 500);
}

// Lines a second apart, of a board that samples every 100 ms and redraws every 500 ms: its text is
// of a moment that no line told of.
TEST_F(ShownCheckTest, ALineThatComesSeldomTellsLessThanTheBoardKnew)
{
    plain.channels[0].sampleEvery = ticksFromSeconds(0.1);
    EXPECT_EQ(cause(12.10, "12.10", "12.10"), "");
    EXPECT_EQ(cause(12.50, "12.34", "12.50"), "") << "between two lines";
    EXPECT_EQ(cause(12.90, "12.50", "12.90"), "") << "of the redraw before";
    EXPECT_NE(cause(12.95, "13.40", "12.95"), "") << "beyond both";
    EXPECT_NE(cause(12.96, "12.9", "12.96"), "") << "decimals are no matter of time";
}

TEST_F(ShownCheckTest, ASteadyShareIsTheScaling)
{
    std::string last;
    for (int i = 0; i < 8; ++i) {
        const double ours = 11 + 0.37 * i;
        last = cause(ours, fmt::format("{:.2f}", ours * 1.031), fmt::format("{:.2f}", ours));
    }
    EXPECT_EQ(last, "always 3.1 % off: another resistor, reference or factor in its scaling");
    // Another value each time is no scaling.
    ShownCheck other;
    for (int i = 0; i < 8; ++i)
        last = other
                   .compare(plain, plain.readers[0], 0, Ticks{i},
                       fmt::format("{:.2f}", 5.0 + 3 * (i % 3)),
                       fmt::format("{:.2f}", 12 + 0.3 * i), 12 + 0.3 * i)
                   .cause;
    EXPECT_EQ(last, "another value");
}

} // namespace
} // namespace fern
