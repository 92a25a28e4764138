#include "plan/wiring.h"

#include "instrument/part_edits.h"
#include "parts/catalogue.h"
#include "tests/core/judge/parts_cases.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <algorithm>
#include <numeric>
#include <set>

namespace fern {
namespace {

/// The shed with lines of these roles that want a pin, on one module each.
Instrument wanting(const std::vector<PinRole>& roles, std::vector<PinSpec> pins)
{
    auto in = test::with(test::shed(), "board", [&](Part& board) {
        board.pins = std::move(pins);
        board.buses.clear();
    });
    in = test::with(in, "glass", [](Part& glass) { glass.port.reset(); });
    in.channels.clear();
    in.readers.clear();
    in.pages.clear();
    for (std::size_t i = 0; i < roles.size(); ++i)
        in = test::plus(std::move(in),
            test::withLine(("m" + std::to_string(i)).c_str(), {.name = "line", .role = roles[i]}));
    return in;
}

/// Whether the roles can be served at all, by trying every order of the pins.
bool isPossible(const std::vector<PinRole>& roles, const std::vector<PinSpec>& pins)
{
    if (roles.size() > pins.size())
        return false;
    std::vector<std::size_t> order(pins.size());
    std::iota(order.begin(), order.end(), 0U);
    do {
        bool serves = true;
        for (std::size_t i = 0; i < roles.size(); ++i)
            serves = serves && (pins[order[i]].roles & bitOf(roles[i])) != 0;
        if (serves)
            return true;
    } while (std::next_permutation(order.begin(), order.end()));
    return false;
}

RC_GTEST_PROP(Wiring, UsesNoPinTwiceBreaksNoRoleAndAgreesWithBruteForce, ())
{
    const auto pinCount = *rc::gen::inRange(1, 6);
    std::vector<PinSpec> pins;
    for (int i = 0; i < pinCount; ++i)
        pins.push_back(PinSpec{
            "P" + std::to_string(i), 0, "", static_cast<PinRoles>(*rc::gen::inRange(1, 16)), -1});
    const auto roles = *rc::gen::container<std::vector<PinRole>>(
        rc::gen::map(rc::gen::inRange(0, 4), [](int i) { return static_cast<PinRole>(i); }));
    RC_PRE(roles.size() <= 6);
    const auto done = wired(wanting(roles, pins));
    RC_ASSERT(static_cast<bool>(done) == isPossible(roles, pins));
    if (!done)
        return;
    std::set<std::string> used;
    const auto uses = pinUses(*done);
    RC_ASSERT(uses.size() == roles.size());
    for (const auto& use : uses) {
        RC_ASSERT(used.insert(use.pin).second);
        RC_ASSERT((findPin(*use.board, use.pin)->roles & bitOf(use.role)) != 0);
    }
}

TEST(Wiring, KeepsWhatIsSetAndUsesPlainPinsFirst)
{
    auto in = test::plus(test::shed(), test::withLine("key", {.name = "key"}));
    in = test::plus(in, test::withLine("wheel", {.name = "pulses", .role = PinRole::Interrupt}));
    const auto done = *wired(in);
    EXPECT_EQ(findById(done.parts, "wheel")->lines[0].pin, "D2");
    EXPECT_EQ(findById(done.parts, "key")->lines[0].pin, "A1"); // two roles, the first of these
    EXPECT_EQ(done.channels[0]->source.pin, in.channels[0]->source.pin);
    EXPECT_EQ(*wired(done), done);
}

TEST(Wiring, GivesModulesABusAndAFreeAddress)
{
    const auto done = *wired(test::twoDisplays(0x3C));
    EXPECT_EQ(findById(done.parts, "glass")->port->address, 0x3C); // it was there first
    EXPECT_EQ(findById(done.parts, "second")->port->address, 0x3D);
    auto loose = *findById(test::shed().parts, "glass");
    loose.id = "loose";
    loose.port->bus.clear();
    loose.port->straps.clear();
    const auto placed = *wired(test::plus(test::shed(), loose));
    EXPECT_EQ(findById(placed.parts, "loose")->port->bus, "bus-b"); // 0x3C is taken on the first
}

TEST(Wiring, SaysWhatFindsNoPlace)
{
    auto in = test::shed();
    for (int i = 0; i < 3; ++i)
        in = test::plus(in,
            test::withLine(("wheel" + std::to_string(i)).c_str(),
                {.name = "pulses", .role = PinRole::Interrupt}));
    const auto none = wired(in);
    ASSERT_FALSE(none);
    EXPECT_EQ(
        none.error().message, "board has no pin left for pulses of wheel1, which wants interrupt");
    const auto stuck = wired(test::twoDisplays(0x3C, false));
    ASSERT_TRUE(stuck); // the first one still has a strap, and gives way
    EXPECT_EQ(findById(stuck->parts, "glass")->port->address, 0x3D);
    auto both = test::with(
        test::twoDisplays(0x3C, false), "glass", [](Part& p) { p.port->straps.clear(); });
    ASSERT_FALSE(wired(both));
    EXPECT_EQ(wired(both).error().message, "second finds no bus on which 0x3C is free");
}

TEST(PartWired, HangsOnTheBusEvenWhereItsAddressIsTaken)
{
    const auto in = *withPartWired(
        *withoutBus(test::shed(), "bus-b"), findInCatalogue("mono-128x32-fixed")->part);
    EXPECT_EQ(in.parts.back()->port->bus, "bus-a");
    EXPECT_EQ(openLineCount(in), 0U);
    auto greedy = test::withLine("greedy", {.name = "data", .role = PinRole::UartIn});
    EXPECT_EQ(openLineCount(*withPartWired(test::shed(), greedy)), 1U);
}

TEST(Wiring, ABoardBringsWhatIsSolderedToIt)
{
    for (const auto& entry : catalogue()) {
        const auto soldered = builtInto(entry);
        if (soldered.empty())
            continue;
        const auto before = test::shed();
        const auto board = *withPartWired(before, entry.part);
        const auto boardId = board.parts.back()->id;
        const auto in = *withBuiltIn(board, boardId, soldered);
        ASSERT_EQ(in.parts.size(), before.parts.size() + 1 + soldered.size()) << entry.id;
        const auto& glass = *in.parts.back();
        EXPECT_EQ(glass.builtInto, boardId);
        EXPECT_EQ(in.displays.back()->part, glass.id);
        ASSERT_TRUE(glass.port.has_value());
        const auto& buses = findById(in.parts, boardId)->buses;
        EXPECT_TRUE(std::any_of(buses.begin(), buses.end(), [&](const BusSpec& bus) {
            return bus.id == glass.port->bus;
        })) << "on a bus of its own board, not of the first one";
        return;
    }
    FAIL() << "no board of the catalogue has anything soldered to it";
}

} // namespace
} // namespace fern
