#include "instrument/parts_list.h"

#include "instrument/part_edits.h"
#include "instrument/parts_view.h"
#include "instrument/wiring_table.h"
#include "tests/core/judge/parts_cases.h"
#include "tests/core/sources.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

Instrument priced()
{
    auto in = test::twoDisplays(0x3D);
    in = *withPrice(in, in.parts[1]->className, "5.50 €");
    return *withPrice(in, "resistor 4.7 kΩ", "0.05 €");
}

TEST(PartsList, CountsEqualPartsAndTheSmallOnesBetweenThem)
{
    const auto list = partsList(priced());
    const auto row = [&](const std::string& what) {
        for (const auto& r : list.rows)
            if (r.what == what)
                return r;
        return PartsListRow{0, {}, {}, {}};
    };
    EXPECT_EQ(row("mono OLED 128×64, page-addressed").count, 2);
    EXPECT_EQ(row("mono OLED 128×64, page-addressed").where, "glass, second");
    EXPECT_EQ(row("resistor 4.7 kΩ").count, 4); // data and clock of two buses
    EXPECT_EQ(row("capacitor 100 nF").where, "Battery");
}

TEST(PartsList, SumsThePricesThatAreToldAndCountsTheOthers)
{
    const auto list = partsList(priced());
    EXPECT_EQ(list.cost, "11.20 €"); // 2 · 5.50 + 4 · 0.05
    EXPECT_EQ(list.withoutPrice, static_cast<int>(list.rows.size()) - 2);
    const auto table = tableOf(list);
    EXPECT_EQ(table.rows[1],
        (std::vector<std::string>{
            "2", "mono OLED 128×64, page-addressed", "glass, second", "5.50 €", "11.00 €"}));
}

TEST(WiringTable, TellsEachPinUnderItsFourNames)
{
    const auto table = wiringTable(test::plus(test::shed(),
        test::withLine("wheel", {.name = "pulses", .role = PinRole::Interrupt, .pin = "D2"})));
    const auto has = [&](const std::vector<std::string>& row) {
        return std::find(table.rows.begin(), table.rows.end(), row) != table.rows.end();
    };
    EXPECT_TRUE(has({"Battery", "input", "board", "A0", "1", "C0", "0", "analog"}));
    EXPECT_TRUE(has({"bus-a: glass", "data", "board", "D4", "5", "D4", "", "i2c-data"}));
    EXPECT_TRUE(has({"wheel", "pulses", "board", "D2", "3", "B2", "", "interrupt"}));
    EXPECT_TRUE(has({"glass", "supply and ground", "board", "3.3 V", "", "", "", "supply"}));
}

/// A wheel of which two channels tell the rate and the total, with a module that brings its pulses.
Instrument wheelTwice(bool hasModule)
{
    auto in = test::bench();
    const test::SourceCase rate{test::pulses(2), "m/s", {{0, 1}}};
    in = test::withTotalOf(test::withSource(in, "Speed", rate), rate, "m");
    if (hasModule)
        in = *withPartAdded(in,
            test::withLine(
                "Hall", {.name = "out", .role = PinRole::Digital, .pin = "IO4", .isInput = true}));
    return in;
}

TEST(WiringTable, AWireStandsThereOnceWithAllThatItJoins)
{
    const auto rowsAt = [](const Instrument& in) {
        std::vector<std::vector<std::string>> rows;
        for (const auto& row : wiringTable(in).rows)
            if (row[3] == "IO4")
                rows.push_back(row);
        return rows;
    };
    const auto bare = rowsAt(wheelTwice(false));
    ASSERT_EQ(bare.size(), 1U);
    EXPECT_EQ(bare[0][0], "Speed, Way");
    const auto whole = rowsAt(wheelTwice(true));
    ASSERT_EQ(whole.size(), 1U);
    EXPECT_EQ(whole[0][0], "Speed, Way, module");
    EXPECT_EQ(whole[0][1], "input, out");
}

TEST(PartsList, HoldsWhatStandsAtTheEndOfAWireOnce)
{
    const auto count = [](const Instrument& in, const std::string& what) {
        int sum = 0;
        for (const auto& row : partsList(in).rows)
            sum += row.what == what ? row.count : 0;
        return sum;
    };
    EXPECT_EQ(count(wheelTwice(false), "pulse sensor"), 1) << "one wheel, read twice";
    EXPECT_EQ(count(wheelTwice(true), "pulse sensor"), 0) << "the module is it";
    auto in = test::shed();
    auto sensor = in.channels[0]->sensor;
    sensor.kind = SensorKind::Shunt;
    auto channel = *in.channels[0];
    channel.wish = {{0, "A"}, {5, "A"}, {0.1, "A"}, {0.1, "A"}, {1, "s"}, {}};
    channel.sensor = sensor;
    in.channels[0] = std::make_shared<const Channel>(channel);
    EXPECT_EQ(count(in, "shunt 10 mΩ, amplifier × 20"), 1);
}

TEST(PartsList, WhatIsSolderedToABoardIsBoughtWithIt)
{
    const auto isDisplayBoard = [](const StartingPart& board) { return !board.builtIn.empty(); };
    const auto boards = startingBoards();
    const auto board = std::find_if(boards.begin(), boards.end(), isDisplayBoard);
    ASSERT_NE(board, boards.end());
    const auto in = emptyInstrument("Pocket", *board, startingDisplays().back());
    ASSERT_EQ(in.displays.size(), 1U);
    EXPECT_EQ(findById(in.parts, in.displays[0]->part)->builtInto, "board");
    for (const auto& row : partsList(in).rows)
        EXPECT_EQ(row.what.find("OLED"), std::string::npos) << row.what;
    const auto with = withStartingPoint(in, *findStartingPoint("switch"), "Next");
    ASSERT_TRUE(with) << describe(with.error());
    EXPECT_EQ(findPin(*with->parts[0], with->channels[0]->source.pin)->wiredTo, WiredTo::Button);
}

TEST(WiringTable, SaysWhatHasNoPinAndWhatIsTied)
{
    auto part = test::withLine("radio", {.name = "interrupt", .role = PinRole::Interrupt});
    part.lines.push_back({.name = "reset", .tied = LineTied::Supply});
    const auto table = wiringTable(test::plus(test::shed(), part));
    EXPECT_EQ(table.rows[5][3], "no pin yet");
    EXPECT_EQ(table.rows[6],
        (std::vector<std::string>{"radio", "reset", "", "supply", "", "", "", "tied"}));
}

// RFC 4180: a cell with a separator or a quote is quoted, quotes are doubled.
TEST(TextTable, BecomesCsvThatSpreadsheetsRead)
{
    const TextTable table{{"part", "note"}, {{"mono, small", "a \"fixed\" one"}, {"reed", ""}}};
    EXPECT_EQ(csvOf(table), "part,note\n\"mono, small\",\"a \"\"fixed\"\" one\"\nreed,\n");
}

} // namespace
} // namespace fern
