#include "instrument/part_edits.h"

#include "instrument/channel_edits.h"
#include "instrument/file.h"
#include "instrument/resolve.h"
#include "parts/catalogue.h"
#include "tests/core/judge/parts_cases.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

namespace fern {
namespace {

Part fromCatalogue(const char* id)
{
    return findInCatalogue(id)->part;
}

TEST(PartEdits, AddedPartsGetNamesAndIdsOfTheirOwn)
{
    auto in = *withPartAdded(test::shed(), fromCatalogue("reed"));
    in = *withPartAdded(in, fromCatalogue("reed"));
    const auto& last = *in.parts.back();
    EXPECT_EQ(last.name, "reed switch 2");
    EXPECT_EQ(last.id, "reed-switch-2");

    const auto boards = *withPartAdded(in, fromCatalogue("board-8bit"));
    const auto again = *withPartAdded(boards, fromCatalogue("board-8bit"));
    EXPECT_EQ(boards.parts.back()->buses[0].id, "bus");
    EXPECT_EQ(again.parts.back()->buses[0].id, "bus-2");

    // Another board like one whose bus has a name does not take that name too.
    auto named = *findById(in.parts, "board");
    named.buses[0].name = "Bus A";
    const auto twin = *withPartAdded(in, named);
    EXPECT_NE(busName(twin.parts.back()->buses[0]), "Bus A");
}

TEST(PartEdits, AMonoDisplayCanBeDrawnOnAndGoesWithItsPages)
{
    const auto in = test::shed();
    const auto more = *withPartAdded(in, fromCatalogue("mono-128x32"));
    ASSERT_EQ(more.displays.size(), in.displays.size() + 1);
    EXPECT_EQ(more.displays.back()->part, more.parts.back()->id);
    EXPECT_EQ(*withoutPart(more, more.parts.back()->id), in);

    const auto dark = *withoutPart(in, "glass");
    EXPECT_TRUE(dark.displays.empty());
    EXPECT_TRUE(dark.pages.empty());
    EXPECT_EQ(dark.channels.size(), 1U); // the reading goes on
}

TEST(PartEdits, ABoardThatIsReadStays)
{
    const auto refused = withoutPart(test::shed(), "board");
    ASSERT_FALSE(refused);
    EXPECT_EQ(
        refused.error().message, "board is read by the channel Battery; remove the channel first");
}

TEST(PartEdits, WhatARemovedPartFedOrCarriedIsFree)
{
    auto in = test::plus(test::shed(), test::regulator(5, 500));
    in = test::plus(in, test::servo(100, "regulator"));
    EXPECT_EQ(findById(withoutPart(in, "regulator")->parts, "servo")->fedBy, "");
    EXPECT_EQ(findById(withoutBus(in, "bus-a")->parts, "glass")->port->bus, "");
    EXPECT_FALSE(withoutBus(in, "bus-x"));
    EXPECT_FALSE(withoutPart(in, "nobody"));
}

TEST(PartEdits, ABusTakesOnlyWhatHasItsLines)
{
    auto in = *withPartAdded(test::shed(), fromCatalogue("colour-tft"));
    const auto tft = in.parts.back()->id;
    const auto refused = withPartOnBus(in, tft, "bus-a");
    ASSERT_FALSE(refused);
    EXPECT_EQ(
        refused.error().message, "colour TFT 240×135, RGB565 has no lines for bus-a, which is i2c");
    EXPECT_FALSE(withPartOnBus(in, tft, "bus-x"));
    EXPECT_EQ(findById(withPartOnBus(in, "glass", "bus-b")->parts, "glass")->port->bus, "bus-b");
    EXPECT_EQ(findById(withPartOnBus(in, "glass", "")->parts, "glass")->port->bus, "");
}

TEST(PartEdits, ASpiBusCarriesClockAndDataButNotTheSelectLine)
{
    auto in = *withPartAdded(test::shed(), fromCatalogue("board-wifi-many-inputs"));
    const auto board = in.parts.back()->id;
    in = *withBusAdded(in, board, BusKind::Spi);
    const auto bus = findById(in.parts, board)->buses.back();
    for (const auto& line : bus.lines)
        EXPECT_FALSE(line.pin.empty()) << line.name;
    in = *withPartAdded(in, fromCatalogue("colour-tft"));
    const auto tft = in.parts.back()->id;
    const auto wanted = [&](const Instrument& instrument) {
        std::vector<std::string> names;
        for (const auto& line : pinLines(instrument))
            if (line.owner == tft)
                names.push_back(line.line->name);
        return names;
    };
    EXPECT_EQ(wanted(in).size(), 5U); // its light is tied to the supply
    EXPECT_EQ(wanted(*withPartOnBus(in, tft, bus.id)),
        (std::vector<std::string>{"select", "data or command", "reset"}));
}

TEST(PartEdits, ABusWithoutFreePinsIsRefused)
{
    const auto refused = withBusAdded(test::shed(), "board", BusKind::I2c);
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().message, "board has no free pin for the data of another bus");
}

TEST(PartEdits, TwoUsersSwapTheirPins)
{
    auto in = test::plus(test::shed(), test::withLine("key", {.name = "key", .pin = "A1"}));
    const PinUser battery{in.channels[0]->id, "", ""};
    in = *withPinSwapped(in, battery, "A1");
    EXPECT_EQ(in.channels[0]->source.pin, "A1");
    EXPECT_EQ(findById(in.parts, "key")->lines[0].pin, "A0");
    in = *withPinSwapped(in, {"board", "bus-a", "data"}, "D6");
    EXPECT_EQ(findById(in.parts, "board")->buses[0].lines[0].pin, "D6");
    EXPECT_EQ(findById(in.parts, "board")->buses[1].lines[0].pin, "D4");
    EXPECT_FALSE(withPinSwapped(in, {"nobody", "", ""}, "A1"));
}

TEST(PartEdits, AChannelMovesToAConverterWithAFreeInput)
{
    auto in = *withPartAdded(test::shed(), fromCatalogue("converter-gain-16"));
    const auto converter = in.parts.back()->id;
    const auto id = in.channels[0]->id;
    const auto moved = *withChannelReadBy(in, id, converter);
    EXPECT_EQ(moved.channels[0]->source.board, converter);
    EXPECT_EQ(moved.channels[0]->source.pin, "AIN0");
    EXPECT_EQ(resolve(moved, "")->channels[0].form, ConverterForm::Signed);
    EXPECT_EQ(resolve(moved, "")->channels[0].reference, 4.096);
    EXPECT_FALSE(withoutPart(moved, converter));
    EXPECT_FALSE(withChannelReadBy(in, id, "glass"));
    // Back on the board it takes its first free pin again.
    EXPECT_EQ(*withChannelReadBy(moved, id, "board"), in);
    const auto small = test::with(in, converter.c_str(), [](Part& p) { p.pins.resize(1); });
    const auto both = *withChannelReadBy(*withChannelCopied(small, id), id, converter);
    const auto refused = withChannelReadBy(both, both.channels[1]->id, converter);
    ASSERT_FALSE(refused);
    EXPECT_NE(refused.error().message.find("has no input left"), std::string::npos);
}

TEST(PartEdits, APriceHoldsForItsClassUntilItIsForgotten)
{
    auto in = *withPrice(test::shed(), "reed switch", "1.20 €");
    in = *withPrice(in, "reed switch", "1.40 €");
    EXPECT_EQ(priceOf(in, "reed switch"), "1.40 €");
    EXPECT_EQ(in.prices.size(), 1U);
    EXPECT_FALSE(withPrice(in, "reed switch", "cheap"));
    EXPECT_FALSE(withPrice(in, "", "1 €"));
    EXPECT_EQ(*withPrice(in, "reed switch", " "), test::shed());
}

// Whatever is added, hung elsewhere and taken away again, the file accepts the result and reads it
// back as it was.
RC_GTEST_PROP(PartEdits, KeepTheFileReadable, ())
{
    auto in = test::shed();
    const auto steps = *rc::gen::inRange(1, 12);
    for (int i = 0; i < steps; ++i) {
        const auto& part = *in.parts[*rc::gen::inRange<std::size_t>(0, in.parts.size())];
        const auto& entry = catalogue()[*rc::gen::inRange<std::size_t>(0, catalogue().size())];
        const auto kind = static_cast<BusKind>(*rc::gen::inRange(0, 3));
        std::vector<std::string> buses{""};
        for (const auto& view : busViews(in))
            buses.push_back(view.bus->id);
        const auto bus = buses[*rc::gen::inRange<std::size_t>(0, buses.size())];
        const auto edited = [&]() -> Result<Instrument> {
            switch (*rc::gen::inRange(0, 5)) {
            case 0:
                return withPartAdded(in, entry.part);
            case 1:
                return withoutPart(in, part.id);
            case 2:
                return withPartOnBus(in, part.id, bus);
            case 3:
                return withBusAdded(in, part.id, kind);
            default:
                return withoutBus(in, bus);
            }
        }();
        if (edited)
            in = *edited;
        if (in.parts.empty())
            return;
    }
    const auto readBack = readInstrument(writeInstrument(in));
    RC_ASSERT(readBack);
    RC_ASSERT(*readBack == in);
}

} // namespace
} // namespace fern
