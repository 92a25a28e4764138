// Instruments as makers wire them: the sound ones give no stop and no check, and each seeded
// mistake gives its finding, beside it only the consequences that the table lists with a reason.

#include "base/json.h"
#include "judge/findings.h"
#include "judge/rules/signal.h"
#include "tests/support.h"

#include <algorithm>
#include <filesystem>
#include <map>
#include <set>

namespace fern {
namespace {

const std::int64_t lookedAtOn = 1930176000; // 2031-03-02, a few days after the calibration

/// What is found by rule and place, statically and in a run of the first scenario; notes too.
using Found = std::map<std::pair<std::string, std::string>, Finding>;

Found foundIn(const std::string& text)
{
    const auto instrument = readInstrument(text);
    EXPECT_TRUE(instrument) << (instrument ? "" : instrument.error().message);
    Found found;
    if (!instrument)
        return found;
    auto plain = *resolve(*instrument, "");
    plain.today = lookedAtOn;
    for (const auto& findings :
        {findingsOf(*instrument, plain), scenarioFindings(*instrument, plain)})
        for (const auto& finding : findings)
            found[{finding.rule, finding.place}] = finding;
    return found;
}

std::string buildText(const std::string& name)
{
    return test::readText(test::sourcePath("tests/data/builds/" + name + ".fern.json"));
}

/// The member or item that a part of a path names: of a list by id, name or index. It is made where
/// there is none.
json::Node& stepInto(json::Node& node, const std::string& key)
{
    if (node.kind == json::Kind::Object) {
        for (auto& member : node.members)
            if (member.key == key)
                return member.value;
        node.add(key, {});
        return node.members.back().value;
    }
    for (auto& item : node.items)
        for (const auto* by : {"id", "name"})
            if (const auto* named = json::find(item, by); named != nullptr && named->text == key)
                return item;
    if (key.find_first_not_of("0123456789") == std::string::npos)
        return node.items.at(std::stoul(key));
    return node.items.emplace_back();
}

/// Sets what a path leads to; null takes it out.
void change(json::Node& root, const std::string& path, const json::Node& value)
{
    auto* parent = &root;
    auto* node = &root;
    for (std::size_t at = 1; at <= path.size();) {
        const auto end = std::min(path.find('/', at), path.size());
        parent = node;
        node = &stepInto(*node, path.substr(at, end - at));
        at = end + 1;
    }
    *node = value;
    if (value.kind != json::Kind::Null)
        return;
    std::erase_if(
        parent->items, [](const json::Node& item) { return item.kind == json::Kind::Null; });
    std::erase_if(parent->members,
        [](const json::Member& member) { return member.value.kind == json::Kind::Null; });
}

std::string words(const Found& found)
{
    std::string all;
    for (const auto& [what, finding] : found)
        all += "\n  " + what.first + " " + what.second;
    return all;
}

/// A finding as it is read: its title, its reason, and how it can be mended.
std::string told(const Finding& finding)
{
    auto all =
        std::string(severityWord(finding.severity)) + ": " + finding.title + ". " + finding.reason;
    for (const auto& fix : finding.fixes)
        all += " [" + fix.label + "]";
    return all;
}

TEST(Builds, TheSoundOnesGiveNothingToMend)
{
    int builds = 0;
    for (const auto& entry :
        std::filesystem::directory_iterator(test::sourcePath("tests/data/builds"))) {
        if (!entry.path().string().ends_with(".fern.json"))
            continue;
        ++builds;
        const auto found = foundIn(test::readText(entry.path()));
        EXPECT_TRUE(found.empty()) << entry.path().filename() << words(found);
    }
    EXPECT_GE(builds, 25);
}

TEST(Builds, EachMistakeGivesItsFinding)
{
    const auto mistakes =
        json::parse(test::readText(test::sourcePath("tests/data/builds/mistakes.json")));
    ASSERT_TRUE(mistakes) << mistakes.error().message;
    EXPECT_GE(mistakes->items.size(), 40U);
    for (const auto& mistake : mistakes->items) {
        const auto text = [](const json::Node& node, const char* key) {
            const auto* member = json::find(node, key);
            return member == nullptr ? std::string() : member->text;
        };
        const auto name = text(mistake, "name");
        auto root = *json::parse(buildText(text(mistake, "build")));
        for (const auto& [path, value] : json::find(mistake, "change")->members)
            change(root, path, value);
        auto found = foundIn(json::write(root));
        const auto its = found.find({text(mistake, "rule"), text(mistake, "place")});
        ASSERT_NE(its, found.end()) << name << " does not give " << text(mistake, "rule") << " at "
                                    << text(mistake, "place") << words(found);
        EXPECT_EQ(told(its->second), text(mistake, "says")) << name;
        found.erase(its);
        for (const auto& consequence : json::find(mistake, "consequences")->items) {
            EXPECT_FALSE(text(consequence, "reason").empty()) << name;
            EXPECT_EQ(found.erase({text(consequence, "rule"), text(consequence, "place")}), 1U)
                << name << " does not lead to " << text(consequence, "rule") << " at "
                << text(consequence, "place");
        }
        EXPECT_TRUE(found.empty()) << name << " also gives" << words(found);
    }
}

} // namespace
} // namespace fern
