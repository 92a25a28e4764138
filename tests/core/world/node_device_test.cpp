#include "world/device.h"

#include <gtest/gtest.h>

#include <array>
#include <cmath>

namespace fern {
namespace {

// Three tries share the slot of 0.3 s evenly; a try is lost when the poll or the answer is.
TEST(NodeDevice, TriesAgainWithinItsSlot)
{
    SenderSetting s;
    s.device.kind = DeviceKind::Radio;
    s.device.every = {1, "s"};
    s.device.radio = {{0.3, "s"}, {0.02, "s"}, 3};
    ToldValue shed;
    shed.source.kind = SourceKind::Node;
    shed.source.node = {7, 40};
    shed.source.resolution = {0.1, "V"};
    shed.unit = *parseUnit("V");
    shed.lane = {{0, 12.5}};
    shed.id = "shed";
    s.values = {shed};
    const auto device = makeSender(s);
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

// Three stations in slots of 0.3 s: without losses they answer 0.02 s after 0, 0.3 and 0.6 s, and
// what one of them does is the same with and without the others.
TEST(NodeDevice, StationsAnswerOneAfterAnother)
{
    SenderSetting s;
    s.device.kind = DeviceKind::Radio;
    s.device.every = {2, "s"};
    s.device.radio = {{0.3, "s"}, {0.02, "s"}, 3};
    for (int address = 4; address < 7; ++address) {
        ToldValue value;
        value.source.kind = SourceKind::Node;
        value.source.node = {address, 0};
        value.unit = *parseUnit("V");
        value.lane = {{0, 1.0 * address}};
        value.id = "station " + std::to_string(address);
        s.values.push_back(value);
    }
    const auto sent = makeSender(s).slot(5);
    ASSERT_EQ(sent.size(), 3U);
    for (int i = 0; i < 3; ++i) {
        EXPECT_NEAR(inSeconds(sent[static_cast<std::size_t>(i)].at), 10.02 + 0.3 * i, 1e-9);
        EXPECT_EQ(
            sent[static_cast<std::size_t>(i)].bytes.substr(0, 2), std::to_string(4 + i) + ":");
    }
    for (auto& value : s.values)
        value.source.node.lossPercent = 45;
    auto alone = s;
    alone.values.resize(1);
    for (int slot = 0; slot < 50; ++slot) {
        auto all = makeSender(s).slot(slot);
        std::erase_if(all, [](const Sent& one) { return one.bytes[0] != '4'; });
        EXPECT_EQ(all, makeSender(alone).slot(slot));
    }
}

} // namespace
} // namespace fern
