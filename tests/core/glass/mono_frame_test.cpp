#include "base/utf8.h"
#include "glass/face.h"
#include "glass/mono_frame.h"
#include "glass/pixel_font.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

namespace fern {
namespace {

// Source: page-major packing, lowest bit on top, of a 10×10 picture with a frame's left and top
// edge and the falling diagonal lit, computed with numpy.
TEST(MonoFrame, PacksPagesWithTheLowestBitOnTop)
{
    MonoFrame frame(10, 16);
    for (int i = 0; i < 10; ++i) {
        frame.setPixel(i, 0, true);
        frame.setPixel(0, i, true);
        frame.setPixel(i, i, true);
    }
    const std::vector<std::uint8_t> expected{0xFF, 0x03, 0x05, 0x09, 0x11, 0x21, 0x41, 0x81, 0x01,
        0x01, //
        0x03, 0, 0, 0, 0, 0, 0, 0, 0x01, 0x02};
    EXPECT_EQ(frame.bytes(), expected);
}

TEST(MonoFrame, IgnoresWhatLiesOutside)
{
    MonoFrame frame(128, 64);
    frame.setPixel(-1, 0, true);
    frame.setPixel(128, 63, true);
    frame.setPixel(0, 64, true);
    EXPECT_EQ(frame, MonoFrame(128, 64));
    EXPECT_FALSE(frame.pixel(-1, 0));
    drawText(frame, 120, 60, "WW", *findPixelFont("16x32"), 4);
    frame.clearBox(-50, -50, 1000, 1000);
    EXPECT_EQ(frame, MonoFrame(128, 64));
}

RC_GTEST_PROP(MonoFrame, ClearsEveryPixelOfABoxAndNoOther, ())
{
    MonoFrame frame(20, 24);
    for (int y = 0; y < 24; ++y)
        for (int x = 0; x < 20; ++x)
            frame.setPixel(x, y, true);
    const int left = *rc::gen::inRange(-5, 25);
    const int top = *rc::gen::inRange(-5, 29);
    const int width = *rc::gen::inRange(0, 30);
    const int height = *rc::gen::inRange(0, 30);
    frame.clearBox(left, top, width, height);
    for (int y = 0; y < 24; ++y)
        for (int x = 0; x < 20; ++x) {
            const bool isInBox = x >= left && x < left + width && y >= top && y < top + height;
            RC_ASSERT(frame.pixel(x, y) == !isInBox);
        }
}

RC_GTEST_PROP(MonoFrame, HashTellsItsPicturesApart, ())
{
    MonoFrame frame(32, 16);
    const auto x = *rc::gen::inRange(0, 32);
    const auto y = *rc::gen::inRange(0, 16);
    frame.setPixel(x, y, true);
    RC_ASSERT(frame.pixel(x, y));
    const auto hashOf = [](const MonoFrame& f) {
        return pictureHash(
            pictureOf(f, std::make_shared<const GlassFace>(monoFace(f.width(), f.height(), 1e-4))));
    };
    RC_ASSERT(hashOf(frame) != hashOf(MonoFrame(32, 16)));
    RC_ASSERT(hashOf(MonoFrame(16, 32)) != hashOf(MonoFrame(32, 16)));
    frame.setPixel(x, y, false);
    RC_ASSERT(frame == MonoFrame(32, 16));
}

TEST(PixelFont, HasTheDigitsAndSignsOfAnInstrument)
{
    ASSERT_EQ(pixelFonts().size(), 8U);
    for (const auto& font : pixelFonts()) {
        for (const char32_t code : std::u32string(U"0123456789.-+:/%°µ²³±ABCXYZabcxyz"))
            EXPECT_FALSE(glyphRows(font, code).empty())
                << font.name << " " << static_cast<unsigned>(code);
        EXPECT_TRUE(glyphRows(font, U'漢').empty()) << font.name; // so it draws as a hollow box
    }
    EXPECT_EQ(findPixelFont("7x9"), nullptr);
}

TEST(PixelFont, DrawsScaledAndOnlyAddsPixels)
{
    const auto& font = *findPixelFont("8x16");
    MonoFrame small(128, 64);
    MonoFrame large(128, 64);
    drawText(small, 3, 5, "8.", font, 1);
    drawText(large, 3, 5, "8.", font, 2);
    for (int y = 0; y < 32; ++y)
        for (int x = 0; x < 32; ++x)
            EXPECT_EQ(large.pixel(3 + x, 5 + y), small.pixel(3 + x / 2, 5 + y / 2))
                << x << "," << y;
    MonoFrame both(128, 64);
    drawText(both, 0, 0, "1", font, 1);
    drawText(both, 0, 0, "7", font, 1);
    MonoFrame one(128, 64);
    MonoFrame seven(128, 64);
    drawText(one, 0, 0, "1", font, 1);
    drawText(seven, 0, 0, "7", font, 1);
    for (int y = 0; y < 16; ++y)
        for (int x = 0; x < 8; ++x)
            EXPECT_EQ(both.pixel(x, y), one.pixel(x, y) || seven.pixel(x, y));
}

TEST(PixelFont, ReadsUtf8AndMarksBrokenBytes)
{
    EXPECT_EQ(codePoints("a°Ω€"), U"a°Ω€");
    EXPECT_EQ(codePoints("a\xC2"), U"a\uFFFD");
    EXPECT_EQ(codePoints("\xFF"
                         "b"),
        U"\uFFFDb");
}

} // namespace
} // namespace fern
