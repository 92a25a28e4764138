// Picture files, hostile ones too.

#include "io/files.h"
#include "io/picture_files.h"

#include <QTemporaryDir>

#include <gtest/gtest.h>

namespace fern::io {
namespace {

std::string messageOf(const QByteArray& bytes)
{
    const auto read = pictureOf(bytes, "a file");
    return read ? std::string() : read.error().message;
}

TEST(PictureFiles, APngComesBackAsItWas)
{
    QTemporaryDir folder;
    RgbImage picture(7, 5);
    for (std::size_t i = 0; i < picture.pixels.size(); ++i)
        picture.pixels[i] = {
            static_cast<std::uint8_t>(7 * i), static_cast<std::uint8_t>(255 - i), 9};
    const auto path = folder.filePath(QStringLiteral("a.png")).toStdString();
    ASSERT_TRUE(writePicturePng(picture, path));
    const auto read = readPicture(path);
    ASSERT_TRUE(read) << read.error().message;
    EXPECT_EQ(*read, picture);
    EXPECT_FALSE(writePicturePng(picture, "/nowhere/a.png"));
    EXPECT_FALSE(readPicture("/nowhere/a.png"));
    EXPECT_FALSE(readPicture(folder.path().toStdString())) << "a folder";
}

TEST(PictureFiles, PlainPictures)
{
    const auto read = pictureOf(QByteArray("P2 2 1 255 0 200"), "a file");
    ASSERT_TRUE(read) << read.error().message;
    EXPECT_EQ(read->at(1, 0), (Rgb{200, 200, 200}));
    const auto bits = pictureOf(QByteArray("P1 2 1 1 0"), "a file");
    ASSERT_TRUE(bits) << bits.error().message;
    EXPECT_EQ(bits->at(0, 0), (Rgb{0, 0, 0})) << "1 is black in PBM";
}

TEST(PictureFiles, WhatIsTransparentLiesOnWhite)
{
    QImage image(1, 1, QImage::Format_ARGB32);
    image.fill(Qt::transparent);
    EXPECT_EQ(pictureOf(image)->at(0, 0), (Rgb{255, 255, 255}));
    EXPECT_FALSE(pictureOf(QImage()));
}

TEST(PictureFiles, WhatIsNoneIsSaidClearly)
{
    EXPECT_EQ(messageOf({}), "the file is empty");
    EXPECT_NE(messageOf("just text").find("no picture in PNG"), std::string::npos);
    EXPECT_NE(messageOf("<svg xmlns='http://www.w3.org/2000/svg'/>").find("no picture in PNG"),
        std::string::npos)
        << "a format that is not asked for";
    // Sizes that are claimed are refused before anything is decoded.
    EXPECT_NE(messageOf("P6 30000 30000 255\n").find("30000 × 30000"), std::string::npos);
    EXPECT_NE(messageOf("P5 12000 12000 255\n").find("million pixels"), std::string::npos);
    const QByteArray torn("\x89PNG\r\n\x1a\n\0\0\0\rIHDR\0\0\0\x10\0\0\0\x10\x08\x02\0\0\0", 29);
    EXPECT_FALSE(messageOf(torn).empty());
}

} // namespace
} // namespace fern::io
