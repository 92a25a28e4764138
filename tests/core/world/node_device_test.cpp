#include "world/device.h"

#include <gtest/gtest.h>

#include <array>
#include <cmath>

namespace fern {
namespace {

// Three tries share the slot of 0.3 s evenly; a try is lost when the poll or the answer is.
TEST(NodeDevice, TriesAgainWithinItsSlot)
{
    DeviceSetting s;
    s.source.kind = SourceKind::Node;
    s.source.sampleEvery = {1, "s"};
    s.source.node = {7, {0.3, "s"}, {0.02, "s"}, 3, 40};
    s.source.resolution = {0.1, "V"};
    s.unit = *parseUnit("V");
    s.lane = {{0, 12.5}};
    s.id = "shed";
    const auto device = makeDevice(s);
    std::array<int, 4> answered{}; // at the first, second, third try, never
    constexpr int polls = 4000;
    for (int slot = 0; slot < polls; ++slot) {
        const auto sent = device.slot(slot);
        if (sent.empty()) {
            ++answered[3];
            continue;
        }
        ASSERT_EQ(sent.size(), 1U);
        EXPECT_EQ(sent[0].bytes, "7:12.5\n");
        const double tries = (inSeconds(sent[0].at) - slot - 0.02) / 0.1;
        EXPECT_NEAR(tries, std::round(tries), 1e-6);
        ++answered.at(static_cast<std::size_t>(std::lround(tries)));
    }
    const double heard = 0.6 * 0.6; // both ways
    double left = 1;
    for (int i = 0; i < 3; ++i, left *= 1 - heard)
        EXPECT_NEAR(answered.at(static_cast<std::size_t>(i)), polls * left * heard,
            4 * std::sqrt(polls * left * heard));
    EXPECT_NEAR(answered[3], polls * left, 4 * std::sqrt(polls * left));
}

} // namespace
} // namespace fern
