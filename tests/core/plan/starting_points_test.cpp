#include "plan/starting_points.h"

#include "instrument/file.h"
#include "judge/findings.h"
#include "judge/stem.h"
#include "judge/wishes.h"
#include "run/firmware_run.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <set>
#include <span>

namespace fern {
namespace {

Instrument emptyOn(const StartingPart& board, const StartingPart& display)
{
    return emptyInstrument("Test", board.part, display.part);
}

// A hall switch for the wheel, at the pin where its pulses are counted, and in the hours. A scanner
// that wants 5 V stays out on a board of 3.3 V.
TEST(StartingPoints, TheDeviceOfAChannelIsAmongTheParts)
{
    const auto& display = startingDisplays()[0];
    const auto before = emptyOn(startingBoards()[0], display);
    const auto in = *withStartingPoint(before, *findStartingPoint("speed-wheel"), "Speed");
    ASSERT_EQ(in.parts.size(), before.parts.size() + 1);
    const auto& wheel = *in.parts.back();
    EXPECT_EQ(wheel.lines.front().pin, in.channels.back()->source.pin);
    EXPECT_LT(resolve(in, "")->runTime.seconds(), resolve(before, "")->runTime.seconds());
    const auto receiver = *withStartingPoint(before, *findStartingPoint("speed-receiver"), "Speed");
    EXPECT_EQ(boardIdOf(receiver, *receiver.channels.back()), receiver.parts.back()->id);
    const auto scanner = *withStartingPoint(before, *findStartingPoint("labels"), "Box");
    EXPECT_EQ(scanner.parts.size(), before.parts.size());
}

// One receiver tells four channels, has one part, one port, and one course of the world each.
TEST(StartingPoints, MoreChannelsOfADeviceReadTheSameOne)
{
    auto in = emptyOn(startingBoards()[0], startingDisplays()[0]);
    for (const auto* id :
        {"speed-receiver", "course-receiver", "altitude-receiver", "satellites-receiver"})
        in = *withStartingPoint(in, *findStartingPoint(id), findStartingPoint(id)->title);
    ASSERT_EQ(in.devices.size(), 1U);
    EXPECT_EQ(channelsOf(in, in.devices[0]->id).size(), 4U);
    EXPECT_EQ(std::count_if(in.parts.begin(), in.parts.end(),
                  [](const auto& part) { return part->className == "satellite receiver"; }),
        1);
    EXPECT_EQ(in.scenarios[0]->lanes.size(), 4U);
    const auto plain = *resolve(in, "");
    for (const auto& finding : findingsOf(in, plain))
        EXPECT_LT(finding.severity, Severity::Stop) << finding.title;
    // Stations of a radio get addresses of their own, and lines keys.
    for (const auto* name : {"Near", "Far"})
        in = *withStartingPoint(in, *findStartingPoint("node"), name);
    EXPECT_EQ(in.channels.back()->source.node.address, 2);
    for (const auto* name : {"First", "Second"})
        in = *withStartingPoint(in, *findStartingPoint("number-line"), name);
    EXPECT_NE(in.channels.back()->source.lines.key, in.channels[6]->source.lines.key);
    EXPECT_EQ(in.devices.size(), 3U);
}

TEST(StartingPoints, ALongTitleTakesASmallerFontBeforeItIsCut)
{
    const auto before = emptyOn(startingBoards()[0], startingDisplays()[0]); // 128 dots
    const auto titleOf = [&](const char* name) {
        return withStartingPoint(before, *findStartingPoint("air-temperature"), name)
            ->pages.back()
            ->fields.front();
    };
    EXPECT_EQ(titleOf("Shelf").text, "SHELF, C");
    EXPECT_EQ(titleOf("Shelf").font, "8x16");
    EXPECT_EQ(titleOf("Seedling shelf").text, "SEEDLING SHELF, C"); // 17 cells of 6 dots
    EXPECT_EQ(titleOf("Seedling shelf").font, "6x12");
    EXPECT_EQ(titleOf("Seedlings on the upper shelf").text, "SEEDLINGS ON THE UPPER SH");
    EXPECT_EQ(titleOf("Seedlings on the upper shelf").font, "5x8");
}

// Every row of the door must lead to an instrument that runs, shows a number and has no stop.
TEST(StartingPoints, EveryRowWorksOnEveryBoardAndMonoPanel)
{
    for (const auto& board : startingBoards())
        for (const auto& display : std::span(startingDisplays()).first(3))
            for (const auto& point : startingPoints()) {
                const auto name = std::string(point.id) + " " + std::string(board.id);
                auto before = emptyOn(board, display);
                if (point.extra == StartingExtra::Output
                    || point.extra == StartingExtra::Formula) // which follow a channel
                    before = *withStartingPoint(before, *findStartingPoint("battery-12v"), "First");
                if (point.extra == StartingExtra::List)
                    before = *withStartingPoint(before, *findStartingPoint("clock"), "First");
                const auto in = withStartingPoint(before, point, "Measured");
                if (point.source.kind == SourceKind::Network && !board.part.network) {
                    EXPECT_NE(in.error().message.find("is on no network"), std::string::npos);
                    continue;
                }
                ASSERT_TRUE(in) << name << ": " << in.error().message;
                EXPECT_EQ(*readInstrument(writeInstrument(*in)), *in) << name;
                auto plain = *resolve(*in, "");
                const auto choices = stemChoices(plain, plain.channels.size() - 1);
                ASSERT_EQ(choices.size(), 1U) << name;
                auto& shown = plain.displays[choices[0].display];
                shown.page = shown.pages[choices[0].page];
                RunHistory history(ticksFromSeconds(30));
                FirmwareRun run(plain, {}, history);
                run.advanceTo(ticksFromSeconds(60));
                const auto stem = stemOf(plain, choices[0], history, run.now());
                const bool isCode = givesCodes(point.source.kind);
                EXPECT_NE(stem.leaves[6].value.find_first_of(
                              isCode ? "abcdefghijklmnopqrstuvwxyz0123456789" : "0123456789"),
                    std::string::npos)
                    << name << " " << stem.leaves[6].value;
                // That a board measures against its own supply, and which wishes a coarse one
                // misses, is right to be said.
                // A small glass holds no whole label.
                for (const auto& finding : findingsOf(*in, plain))
                    EXPECT_TRUE(finding.severity == Severity::Note || finding.rule == "R13"
                        || finding.rule.front() == 'W'
                        || (finding.rule == "T02" && point.source.kind == SourceKind::Labels))
                        << name << ": " << finding.rule << " " << finding.title;
                const auto wishes = wishesOf(plain, choices[0].channel, stem.budget);
                const auto fits = [&](const WishVerdict& wish) {
                    const bool isAnalog = point.source.kind == SourceKind::Analog;
                    return isAnalog ? wish.verdict == Verdict::Met
                                    : wish.verdict != Verdict::Missed;
                };
                EXPECT_TRUE(fits(wishes[0])) << name << ": " << wishes[0].found;
                EXPECT_EQ(wishes[3].verdict, Verdict::Met) << name << ": " << wishes[3].found;
                // With the better converter the design meets every wish from the first minute.
                if (&board == &startingBoards()[0] && &display == &startingDisplays()[0]) {
                    for (const auto& wish : wishes) // a name is as long as it is
                        EXPECT_TRUE(fits(wish) || (isCode && wish.wish == Wish::ReadingDistance))
                            << name << ": " << wishKeys[static_cast<std::size_t>(wish.wish)] << " "
                            << wish.found << ", " << wish.note;
                }
            }
}

// A channel begins with a page that its display can show, whatever kind it is of.
TEST(StartingPoints, EveryDisplayShowsAChannel)
{
    for (const auto& display : startingDisplays()) {
        const auto in = *withStartingPoint(
            emptyOn(startingBoards()[0], display), *findStartingPoint("battery-12v"), "Battery");
        const auto plain = *resolve(in, "");
        RunHistory history(ticksFromSeconds(1));
        FirmwareRun run(plain, {}, history);
        run.advanceTo(ticksFromSeconds(100)); // paper takes half a minute
        const auto* redraw = history.lastRedraw(0);
        ASSERT_NE(redraw, nullptr) << display.id;
        const auto& levels = redraw->picture->levels;
        EXPECT_GT(std::count_if(levels.begin(), levels.end(),
                      [&](std::uint16_t level) { return level != levels.front(); }),
            4)
            << display.id;
        const auto text = redraw->readers.front().text;
        const auto rows = history.sent(0).back().after->text();
        const auto isShown = [&] {
            auto digits = text; // those without points show none
            std::erase_if(digits, [](char c) { return c == '.' || c == ' '; });
            for (auto row : rows) {
                std::erase_if(row, [](char c) { return c == '.' || c == ' ' || c == ':'; });
                if (row.find(digits) != std::string::npos)
                    return true;
            }
            return rows.empty();
        };
        EXPECT_TRUE(isShown()) << display.id << " shows no " << text;
        for (const auto& finding : findingsOf(in, plain))
            EXPECT_TRUE((finding.severity != Severity::Stop || finding.rule == "P12")
                && finding.rule.front() != 'D' && finding.rule.front() != 'G'
                && finding.rule.front() != 'T')
                << display.id << ": " << finding.title;
    }
}

// A large glass begins with what is read at a glance, a small one has no room for it.
TEST(StartingPoints, ALargeGlassBeginsWithABarOrAHistory)
{
    const auto kindBelow = [](std::string_view display, const char* point) {
        const auto& displays = startingDisplays();
        const auto found = std::find_if(displays.begin(), displays.end(),
            [&](const auto& entry) { return entry.id == display; });
        const auto in = *withStartingPoint(
            emptyOn(startingBoards()[0], *found), *findStartingPoint(point), "Shown");
        const auto& last = in.pages[0]->fields.back();
        EXPECT_FALSE(last.reader.empty()) << display;
        return last.kind;
    };
    EXPECT_EQ(kindBelow("character-20x4", "battery-12v"), FieldKind::Bar);
    EXPECT_EQ(kindBelow("character-16x2", "level"), FieldKind::Value);
    EXPECT_EQ(kindBelow("colour-tft", "air-temperature"), FieldKind::History);
    EXPECT_EQ(kindBelow("colour-tft", "level"), FieldKind::Bar);
    EXPECT_EQ(kindBelow("mono-128x64", "level"), FieldKind::Value);
    EXPECT_EQ(kindBelow("colour-tft", "remote"), FieldKind::Value) << "codes have no size";
}

TEST(StartingPoints, AreFoundByIdAndGrouped)
{
    std::set<std::string_view> ids;
    std::string_view last;
    std::set<std::string_view> groups;
    for (const auto& point : startingPoints()) {
        EXPECT_TRUE(ids.insert(point.id).second) << point.id;
        EXPECT_TRUE(point.group == last || groups.insert(point.group).second) << point.group;
        last = point.group;
    }
    EXPECT_EQ(findStartingPoint("light")->sensor.kind, SensorKind::Photoresistor);
    EXPECT_EQ(findStartingPoint("nothing"), nullptr);
}

TEST(StartingPoints, ASecondChannelTakesTheNextPinAndJoinsTheScenario)
{
    auto in = *withStartingPoint(emptyOn(startingBoards()[0], startingDisplays()[0]),
        *findStartingPoint("battery-12v"), "Battery");
    in = *withStartingPoint(in, *findStartingPoint("air-temperature"), "Shed");
    EXPECT_EQ(in.channels[1]->source.pin, "GP27"); // the first has GP26
    ASSERT_EQ(in.scenarios.size(), 1U);
    EXPECT_EQ(in.scenarios[0]->lanes.size(), 2U);
    EXPECT_EQ(in.pages.size(), 2U);
    EXPECT_EQ(in.pages[1]->name, "Shed");
    EXPECT_FALSE(withStartingPoint(in, *findStartingPoint("light"), "  "));
    EXPECT_FALSE(withStartingPoint(Instrument{}, *findStartingPoint("light"), "Light"));
}

TEST(StartingPoints, AnOutputFollowsTheFirstChannelOverItsRange)
{
    auto in = *withStartingPoint(emptyOn(startingBoards()[0], startingDisplays()[0]),
        *findStartingPoint("battery-12v"), "Battery");
    const auto point = std::find_if(startingPoints().begin(), startingPoints().end(),
        [](const StartingPoint& p) { return p.extra == StartingExtra::Output; });
    EXPECT_FALSE(
        withStartingPoint(emptyOn(startingBoards()[0], startingDisplays()[0]), *point, "Lamp"))
        << "there is nothing to follow";
    in = *withStartingPoint(in, *point, "Lamp");
    ASSERT_EQ(in.outputs.size(), 1U);
    const auto& output = *in.outputs[0];
    EXPECT_EQ(output.name, "Lamp");
    EXPECT_EQ(output.from, "battery");
    EXPECT_EQ(output.part, in.channels[0]->source.board);
    EXPECT_FALSE(output.pin.empty());
    EXPECT_NE(output.pin, in.channels[0]->source.pin);
    EXPECT_EQ(output.low, in.channels[0]->wish.from);
    EXPECT_EQ(output.high, in.channels[0]->wish.to);
    EXPECT_EQ(in.channels[1]->source.derived.formula, "battery");
}

} // namespace
} // namespace fern
