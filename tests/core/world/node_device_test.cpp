#include "world/radio_device.h"

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
    shed.source.node = {7, {}, 40};
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
        value.source.node = {address, {}, 0};
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

/// A well with two values and a pump behind it, in slots of 1 s with two tries, every 4 s.
SenderSetting twoStations(double lossPercent, bool acknowledges)
{
    SenderSetting s;
    s.seed = 2;
    s.device.kind = DeviceKind::Radio;
    s.device.every = {4, "s"};
    s.device.radio = {{1, "s"}, {0.05, "s"}, 2, acknowledges};
    const auto add = [&](int address, const char* name, double truth) {
        ToldValue value;
        value.source.kind = SourceKind::Node;
        value.source.node = {address, name, lossPercent};
        value.source.resolution = {1, "cm"};
        value.unit = *parseUnit("cm");
        value.lane = {{0, truth / 100}};
        value.id = std::to_string(address) + name;
        s.values.push_back(value);
    };
    add(3, "level", 120);
    add(8, "", 7);
    add(3, "rain", 4);
    return s;
}

// By hand: polled at 8 s, the well says its two values 0.05 s after one another; the pump is the
// second station, though its channel stands between them.
TEST(NodeDevice, AStationAnswersWithAllItsValuesInOneSlot)
{
    const auto sent = makeSender(twoStations(0, false)).slot(2);
    ASSERT_EQ(sent.size(), 3U);
    EXPECT_EQ(sent[0].bytes, "3.level:120\n");
    EXPECT_NEAR(inSeconds(sent[0].at), 8.05, 1e-9);
    EXPECT_EQ(sent[1].bytes, "3.rain:4\n");
    EXPECT_NEAR(inSeconds(sent[1].at), 8.1, 1e-9);
    EXPECT_EQ(sent[2].bytes, "8:7\n");
    EXPECT_NEAR(inSeconds(sent[2].at), 9.05, 1e-9);
    EXPECT_EQ(stationsOf({3, 8, 3, 1, 8}), (std::vector<std::size_t>{0, 1, 0, 2, 1}));
}

// With messages lost by p = 0.3 an answer comes in an attempt that is heard by 1 − p, and by
// 1 − p² when it is said twice; of those that come the first time, p · (1 − p) come once more.
TEST(NodeDevice, AcknowledgedAnswersAreSaidOnceMore)
{
    constexpr double p = 0.3;
    constexpr int cycles = 6000;
    for (const bool acknowledges : {false, true}) {
        const auto radio = makeSender(twoStations(100 * p, acknowledges));
        int came = 0;
        int twice = 0;
        for (int cycle = 0; cycle < cycles; ++cycle) {
            int pump = 0;
            for (const auto& sent : radio.slot(cycle))
                pump += sent.bytes.starts_with("8:");
            came += pump > 0;
            twice += pump > 1;
        }
        const double once = (1 - p) * (acknowledges ? 1 - p * p : 1 - p);
        const double share = 1 - (1 - once) * (1 - once);
        EXPECT_NEAR(came, cycles * share, 4 * std::sqrt(cycles * share * (1 - share)));
        const double again = acknowledges ? (1 - p) * (1 - p) * p * (1 - p) : 0;
        const double either = again + (1 - once) * again; // in the first attempt or the second
        EXPECT_NEAR(twice, cycles * either, 4 * std::sqrt(cycles * either + 1));
    }
}

TEST(NodeDevice, WhatIsSentToAStationGoesAlongWithItsPolls)
{
    const auto s = twoStations(40, false);
    int heard = 0;
    constexpr int cycles = 4000;
    for (int cycle = 0; cycle < cycles; ++cycle) {
        const auto poll = pollOf(s, 1, cycle);
        EXPECT_NEAR(inSeconds(poll.begin), 4 * cycle + 1, 1e-6);
        heard += poll.heard.has_value();
        // Whoever answers has heard the poll.
        for (const auto& sent : makeSender(s).slot(cycle))
            EXPECT_TRUE(!sent.bytes.starts_with("8:") || (poll.heard && *poll.heard < sent.at));
    }
    EXPECT_NEAR(heard, cycles * (1 - 0.16), 4 * std::sqrt(cycles * 0.16 * 0.84));
}

} // namespace
} // namespace fern
