#include "plan/board_change.h"

#include "instrument/parts_view.h"
#include "parts/catalogue.h"
#include "tests/core/judge/parts_cases.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

TEST(BoardChange, CarriesEverythingOverOrSaysWhatFindsNoPlace)
{
    const auto in = test::withAnalogChannels(2);
    const auto& large = findInCatalogue("board-wifi-many-inputs")->part;
    const auto changed = withBoardReplaced(in, "board", large);
    ASSERT_TRUE(changed) << changed.error().message;
    const auto& board = *findById(changed->parts, "board");
    EXPECT_EQ(board.className, large.className);
    EXPECT_EQ(findById(changed->parts, "glass")->port->bus, "bus-a");
    for (const auto& use : pinUses(*changed)) {
        ASSERT_NE(findPin(board, use.pin), nullptr) << use.words;
        EXPECT_NE(findPin(board, use.pin)->roles & bitOf(use.role), 0U) << use.words;
    }
    const auto refused =
        withBoardReplaced(in, "board", findInCatalogue("board-wifi-one-input")->part);
    ASSERT_FALSE(refused);
    EXPECT_NE(refused.error().message.find("has no pin left for"), std::string::npos);
    EXPECT_FALSE(withBoardReplaced(in, "glass", large));
}

TEST(BoardChange, AnOutputFollowsTheLineOfWhatItDrives)
{
    auto servo = test::servo(100, "battery");
    servo.lines = {{"pulses", PinRole::Pwm, "D3"}};
    auto in = test::plus(test::shed(), servo);
    Output output;
    output.id = output.name = "tilt";
    output.part = "board";
    output.pin = "D3";
    output.from = in.channels[0]->id;
    output.low = in.channels[0]->wish.from;
    output.high = in.channels[0]->wish.to;
    in.outputs.push_back(std::make_shared<const Output>(output));
    in = *accepted(std::move(in));
    const auto changed =
        withBoardReplaced(in, "board", findInCatalogue("board-wifi-many-inputs")->part);
    ASSERT_TRUE(changed) << changed.error().message;
    EXPECT_EQ(changed->outputs[0]->pin, findById(changed->parts, "servo")->lines[0].pin);
    EXPECT_NE(changed->outputs[0]->pin, "D3");
}

} // namespace
} // namespace fern
