// What each kind of field puts on pixels and on cells.

#include "base/utf8.h"
#include "screens/draw_cells.h"
#include "screens/draw_page.h"
#include "screens/draw_pixels.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

namespace fern {
namespace {

Field fieldOf(FieldKind kind, int width, int height)
{
    Field field;
    field.kind = kind;
    field.width = width;
    field.height = height;
    return field;
}

FieldContent shareOf(double share)
{
    FieldContent content;
    content.share = share;
    return content;
}

int litIn(const MonoFrame& frame, const Box& box)
{
    int lit = 0;
    for (int y = box.y; y < box.y + box.height; ++y)
        for (int x = box.x; x < box.x + box.width; ++x)
            lit += frame.pixel(x, y);
    return lit;
}

TEST(DrawFields, ABarIsAsLongAsItsValue)
{
    auto bar = fieldOf(FieldKind::Bar, 64, 9);
    const auto lit = [&](double share) {
        MonoFrame frame(64, 16);
        drawField(frame, bar, shareOf(share));
        return litIn(frame, {0, 0, 64, 16});
    };
    const int outline = 2 * 64 + 2 * 7;
    EXPECT_EQ(lit(0), outline);
    EXPECT_EQ(lit(1), outline + 60 * 5) << "a gap of a pixel on each side";
    EXPECT_EQ(lit(0.5), outline + 30 * 5);
    EXPECT_EQ(lit(-3), outline);
    EXPECT_EQ(lit(3), outline + 60 * 5);
    EXPECT_EQ(lit(std::nan("")), outline) << "without a value it is empty";
    bar = fieldOf(FieldKind::Bar, 9, 16);
    bar.isUpright = true;
    MonoFrame frame(64, 16);
    drawField(frame, bar, shareOf(0.5));
    EXPECT_TRUE(frame.pixel(4, 13)) << "filled from below";
    EXPECT_FALSE(frame.pixel(4, 2));
}

TEST(DrawFields, AHistoryHasItsNewestPointAtTheRight)
{
    const auto field = fieldOf(FieldKind::History, 8, 8);
    FieldContent content;
    content.shares = {0, 1, std::nan(""), 0.5};
    MonoFrame frame(8, 8);
    drawField(frame, field, content);
    EXPECT_TRUE(frame.pixel(4, 7)) << "the oldest of four";
    EXPECT_TRUE(frame.pixel(5, 0));
    EXPECT_TRUE(frame.pixel(5, 6)) << "joined with its neighbour";
    EXPECT_EQ(litIn(frame, {6, 0, 1, 8}), 0) << "a gap";
    EXPECT_EQ(litIn(frame, {7, 0, 1, 8}), 1);
    EXPECT_EQ(litIn(frame, {0, 0, 4, 8}), 0) << "nothing has come yet";
}

TEST(DrawFields, DotsTellThePage)
{
    auto dots = fieldOf(FieldKind::PageDots, 1, 1);
    FieldContent content;
    content.count = 3;
    content.index = 1;
    MonoFrame frame(32, 8);
    drawField(frame, dots, content);
    EXPECT_EQ(litIn(frame, {0, 0, 3, 3}), 8);
    EXPECT_EQ(litIn(frame, {6, 0, 3, 3}), 9);
    EXPECT_EQ(fieldBox(dots, 3, {}), (Box{0, 0, 15, 3}));
    EXPECT_EQ(cellRuns(dots, content, {}).front().signs, U"2/3");
}

// Part-filled cells: five columns each, of signs of one's own.
TEST(DrawFields, BarsOnCellsHavePartFilledEnds)
{
    Page page;
    page.fields = {fieldOf(FieldKind::Bar, 4, 1)};
    const auto own = ownSigns(page);
    ASSERT_EQ(own.size(), 5U);
    EXPECT_EQ(own[0], (CellRows{0x10, 0x10, 0x10, 0x10, 0x10, 0x10, 0x10, 0}))
        << "the cursor's row";
    const auto signs = [&](double share) {
        return cellRuns(page.fields[0], shareOf(share), own).front().signs;
    };
    EXPECT_EQ(signs(0), U"    ");
    EXPECT_EQ(signs(1), std::u32string(4, ownSign + 4));
    EXPECT_EQ(signs(0.35), (std::u32string{ownSign + 4, ownSign + 1, U' ', U' '})) << "7 of 20";
    // Bars that grow up share their eight signs with a history.
    auto up = fieldOf(FieldKind::Bar, 1, 2);
    up.isUpright = true;
    page.fields = {up, fieldOf(FieldKind::History, 8, 2)};
    EXPECT_EQ(ownSigns(page).size(), 8U);
    const auto rows = cellRuns(up, shareOf(0.75), ownSigns(page));
    ASSERT_EQ(rows.size(), 2U);
    EXPECT_EQ(rows[0].signs, std::u32string(1, ownSign + 3)) << "12 of 16 rows: four of the upper";
    EXPECT_EQ(rows[1].signs, std::u32string(1, ownSign + 7));
    page.fields.push_back(fieldOf(FieldKind::Bar, 4, 1));
    EXPECT_EQ(ownSigns(page).size(), 13U) << "more than a display has";
}

TEST(DrawFields, BlocksOfTextHaveTheirLines)
{
    auto block = fieldOf(FieldKind::TextBlock, 8, 2);
    block.text = "high water tonight";
    FieldContent content;
    content.text = block.text;
    const auto runs = cellRuns(block, content, {});
    ASSERT_EQ(runs.size(), 2U);
    EXPECT_EQ(runs[0].signs, U"high");
    EXPECT_EQ(runs[1].signs, U"water…");
    EXPECT_EQ(runs[1].y, 1);
    block.wrapsCells = true;
    EXPECT_EQ(cellRuns(block, content, {})[0].signs, U"high wat");
}

/// Any field that fits a frame of 64 × 32.
Field anyField()
{
    Field field;
    field.kind = static_cast<FieldKind>(*rc::gen::inRange<int>(0, fieldKinds));
    field.text = *rc::gen::container<std::string>(rc::gen::elementOf(std::string("ab 1")));
    field.width = *rc::gen::inRange(1, 40);
    field.height = *rc::gen::inRange(1, 30);
    field.x = *rc::gen::inRange(0, 20);
    field.y = *rc::gen::inRange(0, 20);
    field.isUpright = *rc::gen::arbitrary<bool>();
    field.font = "5x8";
    return field;
}

// What a field draws lies in the box that it says it may cover.
RC_GTEST_PROP(DrawFields, StayWithinTheirBoxes, ())
{
    const auto field = anyField();
    FieldContent content;
    content.text = field.text.substr(0, static_cast<std::size_t>(field.width));
    content.share = *rc::gen::inRange(-10, 20) / 10.0;
    content.shares.assign(*rc::gen::inRange<std::size_t>(0, 60), content.share);
    content.count = *rc::gen::inRange(1, 6);
    MonoFrame frame(256, 256);
    drawField(frame, field, content);
    const int written = field.kind == FieldKind::PageDots
        ? content.count
        : static_cast<int>(std::max(content.text.size(), field.text.size()));
    const auto box = fieldBox(field, written, {});
    RC_ASSERT(litIn(frame, box) == litIn(frame, {0, 0, 256, 256}));
}

} // namespace
} // namespace fern
