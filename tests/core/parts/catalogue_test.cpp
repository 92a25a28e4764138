#include "parts/catalogue.h"

#include "plan/starting_points.h"
#include "plan/wiring.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <map>
#include <set>

namespace fern {
namespace {

/// The paths of every figure below a node: numbers, and quantities as a whole.
void collectFigures(const json::Node& node, const std::string& path, std::vector<std::string>& out)
{
    if (node.kind == json::Kind::Number || json::find(node, "unit") != nullptr) {
        out.push_back(path);
        return;
    }
    const auto below = [&](const std::string& key) {
        return path.empty() ? key : path + "/" + key;
    };
    for (const auto& [key, value] : node.members)
        collectFigures(value, below(key), out);
    for (std::size_t i = 0; i < node.items.size(); ++i)
        collectFigures(node.items[i], below(std::to_string(i)), out);
}

TEST(Catalogue, HasEveryCategoryAndNoIdTwice)
{
    std::map<std::string, int> counts;
    std::set<std::string> ids;
    for (const auto& entry : catalogue()) {
        ++counts[entry.category];
        EXPECT_TRUE(ids.insert(entry.id).second) << entry.id;
        EXPECT_FALSE(entry.title.empty() || entry.about.empty()) << entry.id;
        EXPECT_EQ(findInCatalogue(entry.id), &entry);
    }
    EXPECT_GE(counts["board"], 7);
    EXPECT_GE(counts["display"], 10);
    EXPECT_GE(counts["converter"], 3);
    EXPECT_GE(counts["sensor"], 17);
    EXPECT_GE(counts["actuator"], 2);
    EXPECT_GE(counts["radio"], 1);
    EXPECT_GE(counts["supply"], 9);
    EXPECT_EQ(findInCatalogue("nothing"), nullptr);
}

TEST(Catalogue, SaysWhereEveryFigureComesFrom)
{
    const std::set<std::string_view> known{"standard", "common practice", "typical of the class"};
    for (const auto& entry : catalogue()) {
        Part part = entry.part;
        JsonWriter writer;
        describe(writer, part);
        std::vector<std::string> figures;
        collectFigures(writer.take(), "", figures);
        for (const auto& path : figures)
            EXPECT_TRUE(known.contains(sourceOf(entry, path))) << entry.id << " " << path;
    }
}

TEST(Catalogue, TheNearestSourceHolds)
{
    const auto& cell = *findInCatalogue("lithium-cell");
    EXPECT_EQ(sourceOf(cell, "battery/capacity"), "typical of the class");
    EXPECT_EQ(sourceOf(cell, "battery/usablePercent"), "common practice");
    EXPECT_EQ(sourceOf(cell, "colour"), "");
}

Instrument boardAlone(const Part& board)
{
    auto in = emptyInstrument("Bench", board, findInCatalogue("mono-128x64")->part);
    return in;
}

TEST(Catalogue, EveryModuleFindsItsPinsOnTheLargestBoard)
{
    for (const auto& entry : catalogue()) {
        if (entry.category == "board" || entry.category == "supply")
            continue;
        auto in = boardAlone(findInCatalogue("board-wifi-many-inputs")->part);
        Part part = entry.part;
        part.id = "module";
        in.parts.push_back(std::make_shared<const Part>(part));
        const auto done = wired(in);
        // The glass that is there has the one address of this class.
        EXPECT_EQ(done.has_value(), entry.id != "mono-128x32-fixed")
            << entry.id << ": " << (done ? "" : done.error().message);
    }
}

TEST(Catalogue, IsSearchedByWordsAndCategory)
{
    const auto found = searchCatalogue("", "16 gain CONVERTER");
    ASSERT_EQ(found.size(), 1U);
    EXPECT_EQ(found[0]->id, "converter-gain-16");
    EXPECT_TRUE(searchCatalogue("display", "16-bit").empty());
    EXPECT_EQ(searchCatalogue("", "").size(), catalogue().size());
    std::size_t sum = 0;
    for (const auto& category : catalogueCategories())
        sum += searchCatalogue(category, "").size();
    EXPECT_EQ(sum, catalogue().size());
    EXPECT_EQ(shortTitle(*found[0]), "16-bit converter with programmable gain");
}

// Common practice: every board has a pair of pins for its I²C bus and at least one interrupt.
TEST(Catalogue, EveryBoardWiresItsBus)
{
    for (const auto& entry : catalogue()) {
        if (entry.category != "board")
            continue;
        const auto done = wired(boardAlone(entry.part));
        ASSERT_TRUE(done) << entry.id << ": " << done.error().message;
        EXPECT_EQ(findById(done->parts, "glass")->port->bus, "bus");
        EXPECT_TRUE(std::any_of(entry.part.pins.begin(), entry.part.pins.end(),
            [](const auto& pin) { return (pin.roles & bitOf(PinRole::Interrupt)) != 0; }))
            << entry.id;
    }
}

} // namespace
} // namespace fern
