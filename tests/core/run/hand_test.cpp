// Keys that a person presses beside the scenario.

#include "tests/core/sources.h"

#include "curves/polyline.h"
#include "run/hand.h"
#include "tests/support.h"

#include <gmock/gmock.h>

namespace fern {
namespace {

using test::withSource;

Source ladder()
{
    Source s;
    s.kind = SourceKind::KeyLadder;
    s.pin = "IN36";
    s.sampleEvery = {20, "ms"};
    s.ladder.keys = {{"left", {0, "ohm"}}, {"right", {4.7, "kohm"}}};
    return s;
}

Source remoteOfTheHand()
{
    Source s;
    s.kind = SourceKind::KeyCodes;
    s.pin = "IO4";
    s.names = {{"20DF40BF", "up"}};
    s.keyCodes.takesRepeats = true;
    s.keyCodes.holdOff = {50, "ms"};
    return s;
}

/// The codes that a channel gives in ten seconds, with what was done by hand.
std::vector<std::string> codesOf(const Instrument& in, const HandEvents& hand)
{
    auto plain = *resolve(in, "");
    hand.addTo(plain);
    RunHistory history(ticksFromSeconds(60));
    FirmwareRun run(plain, {}, history);
    run.advanceTo(ticksFromSeconds(10));
    std::vector<std::string> codes;
    for (const auto& told : history.told(0))
        if (!told.text.empty())
            codes.push_back(told.text);
    return codes;
}

TEST(Hand, EveryKindOfCodeHasItsKeys)
{
    Source labels;
    labels.kind = SourceKind::Labels;
    labels.names = {{"4006381333931", "box 1"}};
    Source contact;
    contact.kind = SourceKind::Switch;
    contact.pin = "IO13";
    contact.names = {{"on", "closed"}};
    auto in = withSource(test::bench(), "Keys", {ladder(), "count", {}, {{90, "left"}}});
    in = withSource(in, "Remote", {remoteOfTheHand(), "count", {}, {{90, "up"}}});
    in = withSource(in, "Scanner", {labels, "count", {}, {{90, "1"}}});
    in = withSource(in, "Door", {contact, "count", {}, {{90, "on"}}});
    const auto keys = handKeys(in);
    std::vector<std::string> words;
    std::vector<std::string> whats;
    for (const auto& key : keys) {
        words.push_back(key.words);
        whats.push_back(key.what);
    }
    EXPECT_THAT(words,
        testing::ElementsAre(
            "left", "right", "none", "left+right", "up", "box 1", "closed", "off"));
    EXPECT_THAT(whats,
        testing::ElementsAre(
            "left", "right", "", "left+right", "up", "4006381333931", "on", "off"));
}

TEST(Hand, AKeyIsHeldUntilItIsReleased)
{
    const auto in =
        withSource(test::bench(), "Remote", {remoteOfTheHand(), "count", {}, {{90, "up"}}});
    const auto& id = in.channels[0]->id;
    HandEvents hand;
    EXPECT_TRUE(codesOf(in, hand).empty());
    hand.press(id, "up", 2);
    const auto held = codesOf(in, hand).size();
    hand.release(id, "up", 2.5);
    const auto released = codesOf(in, hand).size();
    EXPECT_GT(held, 70U) << "eight seconds, a repeat every 108 ms";
    EXPECT_EQ(released, 5U) << "0.5 s: one code and four repeats";
    hand.release(id, "up", 3);
    EXPECT_EQ(codesOf(in, hand).size(), released) << "it is up already";
}

// The course rises by 1 a second: held at 20 from 3 s on it stays there, and jumps back when it is
// let go.
TEST(Hand, AQuantityIsHeldAndFollowsItsCourseAgain)
{
    auto plain = test::plainSkiff();
    plain.channels[0].lane = {{0, 0}, {10, 10}, {20, 20}};
    const auto id = plain.channels[0].id;
    const auto at = [&](const HandEvents& hand, double seconds) {
        auto changed = plain;
        hand.addTo(changed);
        return polylineAt(changed.channels[0].lane, seconds);
    };
    HandEvents hand;
    EXPECT_FALSE(hand.heldAt(id));
    hand.hold(id, 20, 3);
    EXPECT_EQ(hand.heldAt(id), 20);
    EXPECT_DOUBLE_EQ(at(hand, 2.5), 2.5);
    EXPECT_DOUBLE_EQ(at(hand, 3.01), 20);
    EXPECT_DOUBLE_EQ(at(hand, 100), 20);
    hand.hold(id, 7, 5);
    EXPECT_EQ(hand.heldAt(id), 7);
    EXPECT_DOUBLE_EQ(at(hand, 4.9), 20);
    EXPECT_DOUBLE_EQ(at(hand, 6), 7);
    hand.letGo(id, 12);
    EXPECT_FALSE(hand.heldAt(id));
    EXPECT_DOUBLE_EQ(at(hand, 11.9), 7);
    EXPECT_NEAR(at(hand, 12.01), 12.01, 1e-9);
    EXPECT_DOUBLE_EQ(at(hand, 15), 15);
    auto changed = plain;
    hand.addTo(changed);
    for (std::size_t i = 1; i < changed.channels[0].lane.size(); ++i)
        EXPECT_GT(changed.channels[0].lane[i].x, changed.channels[0].lane[i - 1].x) << i;
    hand.hold("no such channel", 1, 1);
    hand.forgetAfter(4);
    EXPECT_DOUBLE_EQ(at(hand, 4.9), 20) << "what came later is forgotten";
}

TEST(Hand, StandsBesideTheScenarioAndIsForgotten)
{
    const auto in = withSource(
        test::bench(), "Keys", {ladder(), "count", {}, {{1, "left"}, {5, "left"}}, TextForm::Name});
    const auto& id = in.channels[0]->id;
    HandEvents hand;
    hand.press(id, "right", 3);
    hand.release(id, "right", 3.1);
    hand.press("no such channel", "right", 3);
    EXPECT_THAT(codesOf(in, hand), testing::ElementsAre("left", "right", "left"));
    hand.press(id, "right", 5); // the same instant as the scenario's
    auto plain = *resolve(in, "");
    hand.addTo(plain);
    for (std::size_t i = 1; i < plain.channels[0].events.size(); ++i)
        EXPECT_GT(plain.channels[0].events[i].at, plain.channels[0].events[i - 1].at);
    hand.forgetAfter(2);
    EXPECT_THAT(codesOf(in, hand), testing::ElementsAre("left", "left"));
}

} // namespace
} // namespace fern
