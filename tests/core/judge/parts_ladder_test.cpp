#include "judge/parts_ladder.h"

#include "instrument/part_edits.h"
#include "judge/cautions.h"
#include "parts/catalogue.h"
#include "tests/core/judge/parts_cases.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <numeric>

namespace fern {
namespace {

PartsLadder ladderIn(const Instrument& in)
{
    return partsLadder(in, *resolve(in, ""));
}

const Rung* rungOf(const BoardLadder& board, PinUseKind kind)
{
    const auto found = std::find_if(board.rungs.begin(), board.rungs.end(),
        [&](const Rung& rung) { return rung.kind == kind; });
    return found == board.rungs.end() ? nullptr : &*found;
}

TEST(PartsLadder, ShowsEveryPinWithItsUse)
{
    const auto ladder = ladderIn(test::shed());
    ASSERT_EQ(ladder.boards.size(), 1U);
    const auto& board = ladder.boards[0];
    EXPECT_EQ(board.pins.size(), 8U);
    EXPECT_EQ(board.usedPins, 5U); // the battery and two buses
    EXPECT_EQ(board.pins[0].use, "Battery");
    EXPECT_EQ(board.pins[0].kind, PinUseKind::Analog);
    EXPECT_EQ(board.pins[0].numbers, "place 1 · port C0 · analog channel 0");
    EXPECT_EQ(board.pins[1].use, "free");
    EXPECT_EQ(board.pins[4].use, "bus-a");
    const auto twice =
        ladderIn(test::plus(test::shed(), test::withLine("key", {.name = "key", .pin = "A0"})));
    EXPECT_EQ(twice.boards[0].pins[0].use, "used twice");
}

// UM10204, 7.1: a rise takes 0.8473·R·C; 300 ns are allowed at 400 kHz.
TEST(PartsLadder, WritesTheFactsOfABusOnItsRung)
{
    const auto ladder = ladderIn(test::shed());
    const auto& rung = ladder.boards[0].rungs[0];
    EXPECT_EQ(rung.title, "bus-a, I²C");
    // 4.7 kΩ beside 10 kΩ; 10 pF of the pin, 10 of the module and 10 of 0.1 m of wire.
    EXPECT_EQ(rung.facts, "400 kHz · pull-ups 3.2 kΩ · wire 0.1 m · rises in 0.081 of 0.3 µs");
    EXPECT_FALSE(rung.isOver);
    ASSERT_EQ(rung.items.size(), 1U);
    EXPECT_EQ(rung.items[0].tag, "0x3C");
    EXPECT_FALSE(rung.items[0].isChannel);
    const auto slow = ladderIn(test::withBus([](BusSpec& b) { b.wireLength = {5, "m"}; }));
    EXPECT_TRUE(slow.boards[0].rungs[0].isOver);
}

TEST(PartsLadder, GroupsDirectPinsByUseAndListsWhatHangsOnNothing)
{
    auto in = test::plus(test::shed(),
        test::withLine("wheel", {.name = "pulses", .role = PinRole::Interrupt, .pin = "D2"}));
    in = test::plus(in, test::withLine("receiver", {.name = "sentences", .role = PinRole::UartIn}));
    in = *withPartOnBus(in, "glass", "");
    const auto ladder = ladderIn(in);
    const auto& board = ladder.boards[0];
    EXPECT_EQ(rungOf(board, PinUseKind::Analog)->items[0].title, "Battery");
    EXPECT_TRUE(rungOf(board, PinUseKind::Analog)->items[0].isChannel);
    EXPECT_EQ(rungOf(board, PinUseKind::Digital)->items[0].tag, "D2");
    EXPECT_EQ(rungOf(board, PinUseKind::Serial)->items[0].tag, "no pin");
    ASSERT_EQ(ladder.loose.size(), 1U);
    EXPECT_EQ(ladder.loose[0].id, "glass");
    ASSERT_EQ(ladder.feeders.size(), 1U);
}

TEST(PartsLadder, OfNothingIsEmpty)
{
    const auto ladder = ladderIn(Instrument{});
    EXPECT_TRUE(ladder.boards.empty());
    EXPECT_EQ(ladder.supply.hours, "no battery or power bank yet");
}

// Worked by hand: 45 mA of the board through its switching regulator, 3.3 V·45 mA/(12.8 V·85 %)
// and 1 mA of its own are 14.6 mA; 80 % of 7 Ah last 383 h.
TEST(SupplySheet, TellsTheHoursAndWhatTheyAreMadeOf)
{
    auto in = test::with(test::shed(), "glass", [](Part& glass) { glass.load.reset(); });
    in = test::with(in, "battery", [](Part& battery) {
        battery.battery = BatterySpec{.chemistry = Chemistry::IronPhosphate,
            .voltage = {12.8, "V"},
            .capacity = {7, "Ah"},
            .usablePercent = 80};
    });
    const auto sheet = ladderIn(in).supply;
    EXPECT_EQ(sheet.hours, "375 h on battery");
    EXPECT_NE(sheet.made.find("7 Ah, 80 % of it usable; 14.6 mA out of it"), std::string::npos)
        << sheet.made;
    EXPECT_NE(sheet.made.find("1 part does not say what it draws"), std::string::npos);
    ASSERT_EQ(sheet.shares.size(), 1U);
    EXPECT_EQ(sheet.shares[0].share, 1);
}

TEST(SupplySheet, SharesMakeOneWhole)
{
    const auto sheet = ladderIn(test::plus(test::shed(), test::servo(120, "battery"))).supply;
    ASSERT_GT(sheet.shares.size(), 1U);
    EXPECT_NEAR(std::accumulate(sheet.shares.begin(), sheet.shares.end(), 0.0,
                    [](double sum, const SupplyShare& s) { return sum + s.share; }),
        1, 1e-12);
    EXPECT_EQ(sheet.shares[0].part, "servo");
}

bool cautions(const Instrument& in, const char* title)
{
    const auto all = cautionsOf(in, *resolve(in, ""));
    return std::any_of(all.begin(), all.end(), [&](const Caution& c) { return c.title == title; });
}

TEST(Cautions, ApplyWhereTheyApply)
{
    const auto dry = test::withVolts(59);
    EXPECT_FALSE(cautions(dry, "Hazardous voltage"));
    EXPECT_TRUE(cautions(test::withVolts(130), "Hazardous voltage"));
    EXPECT_TRUE(cautions(dry, "Common ground"));
    EXPECT_FALSE(cautions(dry, "Radio"));
    EXPECT_FALSE(cautions(dry, "Pulse"));
    // A bank is one under whatever class its maker typed.
    auto bank = findInCatalogue("bank")->part;
    bank.className = "the grey one";
    EXPECT_TRUE(cautions(*withPartAdded(dry, bank), "Lithium cells"));
    const auto added = [&](const char* id) {
        return *withPartAdded(dry, findInCatalogue(id)->part);
    };
    EXPECT_TRUE(cautions(added("packet-radio"), "Radio"));
    EXPECT_TRUE(cautions(added("optical-pulse"), "Pulse"));
    EXPECT_TRUE(cautions(added("bank"), "Lithium cells"));
    EXPECT_TRUE(cautions(added("lead-acid-12v"), "Vehicle and boat batteries"));
    EXPECT_TRUE(cautionsOf(Instrument{}, *resolve(Instrument{}, "")).empty());
}

} // namespace
} // namespace fern
