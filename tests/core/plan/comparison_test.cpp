#include "plan/comparison.h"

#include "instrument/edits.h"
#include "instrument/part_edits.h"
#include "judge/address_ways.h"
#include "parts/catalogue.h"
#include "plan/board_change.h"
#include "plan/wiring.h"
#include "tests/core/judge/parts_cases.h"
#include "tests/support.h"

#include <gtest/gtest.h>

#include <algorithm>

namespace fern {
namespace {

const Way& recommended(const Comparison& c)
{
    return c.ways.at(c.recommended.value());
}

void expectWhole(const Comparison& c)
{
    for (const auto& way : c.ways) {
        EXPECT_EQ(way.cells.size(), way.isPossible() ? c.columns.size() : 0U) << way.title;
        EXPECT_TRUE(!way.fix.apply || (way.isPossible() && !way.isNow)) << way.title;
    }
    EXPECT_FALSE(c.question.empty() || c.reason.empty());
}

TEST(CompareInputs, UsesAFreePinFirst)
{
    const auto all = compareInputs(test::shed());
    ASSERT_EQ(all.size(), 1U);
    expectWhole(all[0]);
    EXPECT_EQ(all[0].context, "1 of 2 used, room for one more");
    EXPECT_EQ(recommended(all[0]).title, "a free pin of board");
}

TEST(CompareInputs, TakesTheConverterWhenNoPinIsLeft)
{
    const auto in = test::withAnalogChannels(2);
    const auto c = compareInputs(in)[0];
    expectWhole(c);
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
    EXPECT_EQ(recommended(compareInputs(in)[0]).cells.back(), "3.90 €");
}

TEST(BoardChange, CarriesEverythingOverOrSaysWhatFindsNoPlace)
{
    const auto in = test::withAnalogChannels(2);
    const auto& large = findInCatalogue("board-wifi-many-inputs")->part;
    const auto changed = withBoardReplaced(in, "board", large);
    ASSERT_TRUE(changed) << changed.error().message;
    const auto& board = *findById(changed->parts, "board");
    EXPECT_EQ(board.className, large.className);
    EXPECT_EQ(findById(changed->parts, "glass")->port->bus, "bus-a");
    for (const auto& use : pinUses(*changed)) {
        ASSERT_NE(findPin(board, use.pin), nullptr) << use.words;
        EXPECT_NE(findPin(board, use.pin)->roles & bitOf(use.role), 0U) << use.words;
    }
    const auto refused =
        withBoardReplaced(in, "board", findInCatalogue("board-wifi-one-input")->part);
    ASSERT_FALSE(refused);
    EXPECT_NE(refused.error().message.find("has no pin left for"), std::string::npos);
    EXPECT_FALSE(withBoardReplaced(in, "glass", large));
}

bool collides(const Instrument& in)
{
    return collide(*findById(in.parts, "glass"), *findById(in.parts, "second"));
}

/// Applies the way of a kind to glass and second.
Result<Instrument> apply(const Instrument& in, AddressWayKind kind)
{
    const auto ways = addressWays(in, *findById(in.parts, "glass"), *findById(in.parts, "second"));
    const auto& way = ways[static_cast<std::size_t>(kind)];
    return way.isPossible() ? way.fix.apply(in) : Error{ErrorCode::NotFound, way.obstacle, ""};
}

// Each way leads to a state without a conflict, whatever way was taken before.
TEST(AddressWays, EachLeadsOutFromWherever)
{
    for (const auto before : addressWayKinds)
        for (const auto after : addressWayKinds) {
            const auto first = apply(test::twoDisplays(0x3C), before);
            ASSERT_TRUE(first);
            EXPECT_FALSE(*first == test::twoDisplays(0x3C));
            const auto second = apply(*first, after);
            // Addresses that a strap made different cannot be mirrored.
            if (before == AddressWayKind::Strap && after == AddressWayKind::Mirrored) {
                EXPECT_EQ(second.error().message, "their addresses differ now");
                continue;
            }
            ASSERT_TRUE(second);
            const auto& glass = *findById(second->parts, "glass")->port;
            const auto& other = *findById(second->parts, "second")->port;
            EXPECT_EQ(glass.bus == other.bus, after != AddressWayKind::SecondBus);
            EXPECT_FALSE(glass.bus == other.bus && collides(*second));
        }
}

TEST(AddressWays, AMultiplexerIsAddedOnceAndWithAFreeAddress)
{
    const auto in = *apply(test::twoDisplays(0x3C, false), AddressWayKind::Multiplexer);
    const auto& mux = *in.parts.back();
    EXPECT_EQ(mux.kind, PartKind::Multiplexer);
    EXPECT_EQ(mux.port->bus, "bus-a");
    EXPECT_EQ(findById(in.parts, "glass")->port->behind, mux.id);
    EXPECT_NE(
        findById(in.parts, "glass")->port->channel, findById(in.parts, "second")->port->channel);
    EXPECT_EQ(
        apply(*apply(in, AddressWayKind::Mirrored), AddressWayKind::Multiplexer)->parts.size(),
        in.parts.size());
}

TEST(CompareAddresses, RecommendsTheLeastTroubleAndKnowsWhatIsThere)
{
    const auto strap = compareAddresses(test::twoDisplays(0x3C));
    ASSERT_EQ(strap.size(), 1U);
    expectWhole(strap[0]);
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

TEST(CompareSupplies, JudgesEachUnderThePresentLoad)
{
    const auto in = test::shed();
    const auto plain = *resolve(in, "");
    const auto all = compareSupplies(in, plain);
    ASSERT_EQ(all.size(), 1U);
    expectWhole(all[0]);
    EXPECT_TRUE(all[0].ways[0].isNow);
    const auto& best = recommended(all[0]);
    EXPECT_EQ(best.cells[3], "nothing");
    // None that serves has less than half of its energy.
    const auto energy = [](const Way& way) {
        return std::stod(way.cells[0]) * std::stod(way.cells[1]);
    };
    for (const auto& way : all[0].ways)
        EXPECT_TRUE(way.cells[3] != "nothing" || energy(way) > energy(best) / 2.1) << way.title;
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
    EXPECT_EQ(*withoutDecision(decided, decided.decisions[0]->id), in);
}

TEST(PartWired, HangsOnTheBusEvenWhereItsAddressIsTaken)
{
    const auto in = *withPartWired(
        *withoutBus(test::shed(), "bus-b"), findInCatalogue("mono-128x32-fixed")->part);
    EXPECT_EQ(in.parts.back()->port->bus, "bus-a");
    EXPECT_EQ(openLineCount(in), 0U);
    auto greedy = test::withLine("greedy", {.name = "data", .role = PinRole::UartIn});
    EXPECT_EQ(openLineCount(*withPartWired(test::shed(), greedy)), 1U);
}

} // namespace
} // namespace fern
