#pragma once
// Pictures of tests/data/pictures.

#include "picture/rgb_image.h"
#include "tests/support.h"

#include <sstream>
#include <string>
#include <vector>

#include <gtest/gtest.h>

namespace fern::test {

/// A picture of black and white.
struct Bits {
    int width = 0, height = 0;
    std::vector<bool> lit;
};

/// A PGM of plain text (P2).
inline RgbImage readGrey(const std::string& name)
{
    std::istringstream text(readText(sourcePath("tests/data/pictures/" + name)));
    std::string magic;
    int width = 0, height = 0, most = 0;
    text >> magic >> width >> height >> most;
    EXPECT_EQ(magic, "P2");
    RgbImage image(width, height);
    for (auto& pixel : image.pixels) {
        int level = 0;
        text >> level;
        const auto byte = static_cast<std::uint8_t>(level);
        pixel = {byte, byte, byte};
    }
    return image;
}

/// A PBM of plain text (P1), in which 1 is black.
inline Bits readBits(const std::string& name)
{
    std::istringstream text(readText(sourcePath("tests/data/pictures/" + name)));
    std::string magic;
    Bits bits;
    text >> magic >> bits.width >> bits.height;
    EXPECT_EQ(magic, "P1");
    for (char c = 0; text >> c;)
        bits.lit.push_back(c == '0');
    return bits;
}

} // namespace fern::test
