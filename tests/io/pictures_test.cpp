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
    auto face = monoFace(16, 8, 1e-4);
    face.palette = {{0, 0, 0}, {255, 255, 255}};
    const auto image = imageOf(pictureOf(frame, std::make_shared<const GlassFace>(face)), 3);
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
    const auto picture =
        pictureOf(frame, std::make_shared<const GlassFace>(monoFace(128, 64, 1e-4)));
    ASSERT_TRUE(writeGlassPng(picture, 2, path));
    const QImage image(QString::fromStdString(path));
    ASSERT_EQ(image.size(), QSize(256, 128));
    for (int y = 0; y < 64; ++y)
        for (int x = 0; x < 128; ++x)
            ASSERT_EQ(qGreen(image.pixel(2 * x, 2 * y)) > 100, frame.pixel(x, y));
    std::remove(path.c_str());
    EXPECT_FALSE(writeGlassPng(picture, 2, "/no/such/folder/x.png"));
}

} // namespace
} // namespace fern::io
