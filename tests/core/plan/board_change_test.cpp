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

} // namespace
} // namespace fern
