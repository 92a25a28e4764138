#include "drive/transfer_words.h"

#include "drive/firmware.h"
#include "tests/core/displays.h"

#include <gmock/gmock.h>

namespace fern {
namespace {

using test::displayOf;

/// The words for a redraw of one text; or for the set-up.
std::vector<std::string> wordsOf(std::string_view id, bool isSetUp, int bufferBytes = 32)
{
    DriverSpec driver;
    driver.bufferBytes = bufferBytes;
    const auto spec = displayOf(id);
    const DisplayFirmware firmware({spec, driver, test::glassAddress});
    Page page;
    page.fields.emplace_back().kind = FieldKind::Value;
    const auto steps = isSetUp
        ? firmware.begin()
        : firmware.redraw(
            {}, firmware.drawn({}, page, sampleContent(page, [](std::size_t) { return "12.5"; })));
    std::vector<TimedTransfer> transfers;
    for (const auto& step : steps)
        transfers.push_back({{}, step.transfer});
    return transferWords(spec, transfers);
}

TEST(TransferWords, SayWhatEachKindIsTold)
{
    using testing::ElementsAre;
    EXPECT_THAT(wordsOf("mono-128x32", true),
        ElementsAre("off, clock 128, last row 31, rows offset by 0, first row 0, charge pump 20, "
                    "pointer mode 0, columns from the right, rows downwards, wiring of the rows 2, "
                    "contrast 255, precharge 241, level 64, show the memory, not inverted, on"));
    EXPECT_THAT(wordsOf("mono-128x32", false, 256),
        ElementsAre(
            "columns 0 to 127, pages 0 to 3", "256 bytes of pixels", "256 bytes of pixels"));
    EXPECT_THAT(wordsOf("mono-128x64-pages", false, 128).front(),
        "page 0, column, low half 2, column, high half 0");
    EXPECT_THAT(wordsOf("mono-84x48", true),
        ElementsAre("commands of the voltage, voltage 64, temperature 0, bias 4, usual commands, "
                    "normal"));
    EXPECT_THAT(wordsOf("character-16x2", false).front(), "cell 0");
    EXPECT_THAT(wordsOf("character-16x2", false)[1], "“12.5            ”");
    const auto expander = wordsOf("character-16x2-i2c", false);
    EXPECT_THAT((std::vector<std::string>(expander.begin(), expander.begin() + 5)),
        ElementsAre("cell 0", "“1”", "“2”", "“.”", "“5”"));
    EXPECT_THAT(wordsOf("character-16x2-i2c", false, 1).front(), "command nibble 8");
    EXPECT_THAT(wordsOf("four-digits-points", false),
        ElementsAre("address by address", "“12.5 ” from address 0", "on, brightness 7"));
    EXPECT_THAT(wordsOf("eight-digits", true),
        ElementsAre("lamp test 0", "last digit 7", "decoding 0", "brightness 15", "switched on 1"));
    EXPECT_THAT(wordsOf("eight-digits", false).front(), "register 8: 30");
    EXPECT_THAT(wordsOf("colour-tft", false),
        ElementsAre("columns", "its values 00 28 01 17", "rows", "its values 00 35 00 bb", "pixels",
            "64800 bytes of pixels"));
    EXPECT_THAT(wordsOf("paper-128x296", false).back(), "refresh");
    EXPECT_THAT(wordsOf("electronic-paper", false),
        ElementsAre("colours", "128000 bytes of pixels", "refresh"));
    EXPECT_THAT(wordsOf("segment-glass", false), ElementsAre("levels of the lines in 6 phases"));
}

// Recorded bytes may be anything.
// Signs of one's own come as dots, behind an address of their memory.
TEST(TransferWords, RowsOfDotsAreNoCharacters)
{
    Page page;
    auto& bar = page.fields.emplace_back();
    bar.kind = FieldKind::Bar;
    bar.width = 4;
    const auto wordsOn = [&](std::string_view id) {
        const auto spec = test::displayOf(id);
        const DisplayFirmware firmware({spec, {}, test::glassAddress});
        std::vector<TimedTransfer> transfers;
        const auto content = sampleContent(page, {});
        for (const auto& steps :
            {firmware.prepare(page), firmware.redraw({}, firmware.drawn({}, page, content))})
            for (const auto& step : steps)
                transfers.push_back({{}, step.transfer});
        return transferWords(spec, transfers);
    };
    const auto parallel = wordsOn("character-16x2");
    EXPECT_EQ(parallel[0], "glyph memory 0");
    EXPECT_EQ(parallel[1], "40 rows of dots");
    EXPECT_EQ(parallel[2], "cell 0");
    EXPECT_EQ(parallel[3], "“④④              ”");
    const auto expander = wordsOn("character-16x2-i2c");
    EXPECT_EQ(expander[1], "1 row of dots");
    EXPECT_EQ(expander[40], "1 row of dots");
    EXPECT_EQ(expander[42], "“④”");
}

TEST(TransferWords, LeaveBytesWithoutAMeaningAsTheyAre)
{
    const auto oled = displayOf("mono-128x64");
    const std::vector<TimedTransfer> odd{{{}, {TransferKind::I2c, {0x78, 0x00, 0xE3}}},
        {{}, {TransferKind::I2c, {}}}, {{}, {TransferKind::I2c, {0x78}}},
        {{}, {TransferKind::Command, {0x21, 0x05}}}};
    EXPECT_THAT(transferWords(oled, odd), testing::ElementsAre("E3", "", "", "columns 5 to {}"));
    const std::vector<std::uint8_t> bytes{1, 2, 255};
    EXPECT_EQ(hexText(bytes, 2), "01 02 …");
    EXPECT_EQ(hexText(bytes, 3), "01 02 ff");
}

TEST(DriverSpec, MistakesAreReadBack)
{
    const auto all = *parseMistakes("no-pump bits-reversed map-shifted");
    EXPECT_EQ(mistakesText(all), "no-pump bits-reversed map-shifted");
    EXPECT_EQ(*parseMistakes(""), 0U);
    EXPECT_EQ(
        parseMistakes("no-pump clumsy").error().message, "\"clumsy\" is no mistake of a driver");
}

TEST(SegmentMap, IsReadBackOrRefused)
{
    const auto map = *parseSegmentMap("1/1 - 12/3");
    EXPECT_EQ(segmentMapText(map), "1/1 - 12/3");
    EXPECT_FALSE(map[1].isFound());
    for (const auto* wrong : {"1", "1/", "/2", "1/2/3", "0/1", "a/b", "1/2 x"})
        EXPECT_FALSE(parseSegmentMap(wrong)) << wrong;
}

} // namespace
} // namespace fern
