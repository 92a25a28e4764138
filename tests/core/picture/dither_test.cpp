// Pictures in few colours, against results that were computed by scripts in Python and C++ (Debian
// 12), and matrices as published.

#include "picture/adjust.h"
#include "picture/dither.h"
#include "tests/core/picture/pictures.h"

#include <array>
#include <set>

#include <rapidcheck/gtest.h>

namespace fern {
namespace {

constexpr std::array<Rgb, 2> blackWhite{Rgb{0, 0, 0}, Rgb{255, 255, 255}};
constexpr std::array<Rgb, 7> sevenColours{Rgb{0, 0, 0}, Rgb{255, 255, 255}, Rgb{200, 0, 0},
    Rgb{0, 140, 60}, Rgb{0, 60, 180}, Rgb{240, 220, 0}, Rgb{240, 120, 0}};

TEST(Dither, ErrorDiffusionEqualsTheReferenceBitForBit)
{
    // R. W. Floyd, L. Steinberg 1976; whole numbers, each share cut toward zero, white from 128.
    const auto image = test::readGrey("dither-input.pgm");
    const auto expected = test::readBits("dither-int.pbm");
    const auto indices = dithered(image, blackWhite, Dither::FloydSteinberg);
    ASSERT_EQ(indices.size(), expected.lit.size());
    for (std::size_t i = 0; i < indices.size(); ++i)
        ASSERT_EQ(indices[i] == 1, expected.lit[i]) << "pixel " << i;
}

TEST(Dither, TheOrderedMatrixIsThatOfBayer)
{
    // B. E. Bayer 1973: the matrix of 4 × 4, doubled once more.
    constexpr std::array<int, 16> of4{0, 8, 2, 10, 12, 4, 14, 6, 3, 11, 1, 9, 15, 7, 13, 5};
    std::set<int> all;
    for (int y = 0; y < 8; ++y)
        for (int x = 0; x < 8; ++x) {
            constexpr std::array<int, 4> quarters{0, 2, 3, 1};
            const int quarter = quarters[static_cast<std::size_t>(y / 4 * 2 + x / 4)];
            const auto inner = static_cast<std::size_t>(y % 4 * 4 + x % 4);
            EXPECT_EQ(orderedThreshold(x, y), 4 * of4[inner] + quarter) << x << ", " << y;
            all.insert(orderedThreshold(x, y));
        }
    EXPECT_EQ(all.size(), 64U);
}

TEST(Dither, OrderedKeepsTheToneOfAGrey)
{
    for (const int grey : {0, 32, 64, 100, 128, 191, 224, 255}) {
        const auto level = static_cast<std::uint8_t>(grey);
        const RgbImage image(64, 64, {level, level, level});
        const auto indices = dithered(image, blackWhite, Dither::Ordered);
        const auto white = std::count(indices.begin(), indices.end(), 1);
        EXPECT_NEAR(static_cast<double>(white) / 4096, grey / 255.0, 1.0 / 64) << grey;
    }
}

RC_GTEST_PROP(DitherProperty, DiffusionKeepsTheToneOfAPlainGrey, ())
{
    const auto level = *rc::gen::inRange<int>(8, 248);
    const auto byte = static_cast<std::uint8_t>(level);
    const RgbImage image(96, 96, {byte, byte, byte});
    const auto indices = dithered(image, blackWhite, Dither::FloydSteinberg);
    const auto white = std::count(indices.begin(), indices.end(), 1);
    RC_ASSERT(std::abs(static_cast<double>(white) / 9216 - level / 255.0) < 0.03);
}

RC_GTEST_PROP(DitherProperty, ColoursOfThePaletteStayAsTheyAre, ())
{
    const auto wide = *rc::gen::inRange(1, 20);
    const auto high = *rc::gen::inRange(1, 20);
    RgbImage image(wide, high);
    std::vector<std::uint8_t> expected;
    for (auto& pixel : image.pixels) {
        const auto index = *rc::gen::inRange<std::size_t>(0, sevenColours.size());
        pixel = sevenColours[index];
        expected.push_back(static_cast<std::uint8_t>(index));
    }
    for (const auto dither : {Dither::FloydSteinberg, Dither::Threshold})
        RC_ASSERT(dithered(image, sevenColours, dither) == expected);
}

TEST(Dither, AColourThatThePaletteCannotMixEndsWithoutFault)
{
    constexpr std::array<Rgb, 2> dark{Rgb{0, 0, 0}, Rgb{40, 0, 0}};
    const auto indices =
        dithered(RgbImage(800, 480, {255, 255, 255}), dark, Dither::FloydSteinberg);
    EXPECT_EQ(std::count(indices.begin(), indices.end(), 1), 800 * 480) << "the lightest there is";
}

TEST(Dither, GreyPalettesGoByLuma)
{
    // ITU-R BT.601: pure green is 0.587 of white, pure blue 0.114.
    const auto first = [](Rgb c) {
        return dithered(RgbImage(1, 1, c), blackWhite, Dither::Threshold).front();
    };
    EXPECT_EQ(first({0, 255, 0}), 1);
    EXPECT_EQ(first({0, 0, 255}), 0);
    EXPECT_EQ(first({255, 0, 0}), 0);
}

TEST(Adjust, TurnsAndCuts)
{
    RgbImage image(3, 2);
    for (int i = 0; i < 6; ++i)
        image.pixels[static_cast<std::size_t>(i)].red = static_cast<std::uint8_t>(i);
    const auto right = turned(image, 1);
    EXPECT_EQ(right.width, 2);
    EXPECT_EQ(right.at(1, 0).red, 0) << "the top left corner comes to the top right";
    EXPECT_EQ(right.at(0, 0).red, 3);
    EXPECT_EQ(turned(turned(image, 1), 3), image);
    EXPECT_EQ(turned(image, 2).at(0, 0).red, 5);
    const auto part = cropped(image, 1.0 / 3, 0.5, 2.0 / 3, 0.5);
    EXPECT_EQ(part.width, 2);
    EXPECT_EQ(part.height, 1);
    EXPECT_EQ(part.at(0, 0).red, 4);
    EXPECT_EQ(cropped(image, 0.999, 0.999, 0.001, 0.001).pixels.size(), 1U) << "at least a pixel";
}

TEST(Adjust, ScalingTakesTheMeanOfWhatItCovers)
{
    RgbImage image(4, 1);
    for (int i = 0; i < 4; ++i)
        image.pixels[static_cast<std::size_t>(i)].green = static_cast<std::uint8_t>(60 * i);
    EXPECT_EQ(scaled(image, 2, 1).at(0, 0).green, 30);
    EXPECT_EQ(scaled(image, 2, 1).at(1, 0).green, 150);
    const auto three = scaled(image, 3, 1); // 4/3 of a pixel each
    EXPECT_EQ(three.at(0, 0).green, 15) << "0 and a third of 60";
    EXPECT_EQ(three.at(1, 0).green, 90);
    EXPECT_EQ(scaled(image, 8, 1).at(3, 0).green, 60);
    EXPECT_EQ(scaled(RgbImage(7, 5, {9, 8, 7}), 3, 2), RgbImage(3, 2, {9, 8, 7}));
}

TEST(Adjust, OneChangesNothing)
{
    const auto image = test::readGrey("dither-input.pgm");
    EXPECT_EQ(adjusted(image, {}), image);
    EXPECT_EQ(worked(image, {}, image.width, image.height), image);
    PictureWork black;
    black.brightness = 0;
    EXPECT_EQ(adjusted(image, black), RgbImage(image.width, image.height));
    PictureWork flat;
    flat.contrast = 0;
    const auto grey = adjusted(image, flat);
    EXPECT_EQ(std::set<std::uint8_t>({grey.at(0, 0).red}).count(grey.at(63, 31).red), 1U);
}

} // namespace
} // namespace fern
