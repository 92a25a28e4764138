// A run that goes on while keys are pressed and quantities held: it meets what a run from zero
// meets to which all of that was told before.

#include "tests/core/sources.h"

#include "run/hand.h"

#include <algorithm>

#include <rapidcheck/gtest.h>

namespace fern {
namespace {

/// One of every source that a hand can reach, and what is made of them.
Instrument everything()
{
    auto in = test::withSource(
        test::bench(), "Remote", test::remoteCase({{1, "up"}, {9, "down held 2"}}));
    Source contact = test::ofKind(SourceKind::Switch, 0.02);
    contact.pin = "IO13";
    in = test::withSource(in, "Gate", {contact, "count", {}, {{3, "on"}, {6, "off"}}});
    const test::SourceCase rate{test::pulses(5), "m/s", {{0, 3}, {30, 9}}};
    in = test::withTotalOf(test::withSource(in, "Speed", rate), rate, "m");
    Source volts = test::ofKind(SourceKind::Lines, 0.25);
    volts.lines.key = "u";
    in = test::withSource(in, "U", {volts, "V", {{0, 1}, {30, 4}}});
    in = test::withSource(in, "Fix", test::receiverCase({{0, 5}, {30, 40}}));
    auto tally = test::ofKind(SourceKind::Derived, 0.1);
    tally.derived.kind = DerivedKind::Tally;
    tally.derived.of = in.channels[0]->id;
    return test::withSource(in, "Presses", {tally, "count"});
}

struct Deed {
    int kind = 0; ///< up, gate on, gate off, hold the speed, hold the voltage, let go
    int decisecond = 0; ///< since the one before
};

void doIt(HandEvents& hand, const PlainInstrument& plain, const Deed& deed, double at)
{
    const auto id = [&](std::size_t channel) { return plain.channels[channel].id; };
    switch (deed.kind) {
    case 0:
        hand.press(id(0), "up", at);
        return hand.release(id(0), "up", at + 0.05);
    case 1:
        return hand.press(id(1), "on", at);
    case 2:
        return hand.release(id(1), "on", at);
    case 3:
        return hand.hold(id(2), 2.5, at);
    case 4:
        return hand.hold(id(4), 3.25, at);
    default:
        hand.letGo(id(2), at);
        hand.letGo(id(4), at);
    }
}

std::vector<std::string> toldBy(const RunHistory& history)
{
    std::vector<std::string> all;
    for (const auto& sample : history.samples())
        all.push_back(std::to_string(sample.channel) + " " + std::to_string(sample.at.ns) + " "
            + std::to_string(sample.real.smoothed) + " " + std::to_string(sample.real.world) + " "
            + sample.code);
    for (const auto& told : history.told(0))
        all.push_back(std::to_string(told.at.ns) + " " + told.text);
    return all;
}

RC_GTEST_PROP(Follow, ARunThatGoesOnMeetsWhatOneFromZeroMeets, ())
{
    static const auto plain = *resolve(everything(), "");
    const auto steps = *rc::gen::container<std::vector<std::pair<int, int>>>(
        rc::gen::pair(rc::gen::inRange(0, 6), rc::gen::inRange(1, 60)));
    HandEvents hand;
    RunHistory followed(ticksFromSeconds(1e6));
    FirmwareRun run(plain, {}, followed);
    double at = 0;
    for (const auto& [kind, decisecond] : steps) {
        at += decisecond / 10.0 + 0.013;
        if (at > 25)
            break;
        run.advanceTo(ticksFromSeconds(at));
        doIt(hand, plain, {kind, decisecond}, at);
        auto changed = plain;
        hand.addTo(changed);
        run.follow(changed);
    }
    run.advanceTo(ticksFromSeconds(30));

    auto known = plain;
    hand.addTo(known);
    RunHistory fresh(ticksFromSeconds(1e6));
    FirmwareRun again(known, {}, fresh);
    again.advanceTo(ticksFromSeconds(30));
    const auto all = toldBy(followed);
    const auto expected = toldBy(fresh);
    const auto [told, other] =
        std::mismatch(all.begin(), all.end(), expected.begin(), expected.end());
    RC_LOG() << (told == all.end() ? "" : *told) << " but from zero "
             << (other == expected.end() ? "" : *other);
    RC_ASSERT(told == all.end());
    RC_ASSERT(other == expected.end());
}

TEST(Follow, ACopyOfARunGoesOnAlike)
{
    const auto plain = *resolve(everything(), "");
    RunHistory first(ticksFromSeconds(1e6));
    FirmwareRun run(plain, {}, first);
    run.advanceTo(ticksFromSeconds(12.34));
    RunHistory second(ticksFromSeconds(1e6));
    FirmwareRun copy(run, second);
    run.advanceTo(ticksFromSeconds(25));
    copy.advanceTo(ticksFromSeconds(25));
    const auto all = toldBy(first);
    const auto rest = toldBy(second);
    ASSERT_FALSE(rest.empty());
    for (const auto& line : rest)
        EXPECT_NE(std::find(all.begin(), all.end(), line), all.end()) << line;
}

} // namespace
} // namespace fern
