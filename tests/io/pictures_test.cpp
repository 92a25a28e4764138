#include "io/pictures.h"

#include "glass/pixel_font.h"

#include <gtest/gtest.h>

#include <cstdio>

namespace fern::io {
namespace {

TEST(Pictures, ShowEachPixelAsASquare)
{
    MonoFrame frame(16, 8);
    frame.setPixel(3, 5, true);
    const auto image = pictureOf(frame, 3, 0xFFFFFFFF, 0xFF000000);
    ASSERT_EQ(image.size(), QSize(48, 24));
    for (int y = 0; y < 24; ++y)
        for (int x = 0; x < 48; ++x)
            EXPECT_EQ(image.pixel(x, y) == 0xFFFFFFFF, x / 3 == 3 && y / 3 == 5);
}

TEST(Pictures, ReadBackFromThePng)
{
    MonoFrame frame(128, 64);
    drawText(frame, 0, 0, "13.0 V", *findPixelFont("16x32"), 1);
    const std::string path = testing::TempDir() + "fern-tick-glass.png";
    ASSERT_TRUE(writeGlassPng(frame, 2, path));
    const QImage image(QString::fromStdString(path));
    ASSERT_EQ(image.size(), QSize(256, 128));
    for (int y = 0; y < 64; ++y)
        for (int x = 0; x < 128; ++x)
            ASSERT_EQ(qGreen(image.pixel(2 * x, 2 * y)) > 100, frame.pixel(x, y));
    std::remove(path.c_str());
    EXPECT_FALSE(writeGlassPng(frame, 2, "/no/such/folder/x.png"));
}

} // namespace
} // namespace fern::io
