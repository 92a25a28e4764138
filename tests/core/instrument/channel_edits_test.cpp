#include "instrument/channel_edits.h"

#include "instrument/edits.h"
#include "tests/support.h"

#include <algorithm>

namespace fern {
namespace {

std::vector<std::string> namesOf(const Instrument& in)
{
    std::vector<std::string> all;
    for (const auto& channel : in.channels)
        all.push_back(channel->name);
    return all;
}

TEST(ChannelEdits, RenameKeepsTheIdAndTheReaders)
{
    const auto out = withChannelRenamed(test::skiff(), "bilge", "  Bilge ");
    ASSERT_TRUE(out);
    EXPECT_EQ(findById(out->channels, "bilge")->name, "Bilge");
    EXPECT_EQ(
        withChannelRenamed(test::skiff(), "bilge", " ").error().message, "a channel needs a name");
    EXPECT_FALSE(withChannelRenamed(test::skiff(), "mast", "Mast"));
    EXPECT_EQ(withChannelRenamed(test::skiff(), "bilge", "House battery ").error().message,
        "another channel is called House battery already");
    EXPECT_TRUE(withChannelRenamed(test::skiff(), "bilge", "Bilge level")) << "its own name";
}

TEST(ChannelEdits, ACopyStandsBehindItsOriginalWithReadersAndPages)
{
    const auto in = test::skiff();
    const auto out = withChannelCopied(in, "house-battery");
    ASSERT_TRUE(out);
    EXPECT_EQ(namesOf(*out),
        (std::vector<std::string>{"House battery", "House battery copy", "Bilge level"}));
    const auto& copy = *out->channels[1];
    EXPECT_EQ(copy.id, "house-battery-copy");
    EXPECT_EQ(copy.source.lane, "house-battery"); // follows the same truth
    EXPECT_EQ(out->readers.size(), in.readers.size() + 2);
    const auto* page = findById(out->pages, "battery-copy");
    ASSERT_NE(page, nullptr);
    EXPECT_EQ(page->fields[1].reader, "helm-volts-copy");
    EXPECT_EQ(findById(out->readers, "helm-volts-copy")->channel, copy.id);
    // A second copy finds free ids.
    const auto again = *withChannelCopied(*out, "house-battery");
    EXPECT_EQ(again.channels[1]->id, "house-battery-copy-2");
    EXPECT_EQ(again.channels[1]->name, "House battery copy 2");
    EXPECT_EQ((*withChannelCopied(again, again.channels[1]->id)).channels[2]->name,
        "House battery copy 3")
        << "a copy of a copy";
}

TEST(ChannelEdits, MovingStopsAtTheEnds)
{
    const auto in = test::skiff();
    EXPECT_EQ(namesOf(*withChannelMoved(in, "bilge", -1)),
        (std::vector<std::string>{"Bilge level", "House battery"}));
    EXPECT_EQ(*withChannelMoved(in, "bilge", 1), in);
    EXPECT_EQ(*withChannelMoved(*withChannelMoved(in, "bilge", -5), "bilge", 5), in);
}

TEST(ChannelEdits, DeletingTakesWhatBelongsToTheChannelOnly)
{
    auto in = *withDecision(
        test::skiff(), "T01", "/readers/helm-volts/text", "for the trend", "2031-06-14");
    in = *withDecision(in, "G04", "/displays/helm/redrawEvery", "looks nice", "2031-06-14");
    const auto out = withoutChannel(in, "house-battery");
    ASSERT_TRUE(out);
    EXPECT_EQ(namesOf(*out), std::vector<std::string>{"Bilge level"});
    EXPECT_EQ(out->readers.size(), 2U);
    EXPECT_EQ(findById(out->pages, "battery"), nullptr);
    EXPECT_NE(findById(out->pages, "bilge"), nullptr);
    ASSERT_EQ(out->scenarios[0]->lanes.size(), 1U);
    EXPECT_EQ(out->scenarios[0]->lanes[0].id, "bilge");
    ASSERT_EQ(out->decisions.size(), 1U);
    EXPECT_EQ(out->decisions[0]->rule, "G04");
}

TEST(ChannelEdits, DeletingACopyLeavesTheSharedLaneAndTheFileAsItWas)
{
    const auto in = test::skiff();
    EXPECT_EQ(*withoutChannel(*withChannelCopied(in, "bilge"), "bilge-level-copy"), in);
}

} // namespace
} // namespace fern
