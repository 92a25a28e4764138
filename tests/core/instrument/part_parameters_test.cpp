#include "instrument/part_parameters.h"

#include "instrument/part_edits.h"
#include "parts/catalogue.h"
#include "tests/core/judge/parts_cases.h"

#include <gtest/gtest.h>

#include <algorithm>

namespace fern {
namespace {

const Parameter* find(const std::vector<Parameter>& all, std::string_view path)
{
    const auto found =
        std::find_if(all.begin(), all.end(), [&](const Parameter& p) { return p.path == path; });
    return found == all.end() ? nullptr : &*found;
}

TEST(PartParameters, SayValueTypicalFigureAndItsSource)
{
    auto part = findInCatalogue("receiver")->part;
    part.load->active = {33, "mA"};
    const auto rows = parametersOf(Instrument{}, part);
    const auto* row = find(rows, "load/active");
    ASSERT_NE(row, nullptr);
    EXPECT_EQ(row->group, "Draws");
    EXPECT_EQ(row->label, "active");
    EXPECT_EQ(row->text, "33 mA");
    EXPECT_EQ(row->typical, toText(findInCatalogue("receiver")->part.load->active));
    EXPECT_EQ(row->source, "typical of the class");
}

TEST(PartParameters, AMakersOwnPartHasNoTypicalFigures)
{
    auto part = findInCatalogue("receiver")->part;
    part.className = "something of mine";
    for (const auto& row : parametersOf(Instrument{}, part))
        EXPECT_TRUE(row.typical.empty() && row.source.empty()) << row.path;
}

// Typing what stands there already changes nothing, for every parameter of every class.
TEST(PartParameters, ReadBackWhatTheyShow)
{
    for (const auto& entry : catalogue()) {
        auto part = entry.part;
        part.name = "Part";
        const auto in = withPartAdded(Instrument{}, part);
        ASSERT_TRUE(in) << entry.id;
        const auto& added = *in->parts.back();
        const auto rows = parametersOf(*in, added);
        EXPECT_GT(rows.size(), 2U) << entry.id;
        for (const auto& row : rows) {
            if (row.kind == ParameterKind::Untold)
                continue;
            const auto same = withParameter(*in, added.id, row.path, row.text);
            ASSERT_TRUE(same) << entry.id << " " << row.path << ": " << same.error().message;
            EXPECT_EQ(same->parts.back()->lines, added.lines) << row.path;
            for (const auto& again : parametersOf(*same, *same->parts.back()))
                EXPECT_EQ(again.text, find(rows, again.path)->text) << entry.id << again.path;
        }
    }
}

TEST(PartParameters, ReachIntoGroupsListsAndChoices)
{
    auto in = test::shed();
    const auto set = [&](const char* part, const char* path, const char* text) {
        const auto next = withParameter(in, part, path, text);
        ASSERT_TRUE(next) << path << ": " << next.error().message;
        in = *next;
    };
    set("glass", "port/address", "0x3D");
    set("glass", "port/mirrored", "yes");
    set("board", "buses/1/speed", "100k");
    set("board", "regulator/kind", "linear");
    set("glass", "load/active", "9 mA");
    EXPECT_EQ(findById(in.parts, "glass")->port->address, 0x3D);
    EXPECT_TRUE(findById(in.parts, "glass")->port->isMirrored);
    EXPECT_EQ(inSi(findById(in.parts, "board")->buses[1].speed), 100e3);
    EXPECT_EQ(findById(in.parts, "board")->regulator->kind, RegulatorKind::Linear);
    EXPECT_EQ(inSi(findById(in.parts, "glass")->load->active), 9e-3);
}

TEST(PartParameters, OfferWhatAReferenceMayLeadTo)
{
    const auto in = test::plus(test::shed(),
        test::withLine("wheel", {.name = "pulses", .role = PinRole::Interrupt, .pin = "D9"}));
    const auto rows = parametersOf(in, *in.parts.back());
    EXPECT_EQ(find(rows, "fedBy")->choices, (std::vector<std::string>{"", "board", "battery"}));
    // Only D2 can interrupt; the pin that does not exist is shown all the same.
    EXPECT_EQ(find(rows, "lines/0/pin")->choices, (std::vector<std::string>{"", "D2", "D9"}));
    EXPECT_EQ(withParameter(in, "wheel", "lines/0/pin", "D2")->parts.back()->lines[0].pin, "D2");
    const auto board = parametersOf(in, *findById(in.parts, "board"));
    EXPECT_EQ(
        find(board, "buses/0/lines/0/pin")->choices, (std::vector<std::string>{"", "D4", "D6"}));
}

TEST(PartParameters, AGroupThatNobodyToldBeginsWithUsualFigures)
{
    const auto in = test::plus(test::shed(), test::module("module"));
    EXPECT_EQ(find(parametersOf(in, *in.parts.back()), "load")->kind, ParameterKind::Untold);
    const auto told = *withParameter(in, "module", "load", "tell");
    EXPECT_EQ(*told.parts.back()->load, LoadSpec{});
}

TEST(PartParameters, RefuseWhatTheFileWouldRefuse)
{
    const auto in = test::shed();
    const auto why = [&](const char* part, const char* path, const char* text) {
        const auto refused = withParameter(in, part, path, text);
        return refused ? std::string("accepted") : refused.error().message;
    };
    EXPECT_EQ(why("glass", "display/columns", "4"), "columns must be from 8 to 132");
    EXPECT_EQ(why("glass", "display/columns", "wide"), "\"wide\" is no number");
    EXPECT_EQ(why("glass", "display/columns", "127.5"), "127.5 is not a whole number");
    EXPECT_EQ(why("board", "buses/0/lines/0/name", "x"),
        "board has no parameter \"buses/0/lines/0/name\"");
    EXPECT_EQ(why("glass", "display/rows", "60"),
        "the rows must be a multiple of 8: its memory has pages of 8 rows");
    EXPECT_EQ(why("glass", "port/address", "0x80"),
        "\"0x80\" is no 7-bit address: write one from 0x08 to 0x77");
    EXPECT_EQ(why("board", "regulator/kind", "magic"), "\"magic\" is none of the choices");
    EXPECT_EQ(why("glass", "taste", "sweet"), "glass has no parameter \"taste\"");
    EXPECT_NE(why("glass", "load/active", "3 V"), "accepted");
    EXPECT_NE(why("board", "buses/0/speed", "-1 kHz"), "accepted");
    EXPECT_EQ(why("nobody", "width", "4"), "there is no part \"nobody\"");
}

} // namespace
} // namespace fern
