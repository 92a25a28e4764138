#include "instrument/parts_list.h"

#include "instrument/part_edits.h"
#include "instrument/wiring_table.h"
#include "tests/core/judge/parts_cases.h"

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
