// Glyphs, pictures and lists on pages: their text in the file, and where they are drawn.

#include "drive/firmware.h"
#include "drive/pixel_page.h"
#include "screens/align.h"
#include "screens/draw_cells.h"
#include "screens/draw_pixels.h"
#include "screens/part_picture.h"
#include "tests/core/displays.h"
#include "tests/core/sources.h"

#include <algorithm>

#include <rapidcheck/gtest.h>

namespace fern {
namespace {

Field glyphField(Dots dots, int x, int y, int scale = 1)
{
    Field field;
    field.id = "sign";
    field.kind = FieldKind::Glyph;
    field.dots = std::move(dots);
    field.x = x;
    field.y = y;
    field.scale = scale;
    return field;
}

Dots someDots(int width, int height)
{
    Dots dots(width, height);
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x)
            dots.set(x, y, *rc::gen::arbitrary<bool>());
    return dots;
}

RC_GTEST_PROP(DotsProperty, ComeBackFromTheirText, ())
{
    const auto dots =
        someDots(*rc::gen::inRange(1, mostDots + 1), *rc::gen::inRange(1, mostDots + 1));
    const auto read = parseDots(dotsText(dots));
    RC_ASSERT(read);
    RC_ASSERT(*read == dots);
    if (dots.width() <= 8)
        RC_ASSERT(Dots::ofRows(dots.rows(), dots.width()) == dots);
}

TEST(Dots, WhatIsNoGlyphIsRefused)
{
    for (const char* wrong : {"", "012", "01 1", "01x"})
        EXPECT_FALSE(parseDots(wrong)) << wrong;
    EXPECT_FALSE(parseDots(std::string(65, '1')));
}

RC_GTEST_PROP(PictureProperty, ComesBackFromItsText, ())
{
    Picture picture;
    picture.colours = static_cast<PictureColours>(*rc::gen::inRange(0, 3));
    picture.width = *rc::gen::inRange(1, 40);
    picture.height = *rc::gen::inRange(1, 20);
    const int least = picture.colours == PictureColours::Inks ? 1 : 0;
    const int end = picture.colours == PictureColours::Mono ? 2
        : picture.colours == PictureColours::Inks           ? 8
                                                            : 65536;
    for (int i = 0; i < picture.width * picture.height; ++i)
        picture.levels.push_back(static_cast<std::uint16_t>(*rc::gen::inRange(least, end)));
    const auto read = parseLevels(picture, levelsText(picture));
    RC_ASSERT(read);
    RC_ASSERT(*read == picture.levels);
}

TEST(Picture, WrongRowsAreRefused)
{
    Picture picture{PictureColours::Inks, 3, 2, {}};
    for (const char* wrong : {"", "123", "123 12", "123 129", "123 12G", "123 120"})
        EXPECT_FALSE(parseLevels(picture, wrong)) << wrong;
    EXPECT_TRUE(parseLevels(picture, "123 456"));
}

TEST(OwnFields, AGlyphStandsOnPixelsInItsScale)
{
    MonoFrame frame(16, 16);
    drawField(frame, glyphField(Dots::ofRows({0b10, 0b01}, 2), 3, 4, 2), {});
    int lit = 0;
    for (int y = 0; y < 16; ++y)
        for (int x = 0; x < 16; ++x)
            lit += frame.pixel(x, y);
    EXPECT_EQ(lit, 8);
    EXPECT_TRUE(frame.pixel(3, 4) && frame.pixel(4, 5) && frame.pixel(5, 6) && frame.pixel(6, 7));
}

TEST(OwnFields, AGlyphTakesASlotOfACellDisplayOnce)
{
    Page page;
    const auto degree = Dots::ofRows({0b01100, 0b10010, 0b10010, 0b01100, 0, 0, 0, 0}, 5);
    page.fields = {
        glyphField(degree, 1, 0), glyphField(degree, 2, 1), glyphField(Dots(8, 8), 3, 0)};
    const auto own = ownSigns(page);
    ASSERT_EQ(own.size(), 1U) << "both are one sign; 8 × 8 dots have no room in a cell";
    EXPECT_EQ(own[0][1], 0b10010);
    const auto run = cellRuns(page.fields[1], {}, own);
    ASSERT_EQ(run.size(), 1U);
    EXPECT_EQ(run[0], (CellRun{2, 1, {ownSign}}));
}

TEST(OwnFields, APictureCoversWhatStoodThereAndShowsItsColours)
{
    Page page;
    Field text;
    text.id = "text";
    text.text = "8888";
    text.font = "8x16";
    Field picture;
    picture.id = "drawing";
    picture.kind = FieldKind::Picture;
    picture.picture = Picture{PictureColours::Inks, 2, 1,
        {static_cast<std::uint16_t>(Ink::Red), static_cast<std::uint16_t>(Ink::White)}};
    picture.x = 8;
    picture.y = 3;
    page.fields = {text, picture};
    const auto content = sampleContent(page, {});
    const PixelPage pixels(32, 16, Rotation::Upright, page, content);
    EXPECT_EQ(pixels.inkAt(8, 3), Ink::Red);
    EXPECT_EQ(pixels.inkAt(9, 3), Ink::White);
    // What is drawn later stands on top.
    std::swap(page.fields[0], page.fields[1]);
    Field painted = page.fields[0];
    painted.picture = Picture{PictureColours::Rgb565, 4, 4, std::vector<std::uint16_t>(16, 0xF81F)};
    page.fields[0] = painted;
    const PixelPage behind(32, 16, Rotation::Upright, page, sampleContent(page, {}));
    bool isSeen = false;
    for (int y = 3; y < 7; ++y)
        for (int x = 8; x < 12; ++x) {
            EXPECT_EQ(behind.colourAt(x, y), 0xF81F);
            isSeen = isSeen || !behind.inkAt(x, y);
        }
    EXPECT_TRUE(isSeen);
    EXPECT_EQ(behind.colourAt(20, 3), std::nullopt);
}

TEST(OwnFields, AColourPanelShowsThePicturesOwnColours)
{
    DriverSetup setup;
    setup.part = test::displayOf("colour-tft");
    const DisplayFirmware firmware(setup);
    Page page;
    Field picture;
    picture.kind = FieldKind::Picture;
    picture.picture = Picture{PictureColours::Rgb565, 1, 1, {0x1234}};
    picture.x = 5;
    picture.y = 6;
    page.fields = {picture};
    const auto drawn = firmware.drawn(std::nullopt, page, sampleContent(page, {}));
    const auto columns = static_cast<std::size_t>(firmware.driver().columns());
    EXPECT_EQ(drawn[6 * columns + 5], 0x1234);
    EXPECT_EQ(std::count(drawn.begin(), drawn.end(), 0x1234), 1);
}

/// What a driver sends after one of its commands.
std::vector<std::uint8_t> dataAfter(const DriverSteps& steps, std::uint8_t command)
{
    for (std::size_t i = 1; i < steps.size(); ++i)
        if (steps[i - 1].transfer.bytes == std::vector{command}
            && steps[i].transfer.kind == TransferKind::Data)
            return steps[i].transfer.bytes;
    return {};
}

// What is copied for the firmware is what a display hears: the bytes of its driver, which the
// published cases of tests/data/display-bytes.csv check.
TEST(OwnFields, AnArrayIsWhatTheDisplayHears)
{
    int papers = 0;
    for (auto part : test::everyDisplay()) {
        const auto* paper = std::get_if<PaperSpec>(&part.shape);
        if (paper == nullptr || paper->colours == 2)
            continue;
        ++papers;
        part.turned = Rotation::Upright;
        const auto inks = inksOf(paletteOf(part));
        Picture picture{PictureColours::Inks, paper->columns, paper->rows, {}};
        for (int i = 0; i < paper->columns * paper->rows; ++i)
            picture.levels.push_back(static_cast<std::uint16_t>(
                inks[static_cast<std::size_t>(i * 7 / 5) % inks.size()]));
        Page page;
        page.fields.resize(1);
        page.fields[0].kind = FieldKind::Picture;
        page.fields[0].picture = picture;
        DriverSetup setup;
        setup.part = part;
        const DisplayFirmware firmware(setup);
        const auto drawn = firmware.drawn(std::nullopt, page, sampleContent(page, {}));
        const auto sent = firmware.driver().write(drawn, firmware.driver().whole());
        auto heard = dataAfter(sent, paper->colours == 3 ? 0x24 : 0x10);
        if (paper->colours == 3) {
            const auto red = dataAfter(sent, 0x26);
            heard.insert(heard.end(), red.begin(), red.end());
        }
        EXPECT_EQ(arrayOf(picture, paletteOf(part), orderOf(part)), heard)
            << paper->colours << " colours";
    }
    EXPECT_GE(papers, 4) << "3, 4, 6 and 7 colours";
}

TEST(OwnFields, DotsOfAPageThatIsNotTurnedFillNone)
{
    Field dots;
    dots.kind = FieldKind::PageDots;
    FieldContent content;
    content.count = 3;
    content.index = -1;
    EXPECT_EQ(cellRuns(dots, content, {})[0].signs, U"-/3");
    MonoFrame frame(32, 8);
    drawField(frame, dots, content);
    for (int i = 0; i < 3; ++i)
        EXPECT_FALSE(frame.pixel(i * 2 * dotSide + 1, 1)) << "its middle";
}

TEST(OwnFields, AFieldIsPutBesideAnother)
{
    Field field;
    const Box box{50, 50, 10, 8};
    const Box other{20, 10, 30, 16};
    const auto at = [&](FieldAlign where, const Box& frame) {
        const auto put = aligned(field, box, frame, where);
        return std::pair(put.x, put.y);
    };
    field.x = field.y = 50;
    EXPECT_EQ(at(FieldAlign::Left, other), std::pair(20, 50));
    EXPECT_EQ(at(FieldAlign::Centre, other), std::pair(30, 50));
    EXPECT_EQ(at(FieldAlign::Right, other), std::pair(40, 50)) << "they end together";
    EXPECT_EQ(at(FieldAlign::Top, other), std::pair(50, 10));
    EXPECT_EQ(at(FieldAlign::Middle, other), std::pair(50, 14));
    EXPECT_EQ(at(FieldAlign::Bottom, other), std::pair(50, 18));
    EXPECT_EQ(at(FieldAlign::Right, {0, 0, 4, 4}), std::pair(0, 50)) << "not off the glass";
}

/// A daily list of three rows, and a page that lists it, at a time of day.
std::vector<std::string> listedAt(const char* startsAt, bool showsPresent)
{
    auto in = test::withSource(test::bench(), "Clock",
        {test::ofKind(SourceKind::Clock), "s", {}, {}, TextForm::HoursMinutes, 0, 86400});
    auto next = test::ofKind(SourceKind::Derived);
    next.derived.kind = DerivedKind::Next;
    next.derived.of = "clock";
    next.names = {{"08:00", "Heron crew"}, {"14:30", "Otter crew"}, {"19:15", "Beginners all"}};
    in = test::withSource(in, "Next", {next, "s", {}, {}, TextForm::Number, 0, 86400});
    auto page = *in.pages.back();
    Field list;
    list.id = "list";
    list.kind = FieldKind::List;
    list.reader = in.readers.back()->id;
    list.width = 16;
    list.height = 3;
    list.showsPresent = showsPresent;
    page.fields = {list};
    in.pages = {std::make_shared<const Page>(page)};
    auto scenario = *in.scenarios[0];
    scenario.startsAt = startsAt;
    in.scenarios[0] = std::make_shared<const Scenario>(scenario);
    RunHistory history(ticksFromSeconds(5));
    FirmwareRun(*resolve(in, ""), {}, history).advanceTo(ticksFromSeconds(3));
    return linesOf(list, history.lastRedraw(0)->content->front().text);
}

TEST(OwnFields, AListShowsItsNextRowsAndGoesOnOverMidnight)
{
    using Lines = std::vector<std::string>;
    const auto bare = [](Lines lines) {
        for (auto& line : lines)
            line.erase(line.find_last_not_of(' ') + 1);
        return lines;
    };
    EXPECT_EQ(bare(listedAt("2031-05-03T12:00:00Z", false)),
        (Lines{"14:30 Otter crew", "19:15 Beginners", "08:00 Heron crew"}))
        << "cut to the line; tomorrow's first comes last";
    EXPECT_EQ(bare(listedAt("2031-05-03T12:00:00Z", true)),
        (Lines{"08:00 Heron crew", "14:30 Otter crew", "19:15 Beginners"}))
        << "the row in force first";
    EXPECT_EQ(bare(listedAt("2031-05-03T05:00:00Z", true)).front(), "19:15 Beginners")
        << "before the first it is yesterday's last";
}

} // namespace
} // namespace fern
