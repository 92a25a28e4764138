#include "judge/address_ways.h"

#include "tests/core/judge/parts_cases.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

bool collides(const Instrument& in)
{
    return collide(*findById(in.parts, "glass"), *findById(in.parts, "second"));
}

/// Applies the way of a kind to glass and second.
Result<Instrument> apply(const Instrument& in, AddressWayKind kind)
{
    const auto ways = addressWays(in, *findById(in.parts, "glass"), *findById(in.parts, "second"));
    const auto& way = ways[static_cast<std::size_t>(kind)];
    return way.isPossible() ? way.fix.apply(in) : Error{ErrorCode::NotFound, way.obstacle, ""};
}

// Each way leads to a state without a conflict, whatever way was taken before.
TEST(AddressWays, EachLeadsOutFromWherever)
{
    for (const auto before : addressWayKinds)
        for (const auto after : addressWayKinds) {
            const auto first = apply(test::twoDisplays(0x3C), before);
            ASSERT_TRUE(first);
            EXPECT_FALSE(*first == test::twoDisplays(0x3C));
            const auto second = apply(*first, after);
            // Addresses that a strap made different cannot be mirrored.
            if (before == AddressWayKind::Strap && after == AddressWayKind::Mirrored) {
                EXPECT_EQ(second.error().message, "their addresses differ now");
                continue;
            }
            ASSERT_TRUE(second);
            const auto& glass = *findById(second->parts, "glass")->port;
            const auto& other = *findById(second->parts, "second")->port;
            EXPECT_EQ(glass.bus == other.bus, after != AddressWayKind::SecondBus);
            EXPECT_FALSE(glass.bus == other.bus && collides(*second));
        }
}

TEST(AddressWays, AMultiplexerIsAddedOnceAndWithAFreeAddress)
{
    const auto in = *apply(test::twoDisplays(0x3C, false), AddressWayKind::Multiplexer);
    const auto& mux = *in.parts.back();
    EXPECT_EQ(mux.kind, PartKind::Multiplexer);
    EXPECT_EQ(mux.port->bus, "bus-a");
    EXPECT_EQ(findById(in.parts, "glass")->port->behind, mux.id);
    EXPECT_NE(
        findById(in.parts, "glass")->port->channel, findById(in.parts, "second")->port->channel);
    EXPECT_EQ(
        apply(*apply(in, AddressWayKind::Mirrored), AddressWayKind::Multiplexer)->parts.size(),
        in.parts.size());
}

} // namespace
} // namespace fern
