// What stands around a channel: listed, edited, added and removed.

#include "tests/core/sources.h"
#include "tests/support.h"

#include "instrument/entries.h"
#include "instrument/file.h"

#include <gmock/gmock.h>

namespace fern {
namespace {

Instrument demoFile(const char* file)
{
    return *readInstrument(test::readText(test::sourcePath(std::string("demo/") + file)));
}

std::vector<std::string> titles(const Instrument& in, const EntryPlace& place)
{
    std::vector<std::string> all;
    for (const auto& entry : entriesOf(in, place))
        all.push_back(entry.title);
    return all;
}

Entry entryOf(const Instrument& in, const EntryPlace& place, EntryKind kind)
{
    for (const auto& entry : entriesOf(in, place))
        if (entry.kind == kind)
            return entry;
    ADD_FAILURE() << "no such entry";
    return {};
}

const Parameter& rowOf(const std::vector<Parameter>& rows, std::string_view path)
{
    const auto found =
        std::find_if(rows.begin(), rows.end(), [&](const auto& row) { return row.path == path; });
    EXPECT_NE(found, rows.end()) << path;
    return *found;
}

const EntryPlace remote{"saturday", "remote"};
const EntryPlace stick{"saturday", "loan-days-stick"};

TEST(Entries, NameWhatBelongsToAChannel)
{
    const auto in = demoFile("oar-store.fern.json");
    EXPECT_THAT(titles(in, remote),
        testing::ElementsAre("what happens", "Remote control: garbage, 0 s … 30 s"));
    EXPECT_THAT(titles(in, stick), testing::ElementsAre("what happens", "setting Loan days"));
    EXPECT_THAT(
        titles(in, {"saturday", "loan-days-shown"}), testing::Contains("setting Loan days"));
    EXPECT_TRUE(titles(in, {"saturday", "nothing"}).empty());
    EXPECT_THAT(titles(in, {"", "keys"}), testing::IsEmpty()) << "without a scenario no course";
}

// Seeking begins with a number that there is, and follows its unit to another one.
TEST(Entries, ASettingBeginsToBeTypedAndToSeek)
{
    const auto in = demoFile("oar-store.fern.json");
    const auto entry = entriesOf(in, stick).back();
    auto out = *withEntryParameter(in, stick, entry, "entry", "yes");
    EXPECT_EQ(out.settings[0]->entry, (KeyEntry{"", "*", "#"}));
    out = *withEntryParameter(out, stick, entry, "seeking", "yes");
    const auto first = *out.settings[0]->seeking;
    EXPECT_NE(findById(out.channels, first.channel), nullptr);
    for (const auto& channel : out.channels) {
        const auto other = withEntryParameter(out, stick, entry, "seeking/channel", channel->id);
        if (givesCodes(channel->source.kind))
            EXPECT_FALSE(other) << channel->id;
        else
            EXPECT_TRUE(other) << channel->id << ": " << other.error().message;
    }
    EXPECT_FALSE(withEntryParameter(out, stick, entry, "onPage", "nowhere"));
}

TEST(Entries, EveryFigureReadsBackWhatItShows)
{
    for (const auto* file :
        {"oar-store.fern.json", "weir-pump.fern.json", "wagtail-skiff.fern.json"}) {
        const auto in = demoFile(file);
        int tried = 0;
        for (const auto& channel : in.channels) {
            const EntryPlace place{in.scenarios[0]->id, channel->id};
            for (const auto& entry : entriesOf(in, place))
                for (const auto& row : entryParameters(in, place, entry)) {
                    EXPECT_FALSE(row.label.empty()) << row.path;
                    if (row.kind == ParameterKind::Untold)
                        continue; // any text begins it
                    const auto same = withEntryParameter(in, place, entry, row.path, row.text);
                    ASSERT_TRUE(same) << row.path << ": " << same.error().message;
                    EXPECT_EQ(*same, in) << channel->id << " " << entry.title << " " << row.path;
                    ++tried;
                }
        }
        EXPECT_GT(tried, 8) << file;
    }
}

TEST(Entries, ACourseIsTypedAsPairs)
{
    const auto in = demoFile("oar-store.fern.json");
    const auto lane = entryOf(in, remote, EntryKind::Lane);
    const auto out = withEntryParameter(in, remote, lane, "events", " 3: up; 8: down held 0.9 ");
    ASSERT_TRUE(out) << out.error().message;
    const auto plain = *resolve(*out, "");
    EXPECT_THAT(plain.channels[3].events,
        testing::ElementsAre(LaneEvent{3, "up"}, LaneEvent{8, "down held 0.9"}));
    const auto skiff = demoFile("wagtail-skiff.fern.json");
    const EntryPlace speed{skiff.scenarios[0]->id, "speed"};
    const auto course = entryOf(skiff, speed, EntryKind::Lane);
    EXPECT_TRUE(withEntryParameter(skiff, speed, course, "points", "0: 1; 20: 2.5"));
    for (const auto* wrong : {"", "0: 1; x: 2", "0: fast", "5: 1; 4: 2", "7", "0 1"})
        EXPECT_FALSE(withEntryParameter(skiff, speed, course, "points", wrong)) << wrong;
}

TEST(Entries, AFaultIsOfAKindThatDoesSomething)
{
    const auto in = demoFile("wagtail-skiff.fern.json");
    for (const auto& channel : in.channels) {
        const EntryPlace place{in.scenarios[0]->id, channel->id};
        const auto added = withEntryAdded(in, place, EntryKind::Fault);
        EXPECT_EQ(added.has_value(), !faultsOf(channel->source.kind).empty()) << channel->id;
        if (!added)
            continue;
        const auto faults = added->scenarios[0]->faults;
        const Entry fault{EntryKind::Fault, faults.back().id, ""};
        const auto rows = entryParameters(*added, place, fault);
        EXPECT_EQ(rowOf(rows, "kind").choices.size(), faultsOf(channel->source.kind).size());
        for (const auto& word : rowOf(rows, "kind").choices)
            EXPECT_TRUE(withEntryParameter(*added, place, fault, "kind", word)) << word;
        EXPECT_FALSE(withEntryParameter(*added, place, fault, "to", "2")) << "before it begins";
        EXPECT_EQ(*withoutEntry(*added, place, fault), in);
    }
}

TEST(Entries, WhatIsAddedBelongsToTheChannelAndGoesAgain)
{
    const auto in = demoFile("wagtail-skiff.fern.json");
    for (const auto& channel : in.channels) {
        const EntryPlace place{in.scenarios[0]->id, channel->id};
        for (const auto kind : entriesToAdd(in, place)) {
            const auto added = withEntryAdded(in, place, kind);
            ASSERT_TRUE(added) << channel->id << ": " << added.error().message;
            const auto before = entriesOf(in, place);
            std::vector<Entry> fresh;
            for (const auto& entry : entriesOf(*added, place))
                if (std::find(before.begin(), before.end(), entry) == before.end())
                    fresh.push_back(entry);
            ASSERT_EQ(fresh.size(), 1U) << channel->id;
            EXPECT_EQ(fresh[0].kind, kind);
            EXPECT_FALSE(entryParameters(*added, place, fresh[0]).empty());
            EXPECT_EQ(*withoutEntry(*added, place, fresh[0]), in);
        }
    }
}

TEST(Entries, OfferWhatAReferenceMayLeadTo)
{
    const auto in = demoFile("oar-store.fern.json");
    const auto rows = entryParameters(in, stick, entryOf(in, stick, EntryKind::Setting));
    EXPECT_THAT(rowOf(rows, "by").choices,
        testing::ElementsAre("", "scanner", "keys", "loan-days-stick", "remote"));
    EXPECT_THAT(rowOf(rows, "up").choices, testing::ElementsAre("", "left", "middle", "right"));
    EXPECT_TRUE(rowOf(rows, "most").choices.empty());
}

// An output becomes any kind from any other, and the ends of a servo or motor take any unit that
// they can have; the other end follows.
TEST(Entries, AnOutputOfAnyKindCanBeTyped)
{
    Source s = test::ofKind(SourceKind::Lines, 0.2);
    s.lines.key = "height";
    auto in = test::withSource(test::bench(), "Height", {s, "V", {{0, 5}}});
    const EntryPlace place{in.scenarios[0]->id, in.channels[0]->id};
    in = *withEntryAdded(in, place, EntryKind::Output);
    const auto entry = entryOf(in, place, EntryKind::Output);
    const auto type = [&](const char* path, const std::string& text) {
        const auto typed = withEntryParameter(in, place, entry, path, text);
        if (typed)
            in = *typed;
        return typed ? std::string() : typed.error().message;
    };
    const auto ends = [&] {
        return toText(in.outputs[0]->lowOutput) + " … " + toText(in.outputs[0]->highOutput);
    };
    for (const auto from : outputKindWords)
        for (const auto to : outputKindWords) {
            EXPECT_EQ(type("kind", std::string(from)), "");
            EXPECT_EQ(type("kind", std::string(to)), "") << from << " to " << to;
        }
    EXPECT_EQ(type("kind", "motor"), "");
    EXPECT_EQ(type("lowOutput", "5 cm"), "");
    EXPECT_EQ(type("highOutput", "80"), "");
    EXPECT_EQ(ends(), "5 cm … 80 cm");
    EXPECT_EQ(type("kind", "servo"), "");
    EXPECT_EQ(type("highOutput", "120 deg"), "");
    EXPECT_EQ(ends(), "0 deg … 120 deg");
    EXPECT_EQ(type("lowOutput", "0.8 ms"), "");
    EXPECT_EQ(ends(), "0.8 ms … 2 ms");
    EXPECT_NE(type("lowOutput", "4 kg"), "") << "a servo has no weight";
    EXPECT_NE(type("kind", "catapult"), "");
    EXPECT_EQ(ends(), "0.8 ms … 2 ms");
}

TEST(Entries, RefuseWhatWouldBreakTheRest)
{
    const auto in = demoFile("oar-store.fern.json");
    const auto setting = entryOf(in, stick, EntryKind::Setting);
    EXPECT_FALSE(withoutEntry(in, stick, setting)) << "a formula reads it";
    EXPECT_FALSE(withEntryParameter(in, stick, setting, "most", "-1"));
    EXPECT_FALSE(withEntryParameter(in, stick, setting, "nothing", "1"));
    EXPECT_FALSE(withoutEntry(in, remote, entryOf(in, remote, EntryKind::Lane)));
    EXPECT_FALSE(withoutEntry(in, remote, {EntryKind::Fault, "gone", "gone"}));
    EXPECT_FALSE(withEntryAdded(in, remote, EntryKind::Gate)) << "codes are never gated";
    const EntryPlace days{"saturday", "loan-days-shown"};
    EXPECT_FALSE(withEntryAdded(in, days, EntryKind::Fault)) << "nothing can go wrong there";
}

} // namespace
} // namespace fern
