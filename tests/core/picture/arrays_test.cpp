// Pixels as arrays, their text, and the way back.

#include "picture/array_guess.h"
#include "picture/array_text.h"
#include "picture/dither.h"
#include "tests/core/picture/pictures.h"

#include <algorithm>
#include <array>

#include <rapidcheck/gtest.h>

namespace fern {
namespace {

std::string hexOf(const std::vector<std::uint8_t>& bytes)
{
    std::string text;
    for (const auto byte : bytes) {
        constexpr std::string_view digits = "0123456789ABCDEF";
        text += digits[byte >> 4U];
        text += digits[byte & 15U];
    }
    return text;
}

/// The rows of a table "…,layout,bytes": of an image, or of all.
std::string bytesFor(const std::string& table, const std::string& image, const std::string& layout)
{
    std::istringstream text(test::readText(test::sourcePath("tests/data/pictures/" + table)));
    for (std::string line; std::getline(text, line);)
        if (line.starts_with((image.empty() ? "" : image + ",") + layout + ","))
            return line.substr(line.rfind(',') + 1, line.find('\r') - line.rfind(',') - 1);
    return "none";
}

TEST(BitArrays, AreThoseOfNumpyAndPillow)
{
    // numpy packbits and Pillow tobytes of Debian 12, kept in the tables.
    const std::array<std::pair<ArrayOrder, const char*>, 3> layouts{
        {{ArrayOrder::RowsHighFirst, "row-major MSB first"},
            {ArrayOrder::RowsLowFirst, "row-major LSB first"},
            {ArrayOrder::Pages, "page-major LSB top"}}};
    const auto dithered = test::readBits("dither-int.pbm");
    const auto odd = test::readBits("pack-10x10.pbm");
    for (const auto& [order, words] : layouts) {
        EXPECT_EQ(hexOf(packed(dithered.lit, dithered.width, dithered.height, order)),
            bytesFor("dither-packing.csv", "int", words));
        EXPECT_EQ(hexOf(packed(odd.lit, odd.width, odd.height, order)),
            bytesFor("pack-10x10.csv", "", words));
    }
}

RC_GTEST_PROP(BitArraysProperty, ComeBackInEveryOrder, ())
{
    const int width = *rc::gen::inRange(1, 40), height = *rc::gen::inRange(1, 40);
    const auto count = static_cast<std::size_t>(width * height);
    const auto lit = *rc::gen::container<std::vector<bool>>(count, rc::gen::arbitrary<bool>());
    for (const auto order :
        {ArrayOrder::RowsHighFirst, ArrayOrder::RowsLowFirst, ArrayOrder::Pages}) {
        const auto bytes = packed(lit, width, height, order);
        RC_ASSERT(bytes.size() == arrayBytes(width, height, order));
        RC_ASSERT(unpacked(bytes, width, height, order) == lit);
        for (const auto& text : {arrayInC("x", bytes), arrayInPython("x", bytes)}) {
            const auto read = parseArray(text);
            RC_ASSERT(read);
            RC_ASSERT(*read == bytes);
        }
    }
    const auto levels =
        *rc::gen::container<std::vector<std::uint16_t>>(count, rc::gen::arbitrary<std::uint16_t>());
    for (const auto order : {ArrayOrder::Rgb565HighFirst, ArrayOrder::Rgb565LowFirst}) {
        RC_ASSERT(unpacked565(packed565(levels, order), order) == levels);
        for (const auto level : levels)
            RC_ASSERT(rgb565Of(colourOf565(level)) == level);
    }
}

TEST(ArrayText, IsReadAsMakersWriteIt)
{
    using Bytes = std::vector<std::uint8_t>;
    const auto read = [](std::string_view text) {
        const auto bytes = parseArray(text);
        return bytes ? *bytes : Bytes{};
    };
    EXPECT_EQ(read("static const uint8_t logo[8] PROGMEM = { 0x1F, 0b101, 7, 0xffU };"),
        (Bytes{0x1F, 5, 7, 0xFF}))
        << "the size in the brackets is no byte";
    EXPECT_EQ(read("// 0x99 is no part\nx[] = {1, /* 2, */ 3};"), (Bytes{1, 3}));
    EXPECT_EQ(read("icon = bytearray(b'\\x00\\x7fA\\n')"), (Bytes{0, 0x7F, 'A', '\n'}));
    EXPECT_EQ(read("heart = [\n  0b01010,  # top\n  0b11111,\n]"), (Bytes{10, 31}));
    EXPECT_EQ(read("const uint16_t p[2] = {0xF800, 0x001F};"), (Bytes{0xF8, 0, 0, 0x1F}));
    EXPECT_EQ(read("12, 13"), (Bytes{12, 13})) << "a list alone";
    for (const char* wrong : {"", "no array here", "x[] = {};", "x = {0x12, 300000}", "x = {0xZZ}",
             "x = {1; 2}", "b'\\q'"}) {
        const auto bytes = parseArray(wrong);
        EXPECT_FALSE(bytes) << wrong;
        EXPECT_TRUE(bytes || bytes.error().message.size() < 100) << "it echoes no more than a line";
    }
}

TEST(ArrayText, NamesAreIdentifiers)
{
    EXPECT_EQ(identifierOf("Pump house 2"), "pump_house_2");
    EXPECT_EQ(identifierOf("*/ evil(); /*"), "evil");
    EXPECT_EQ(identifierOf("7 up"), "picture_7_up");
    EXPECT_EQ(identifierOf("Ähre"), "hre");
    EXPECT_EQ(identifierOf("…"), "picture_");
}

TEST(ArrayText, RowsOfAGlyphAreBinary)
{
    const std::vector<std::uint8_t> degree{0b01100, 0b10010, 0b10010, 0b01100, 0, 0, 0, 0};
    const auto text = rowsInC("degree", degree, 5);
    EXPECT_NE(text.find("0b01100,\n    0b10010,"), std::string::npos) << text;
    EXPECT_EQ(*parseArray(text), degree);
    EXPECT_EQ(*parseArray(rowsInPython("degree", degree, 5)), degree);
}

TEST(ArrayGuess, FindsTheOrderOfAPicture)
{
    // A disc and a bar, on 128 × 64.
    RgbImage image(128, 64);
    for (int y = 0; y < 64; ++y)
        for (int x = 0; x < 128; ++x) {
            const int dx = x - 40, dy = y - 32;
            const bool isLit = dx * dx + dy * dy < 500 || (x > 90 && y > 40 && y < 52);
            image.at(x, y) = isLit ? Rgb{255, 255, 255} : Rgb{};
        }
    auto sky = image; // grows lighter to the right, so that the order of its bytes tells
    std::vector<bool> lit;
    std::vector<std::uint16_t> levels;
    for (int y = 0; y < 64; ++y)
        for (int x = 0; x < 128; ++x) {
            lit.push_back(image.at(x, y).red > 0);
            sky.at(x, y) = colourOf565(rgb565Of(lit.back()
                    ? Rgb{200, 40, 40}
                    : Rgb{0, static_cast<std::uint8_t>(x), static_cast<std::uint8_t>(255 - y)}));
            levels.push_back(rgb565Of(sky.at(x, y)));
        }
    for (std::size_t i = 0; i < arrayOrders; ++i) {
        const auto order = static_cast<ArrayOrder>(i);
        const auto bytes = isOfBits(order) ? packed(lit, 128, 64, order) : packed565(levels, order);
        const auto sized = guessesOf(bytes, 128, 64);
        ASSERT_FALSE(sized.empty());
        EXPECT_EQ(sized.front().order, order);
        const auto free = guessesOf(bytes, 0, 0);
        ASSERT_FALSE(free.empty());
        EXPECT_EQ(free.front().width, 128) << arrayOrderWords[i];
        EXPECT_EQ(pictureOf(bytes, sized.front()), isOfBits(order) ? image : sky)
            << arrayOrderWords[i];
    }
}

// A dithered picture is restless in its right order too.
TEST(ArrayGuess, FindsTheOrderOfADitheredPicture)
{
    constexpr std::array<Rgb, 2> blackWhite{Rgb{0, 0, 0}, Rgb{255, 255, 255}};
    using Tone = int (*)(int x, int y);
    const std::array<std::pair<const char*, Tone>, 5> tones{{
        {"a grey", [](int, int) { return 100; }},
        {"lighter downwards", [](int, int y) { return y * 4; }},
        {"lighter to the right", [](int x, int) { return x * 2; }},
        {"hills", [](int x, int y) { return y > 32 + (x / 4) % 16 ? 60 : 200 - x / 2; }},
        {"dark", [](int x, int y) { return 20 + (x + y) / 6; }},
    }};
    int clear = 0;
    for (const auto& [name, tone] : tones)
        for (const auto dither : {Dither::FloydSteinberg, Dither::Ordered}) {
            RgbImage image(128, 64);
            for (int y = 0; y < 64; ++y)
                for (int x = 0; x < 128; ++x) {
                    const auto level = static_cast<std::uint8_t>(tone(x, y));
                    image.at(x, y) = {level, level, level};
                }
            std::vector<bool> lit;
            for (const auto index : dithered(image, blackWhite, dither))
                lit.push_back(index == 1);
            for (const auto order :
                {ArrayOrder::RowsHighFirst, ArrayOrder::RowsLowFirst, ArrayOrder::Pages}) {
                const auto bytes = packed(lit, 128, 64, order);
                const auto guesses = guessesOf(bytes, 128, 64);
                const auto& found = guesses.front();
                clear += isClear(guesses);
                // An ordered matrix is alike from both ends of a byte: then it is not sure.
                if (dither == Dither::Ordered && !isClear(guesses))
                    continue;
                EXPECT_EQ(unpacked(bytes, 128, 64, found.order) == lit, true)
                    << name << ", " << ditherWords[static_cast<std::size_t>(dither)] << ", "
                    << arrayOrderWords[static_cast<std::size_t>(order)] << " read as "
                    << arrayOrderWords[static_cast<std::size_t>(found.order)];
            }
        }
    EXPECT_GE(clear, 15) << "of 30";
}

TEST(ArrayGuess, SaysNothingOfBytesThatFillNoPicture)
{
    EXPECT_TRUE(guessesOf({}, 0, 0).empty());
    const std::vector<std::uint8_t> few(3);
    EXPECT_TRUE(guessesOf(few, 128, 64).empty());
    const std::vector<std::uint8_t> even(1024, 0xFF);
    for (const auto& guess : guessesOf(even, 128, 64))
        EXPECT_EQ(guess.unrest, 0);
    EXPECT_FALSE(isClear(guessesOf(even, 128, 64))) << "it looks alike in any order";
}

} // namespace
} // namespace fern
