#include "plan/comparison.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "instrument/edits.h"
#include "instrument/part_edits.h"
#include "parts/catalogue.h"
#include "run/display_run.h"
#include "tests/core/judge/parts_cases.h"
#include "tests/support.h"

#include <gmock/gmock.h>
#include <gtest/gtest.h>

#include <algorithm>

namespace fern {
namespace {

const Way& recommended(const Comparison& c)
{
    return c.ways.at(c.recommended.value());
}

void expectWhole(const Instrument& in, const Comparison& c)
{
    const auto table = tableOf(in, c);
    EXPECT_EQ(table.header.size(), c.columns.size() + 2);
    for (const auto& row : table.rows)
        EXPECT_EQ(row.size(), table.header.size());
    for (const auto& way : c.ways) {
        EXPECT_EQ(way.cells.size(), way.isPossible() ? c.columns.size() : 0U) << way.title;
        EXPECT_TRUE(!way.fix.apply || (way.isPossible() && !way.isNow)) << way.title;
    }
    EXPECT_FALSE(c.question.empty() || c.reason.empty());
}

/// Its table, the cells of a row with bars between.
std::vector<std::string> linesOf(const Instrument& in, const Comparison& c)
{
    const auto table = tableOf(in, c);
    std::vector<std::string> lines;
    const auto add = [&](const std::vector<std::string>& row) {
        std::string line;
        for (const auto& cell : row)
            line += (line.empty() ? "" : " | ") + cell;
        lines.push_back(line);
    };
    add(table.header);
    for (const auto& row : table.rows)
        add(row);
    return lines;
}

TEST(CompareInputs, UsesAFreePinFirst)
{
    const auto all = compareInputs(test::shed());
    ASSERT_EQ(all.size(), 1U);
    expectWhole(test::shed(), all[0]);
    EXPECT_EQ(all[0].context, "1 of 2 used, room for one more");
    EXPECT_EQ(recommended(all[0]).title, "a free pin of board");
}

TEST(CompareInputs, TakesTheConverterWhenNoPinIsLeft)
{
    const auto in = test::withAnalogChannels(2);
    const auto c = compareInputs(in)[0];
    expectWhole(in, c);
    EXPECT_EQ(c.context, "3 wanted, 2 there");
    EXPECT_EQ(c.ways[0].obstacle, "no analog pin is left");
    EXPECT_EQ(recommended(c).title, "converter on the bus");
    // 4.096 V in 2^15 steps.
    EXPECT_EQ(recommended(c).cells[2], "0.125 mV");
    EXPECT_NE(c.reason.find("4 inputs, no new pins"), std::string::npos) << c.reason;
    const auto done = recommended(c).fix.apply(in);
    ASSERT_TRUE(done);
    EXPECT_EQ(done->parts.back()->port->bus, "bus-a");
}

TEST(CompareInputs, TellsWhatEachWayBringsAndTakes)
{
    // Steps: 4.096 V in 2^15, 3.3 V in 2^12, 5 V in 2^10.
    const auto in = test::withAnalogChannels(2);
    EXPECT_THAT(linesOf(in, compareInputs(in)[0]),
        testing::ElementsAre("way | inputs | pins | step | code | price",
            "a free pin of board | no analog pin is left |  |  |  | ",
            "converter on the bus, recommended | 4 | 0 | 0.125 mV | a library | not told",
            "switch of inputs | board has no pin left for select 4 of Switch of inputs, which "
            "wants digital |  |  |  | ",
            "32-bit Wi-Fi board, 3.3 V, 12-bit converter | 3 | 0 | 0.806 mV | pins anew | not told",
            "a second small board | 8 | 2 | 4.88 mV | two programs | not told"));
}

TEST(CompareInputs, CountsAnalogPinsThatServeSomethingElse)
{
    const auto in = test::plus(test::shed(), test::withLine("key", {.name = "key", .pin = "A1"}));
    const auto c = compareInputs(in)[0];
    EXPECT_EQ(c.context, "1 of 1 used, room for one more");
    EXPECT_FALSE(c.ways[0].isPossible());
}

TEST(CompareInputs, KnowsThePricesThatWereTold)
{
    auto in = test::withAnalogChannels(2);
    in = *withPrice(in, findInCatalogue("converter-gain-16")->part.className, "3.90 €");
    const auto table = tableOf(in, compareInputs(in)[0]);
    EXPECT_EQ(table.header.back(), "price");
    EXPECT_EQ(table.rows[1][0], "converter on the bus, recommended");
    EXPECT_EQ(table.rows[1].back(), "3.90 €");
    EXPECT_EQ(table.rows[4].back(), "not told"); // a second small board
    EXPECT_EQ(table.rows[0][1], "no analog pin is left");
}

TEST(ComparePins, UsesAFreePinThenABus)
{
    const auto in = test::shed();
    const auto free = comparePins(in);
    ASSERT_EQ(free.size(), 1U);
    expectWhole(in, free[0]);
    EXPECT_EQ(recommended(free[0]).title, "a free pin of board");
    auto board = *in.parts[0];
    std::erase_if(board.pins, [](const PinSpec& pin) {
        return pin.name == "A1" || pin.name == "D2" || pin.name == "D3";
    });
    const auto full = *withPart(in, board);
    const auto none = comparePins(full);
    expectWhole(full, none[0]);
    EXPECT_EQ(none[0].ways[0].obstacle, "none is left");
    EXPECT_EQ(recommended(none[0]).title, "port expander, 16 pins, I²C");
    EXPECT_EQ(
        recommended(none[0]).cells, (std::vector<std::string>{"16", "0", "72.5 µs", "a library"}))
        << "29 clocks of the bus, 400 kHz: an address and two bytes (UM10204)";
    EXPECT_TRUE(recommended(none[0]).fix.apply(full));
}

TEST(CompareDisplays, TellsWhatCanBeReadFromTheWishedDistance)
{
    const auto in = test::shed();
    auto plain = *resolve(in, "");
    plain.readingDistance = 0.7;
    const auto near = compareDisplays(in, plain);
    ASSERT_EQ(near.size(), 1U);
    expectWhole(in, near[0]);
    ASSERT_TRUE(near[0].recommended) << "what is there";
    const auto& now = recommended(near[0]);
    EXPECT_TRUE(now.isNow);
    EXPECT_EQ(now.cells[2],
        durationText(redrawCost(plain, plain.displays[0], plain.displays[0].busHertz).transfer))
        << "as the Glass leaf tells it";
    EXPECT_EQ(now.cells[4], hoursText(plain.runTime.seconds())) << "as the wish is judged";
    plain.readingDistance = 3; // 20 minutes of arc are 17.5 mm
    for (const auto& way : compareDisplays(in, plain)[0].ways) {
        const bool isSmall =
            way.title.starts_with("character") || way.title.starts_with("four digits");
        EXPECT_TRUE(!isSmall || way.cells[1] == "none can be read") << way.title;
    }
}

TEST(CompareAddresses, RecommendsTheLeastTroubleAndKnowsWhatIsThere)
{
    const auto strap = compareAddresses(test::twoDisplays(0x3C));
    ASSERT_EQ(strap.size(), 1U);
    expectWhole(test::twoDisplays(0x3C), strap[0]);
    EXPECT_EQ(strap[0].context, "both answer to 0x3C");
    EXPECT_EQ(recommended(strap[0]).title, "another address by strap");

    const auto fixed = compareAddresses(test::twoDisplays(0x3C, false));
    EXPECT_EQ(fixed[0].ways[0].obstacle, "second has no other address");
    EXPECT_EQ(recommended(fixed[0]).title, "a bus for each");

    const auto done = recommended(fixed[0]).fix.apply(test::twoDisplays(0x3C, false));
    const auto after = compareAddresses(*done);
    EXPECT_EQ(after[0].context, "now: a bus for each");
    EXPECT_TRUE(after[0].ways[1].isNow);
    EXPECT_TRUE(compareAddresses(test::shed()).empty());
}

TEST(CompareAddresses, TellsWhatEachWayTakes)
{
    const auto in = test::twoDisplays(0x3C);
    EXPECT_THAT(linesOf(in, compareAddresses(in)[0]),
        testing::ElementsAre("way | pins | parts | redraws | code | price",
            "another address by strap, recommended | 0 | none | share one bus | a second address | "
            "nothing",
            "a bus for each | 0 | none | do not wait for each other | a second bus | nothing",
            "multiplexer | 0 | one | share one bus | a byte before each | not told",
            "both do the same | 0 | none | show one picture | none | nothing"));
}

// 2 Ah at 3.7 V, of 6 V and of 4.8 V; 7 Ah at 12.8 V and at 12 V; 10 Ah at 3.7 V. Of the seven the
// lead-acid one gives half, the iron-phosphate one four fifths: 84/2 to 89.6 · 0.8 as 168 to 287.
TEST(CompareSupplies, TellsEnergyHoursAndWhatSpeaksAgainst)
{
    const auto in = test::shed();
    EXPECT_THAT(linesOf(in, compareSupplies(in, *resolve(in, ""))[0]),
        testing::ElementsAre("way | gives | holds | runs | speaks against it | price",
            "battery, as it is, recommended | 3.7 V | 7.4 Wh | 25 h | nothing | not told",
            "four alkaline cells, 6 V | 6 V | 12 Wh | 35.1 h | nothing | not told",
            "four nickel-metal hydride cells, 4.8 V | 4.8 V | 9.6 Wh | 34 h | nothing | not told",
            "iron-phosphate battery, 12.8 V, fused | 12.8 V | 89.6 Wh | 287 h | nothing | not told",
            "lead-acid battery, 12 V, fused | 12 V | 84 Wh | 168 h | nothing | not told",
            "power bank, 5 V | 5 V | 37 Wh | 119 h | Power bank switches itself off below 60 mA | "
            "not told",
            "power bank, 5 V, always on | 5 V | 37 Wh | 119 h | nothing | not told"));
}

TEST(CompareSupplies, JudgesEachUnderThePresentLoad)
{
    const auto in = test::shed();
    const auto plain = *resolve(in, "");
    const auto all = compareSupplies(in, plain);
    ASSERT_EQ(all.size(), 1U);
    expectWhole(in, all[0]);
    EXPECT_TRUE(all[0].ways[0].isNow);
    const auto& best = recommended(all[0]);
    EXPECT_EQ(best.cells[3], "nothing");
    // None that serves has half of its energy or less; the table shows watt hours.
    const auto energy = [](const Way& way) { return std::stod(way.cells[1]); };
    for (const auto& way : all[0].ways)
        EXPECT_TRUE(way.cells[3] != "nothing" || energy(way) > energy(best) / 2) << way.title;
    // 10 Ah at 3.7 V in a bank, 7 Ah at 12 V in a battery.
    for (const auto& way : all[0].ways) {
        EXPECT_TRUE(way.title != "power bank, 5 V" || way.cells[1] == "37 Wh");
        EXPECT_TRUE(!way.title.starts_with("lead-acid") || way.cells[1] == "84 Wh");
    }
    // A supply from outside is the least to carry.
    const auto door =
        *readInstrument(test::readText(test::sourcePath("demo/workshop-pc.fern.json")));
    const auto outside = compareSupplies(door, *resolve(door, ""))[0];
    EXPECT_EQ(recommended(outside).title, "USB of the computer");
    EXPECT_EQ(recommended(outside).cells[1], "no end");
    EXPECT_TRUE(compareSupplies(Instrument{}, PlainInstrument{}).empty());
}

TEST(CompareSupplies, SaysWhatSpeaksAgainstOne)
{
    auto in = test::shed();
    auto wish = in.wish;
    wish.hours = {100000, "h"};
    in = *withInstrumentWish(in, wish);
    const auto all = compareSupplies(in, *resolve(in, ""));
    EXPECT_FALSE(all[0].recommended.has_value());
    for (const auto& way : all[0].ways)
        EXPECT_NE(way.cells[3], "nothing") << way.title;
}

TEST(Choices, AreKeptOncePerQuestionAndTakenBack)
{
    const auto in = test::shed();
    const auto c = compareInputs(in)[0];
    EXPECT_EQ(choiceFor(in, c), nullptr);
    auto decided = *withChoice(in, c.place, c.question, "a free pin", c.reason, "2031-06-14");
    decided = *withChoice(decided, c.place, c.question, "second board", "more room", "2031-06-15");
    ASSERT_NE(choiceFor(decided, c), nullptr);
    EXPECT_EQ(choiceFor(decided, c)->choice, "second board");
    EXPECT_EQ(decided.decisions.size(), 1U);
    // It is known again when the question has other words, as after a part was renamed.
    auto renamed = c;
    renamed.question = "What else?";
    EXPECT_NE(choiceFor(decided, renamed), nullptr);
    EXPECT_EQ(*withoutDecision(decided, decided.decisions[0]->id), in);
}

} // namespace
} // namespace fern
