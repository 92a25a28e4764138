// Every display takes the bytes that its part takes: what is seen after a stream of them.
//
// Source of the cases: display-bytes.csv of the reference sheets, made by hand from open drivers of
// such controllers and checked with an independent model.

#include "glass/character_rom.h"
#include "glass/parts/character_lcd.h"
#include "glass/parts/digits.h"
#include "glass/parts/make_part.h"
#include "glass/parts/paper.h"
#include "glass/parts/segment_shapes.h"
#include "glass/recorded_bytes.h"
#include "signal/csv.h"
#include "tests/core/displays.h"
#include "tests/support.h"

#include <rapidcheck/gtest.h>

#include <charconv>
#include <map>
#include <sstream>

namespace fern {
namespace {

using MadePart = std::unique_ptr<GlassPart>;

MadePart partOf(const DisplayShape& shape, DisplayInterface interface)
{
    DisplaySpec spec;
    spec.shape = shape;
    spec.interface = interface;
    constexpr int expander = 0x27, panel = 0x3C;
    return makeGlassPart(spec, spec.kind() == DisplayKind::CharacterLcd ? expander : panel);
}

MadePart partOf(const std::string& name, DisplayInterface interface)
{
    PaperSpec red;
    red.colours = 3;
    const std::map<std::string, DisplayShape> shapes{
        {"mono OLED 128x64, page-addressed, window addressing", MonoOledSpec{}},
        {"mono OLED 128x32, page-addressed, window addressing", MonoOledSpec{128, 32, false, true}},
        {"mono OLED 128x64, page by page, 132 columns, offset 2",
            MonoOledSpec{128, 64, true, false, 132, 2}},
        {"mono LCD 84x48", MonoLcdSpec{}},
        {"two-wire segment driver, 4 digits with colon", TwoWireDigitsSpec{4, true}},
        {"two-wire segment driver, 6 digits", TwoWireDigitsSpec{6, false}},
        {"shift-register driver, 8 digits", ShiftDigitsSpec{}},
        {"shift-register driver, 8x8 matrix, chain of 2", LedMatrixSpec{2}},
        {"colour TFT 240x135, 16 bits", ColourPanelSpec{240, 320, 52, 40, 135, 240, true, true}},
        {"electronic paper 128x296, black and white", PaperSpec{}},
        {"electronic paper 128x296, 3 colours", red},
        {"electronic paper 640x400, 7 colours", PaperSpec{640, 400, 7}},
    };
    const auto shape = shapes.find(name);
    if (shape != shapes.end())
        return partOf(shape->second, interface);
    CharacterLcdSpec cells; // by its size
    cells.columns = std::stoi(name.substr(name.rfind(' ')));
    cells.rows = std::stoi(name.substr(name.rfind('x') + 1));
    return partOf(cells, interface);
}

std::vector<std::string> parted(const std::string& text, const std::string& by)
{
    std::vector<std::string> parts;
    for (std::size_t at = 0; at <= text.size();) {
        const auto end = std::min(text.find(by, at), text.size());
        parts.push_back(text.substr(at, end - at));
        at = end + by.size();
    }
    return parts;
}

struct Place {
    int first = 0, second = 0;
};
Place placeIn(const std::string& what, int base)
{
    Place place;
    const auto open = what.find('(');
    const auto comma = what.find(',');
    const auto end = what.find(')');
    const auto read = [&](std::size_t from, std::size_t to) {
        int value = 0;
        std::from_chars(what.data() + from, what.data() + to, value, base);
        return value;
    };
    if (open == std::string::npos)
        return place;
    place.first = read(open + 1, comma == std::string::npos ? end : comma);
    if (comma != std::string::npos)
        place.second = read(comma + 1, end);
    return place;
}

std::string hex(unsigned value)
{
    std::ostringstream out;
    out << std::hex << (value < 16 ? "0" : "") << value;
    return out.str();
}

/// What is found of one expectation, as the sheet writes it.
std::string foundOf(const GlassPart& part, const std::string& what, Ticks at)
{
    const auto picture = part.seen(at);
    const auto place = placeIn(what, what.starts_with("cell") ? 16 : 10);
    const auto level = [&] { return picture.at(place.first, place.second); };
    if (what == "lit")
        return std::to_string(std::count_if(picture.levels.begin(), picture.levels.end(),
            [&](std::uint16_t l) { return l != picture.face->ground; }));
    if (what.starts_with("px") || what.starts_with("dot") || what.starts_with("colour"))
        return std::to_string(level());
    if (what.starts_with("ink"))
        return std::string(1, "wkr"[level()]);
    if (what.starts_with("rgb"))
        return std::to_string(level() >> 11) + "," + std::to_string((level() >> 5) & 63) + ","
            + std::to_string(level() & 31);
    if (what.starts_with("row"))
        return part.text().at(static_cast<std::size_t>(place.first));
    if (what == "text") {
        const auto text = part.text().at(0);
        const auto from = text.find_first_not_of(' ');
        return from == std::string::npos ? ""
                                         : text.substr(from, text.find_last_not_of(' ') + 1 - from);
    }
    if (const auto* lcd = dynamic_cast<const CharacterLcd*>(&part))
        return hex(what.starts_with("cg") ? lcd->glyphRow(place.first, place.second)
                                          : lcd->cell(place.first));
    const auto& digits = dynamic_cast<const Digits&>(part);
    return what == "bright" ? std::to_string(digits.brightness())
                            : hex(digits.segments(place.first));
}

TEST(GlassParts, ShowWhatTheirBytesMake)
{
    std::istringstream sheet(test::readText(test::sourcePath("tests/data/display-bytes.csv")));
    std::string line;
    std::getline(sheet, line);
    int cases = 0;
    while (std::getline(sheet, line)) {
        if (line.ends_with('\r'))
            line.pop_back();
        const auto cells = splitCsvLine(line, ',');
        ASSERT_EQ(cells.size(), 4U) << line;
        const auto& stream = cells[2];
        const auto part = partOf(cells[1],
            stream.starts_with("i2c") ? DisplayInterface::I2c : DisplayInterface::FourBit);
        ASSERT_NE(part, nullptr) << cells[1];
        Ticks at;
        for (const auto& transfer : parted(stream, "|")) {
            if (transfer.empty())
                continue;
            const auto colon = transfer.find(':');
            const auto read = parseTransfer(transfer.substr(0, colon), transfer.substr(colon + 1));
            ASSERT_TRUE(read) << line;
            at = at + ticksFromSeconds(0.1);
            part->take(*read, at);
        }
        for (const auto& expected : parted(cells[3], " ; ")) {
            const auto equals = expected.find('=');
            EXPECT_EQ(foundOf(*part, expected.substr(0, equals), at + ticksFromSeconds(60)),
                expected.substr(equals + 1))
                << cells[0] << ": " << expected;
        }
        ++cases;
    }
    EXPECT_EQ(cases, 101);
}

// Any bytes at all leave the memory whole, and what is seen is of the face.
RC_GTEST_PROP(GlassParts, TakeAnyBytes, ())
{
    const auto spec = *rc::gen::elementOf(test::everyDisplay());
    const auto part = makeGlassPart(spec, test::glassAddress);
    Ticks at;
    const int transfers = *rc::gen::inRange(1, 40);
    for (int i = 0; i < transfers; ++i) {
        Transfer transfer;
        transfer.kind = static_cast<TransferKind>(
            *rc::gen::inRange(0, static_cast<int>(transferKindWords.size())));
        transfer.bytes =
            *rc::gen::container<std::vector<std::uint8_t>>(rc::gen::arbitrary<std::uint8_t>());
        at = at + ticksFromSeconds(*rc::gen::inRange(0, 3));
        part->take(transfer, at);
    }
    const auto picture = part->seen(at);
    const auto& face = *picture.face;
    RC_ASSERT(picture.levels.size()
        == (face.rows > 0 ? static_cast<std::size_t>(face.rows * face.columns)
                          : face.outlines.size()));
    for (const auto level : picture.levels)
        RC_ASSERT(face.palette.empty() || level < face.palette.size());
    RC_ASSERT(part->clone()->seen(at) == picture);
}

// A character display that is written faster than it can: what comes while it clears is lost.
TEST(GlassParts, ACharacterDisplayLosesWhatComesWhileItIsBusy)
{
    const auto written = [](double secondsPerByte) {
        CharacterLcd lcd(CharacterLcdSpec{}, 0.6e-3, {});
        lcd.take({TransferKind::Command, {0x38, 0x0C}, {}}, ticksFromSeconds(1));
        lcd.take({TransferKind::Command, {0x01}, {}}, ticksFromSeconds(2));
        Transfer text{
            TransferKind::Data, {'A', 'B', 'C', 'D', 'E'}, ticksFromSeconds(secondsPerByte)};
        lcd.take(text, ticksFromSeconds(2) + text.perByte * 5);
        return lcd.text()[0];
    };
    EXPECT_EQ(written(2e-3), "ABCDE");
    EXPECT_EQ(written(0.6e-3), "CDE") << "1.52 ms after the clear";
    EXPECT_EQ(written(20e-6), "") << "all of it within the clear";
}

// A refresh flashes: the negative of the old picture, white, the negative of the new one, the new
// one; and hears nothing meanwhile.
TEST(GlassParts, PaperIsBusyAndFlashesWhileItRefreshes)
{
    Paper paper(PaperSpec{16, 4, 2, {2, "s"}, {0.4, "s"}}, 2e-4);
    const auto take = [&](TransferKind kind, std::vector<std::uint8_t> bytes, double at) {
        paper.take({kind, std::move(bytes), {}}, ticksFromSeconds(at));
    };
    take(TransferKind::Command, {0x24}, 1);
    take(TransferKind::Data, {0x00}, 1);
    const auto first = [&](double at) { return paper.seen(ticksFromSeconds(at)).levels.front(); };
    const auto last = [&](double at) { return paper.seen(ticksFromSeconds(at)).levels.back(); };
    EXPECT_EQ(first(1.5), 0) << "nothing is seen before the refresh";
    take(TransferKind::Command, {0x20}, 2);
    EXPECT_EQ(first(2.2), 1);
    EXPECT_EQ(last(2.2), 1) << "white turned to black";
    EXPECT_EQ(first(2.7), 0);
    EXPECT_EQ(first(3.2), 0) << "the negative of the new one";
    EXPECT_EQ(last(3.2), 1);
    take(TransferKind::Command, {0x24}, 3.3);
    take(TransferKind::Data, {0xFF}, 3.3); // lost
    EXPECT_EQ(first(4), 1);
    EXPECT_EQ(last(4), 0);
    take(TransferKind::Command, {0x20}, 5);
    EXPECT_EQ(first(8), 1) << "the memory is as it was";
}

// A partial refresh leaves a shade where black became white, darker each time, which a full one
// takes away; what is black again shows none.
TEST(GlassParts, PartialRefreshesLeaveGhosts)
{
    Paper paper(PaperSpec{8, 1, 2, {2, "s"}, {0.4, "s"}}, 2e-4);
    Ticks at;
    const auto refresh = [&](std::uint8_t pixels, std::uint8_t kind) {
        const auto take = [&](TransferKind which, std::uint8_t byte) {
            paper.take({which, {byte}, {}}, at);
        };
        at = at + ticksFromSeconds(10);
        take(TransferKind::Command, 0x24);
        take(TransferKind::Data, pixels);
        take(TransferKind::Command, 0x22);
        take(TransferKind::Data, kind);
        take(TransferKind::Command, 0x20);
        return paper.seen(at + ticksFromSeconds(5));
    };
    constexpr std::uint8_t full = 0xF7, partial = 0xFF, leftBlack = 0x7F, allWhite = 0xFF;
    const auto left = [](const GlassPicture& picture) { return int{picture.levels.front()}; };
    EXPECT_EQ(left(refresh(leftBlack, full)), 1);
    const auto once = refresh(allWhite, partial);
    EXPECT_TRUE(isGround(*once.face, once.levels.front()));
    EXPECT_NE(once.levels.front(), once.face->ground) << "a shade is left";
    EXPECT_EQ(once.levels.back(), once.face->ground) << "where nothing changed";
    EXPECT_EQ(withoutGhosts(once).levels, std::vector<std::uint16_t>(8, 0));
    EXPECT_EQ(left(refresh(leftBlack, partial)), 1);
    const auto twice = refresh(allWhite, partial);
    EXPECT_LT(colourOf(*twice.face, twice.levels.front()).red,
        colourOf(*once.face, once.levels.front()).red);
    EXPECT_EQ(left(refresh(allWhite, full)), 0) << "a full one takes it away";
}

// Steps of brightness: sixteenths of the time of a two-wire driver, (2n + 1)/32 of a shift register
// (the reference sheet of display bytes), 256 of a panel that glows.
TEST(GlassParts, AreAsBrightAsTheyAreSet)
{
    const auto after = [](std::string_view id, const std::vector<Transfer>& transfers) {
        const auto part = makeGlassPart(test::displayOf(id), test::glassAddress);
        for (const auto& transfer : transfers)
            part->take(transfer, ticksFromSeconds(1));
        return part->seen(ticksFromSeconds(2));
    };
    const auto lightOf = [&](std::string_view id, const std::vector<Transfer>& transfers) {
        return after(id, transfers).light;
    };
    using K = TransferKind;
    EXPECT_NEAR(lightOf("four-digits-two-wire", {{K::Wire, {0x88}, {}}}), 1.0 / 14, 1e-12);
    EXPECT_NEAR(lightOf("four-digits-two-wire", {{K::Wire, {0x8B}, {}}}), 10.0 / 14, 1e-12);
    EXPECT_NEAR(lightOf("eight-digits", {{K::Word, {0x0A, 3}, {}}}), 7.0 / 31, 1e-12);
    EXPECT_NEAR(lightOf("mono-128x64", {{K::I2c, {0x78, 0, 0x81, 0x7F}, {}}}), 0.5, 1e-12);
    EXPECT_EQ(lightOf("colour-tft", {{K::Light, {0}, {}}}), 0);
    EXPECT_EQ(lightOf("colour-tft", {}), 1) << "tied to the supply";
    const double unlit = lightOf("character-16x2", {{K::Light, {0}, {}}});
    EXPECT_GT(unlit, 0.1) << "it can be read by the light of the room";
    EXPECT_LT(unlit, 0.9);
    EXPECT_EQ(lightOf("character-16x2-i2c", {{K::I2c, {0x78, 0x00}, {}}}), unlit)
        << "port 3 is low";
    // Liquid crystal is blank below its voltage, and all dark above it.
    const auto contrastOf = [&](std::string_view id, const std::vector<Transfer>& transfers) {
        return after(id, transfers).contrast;
    };
    EXPECT_EQ(contrastOf("mono-84x48", {{K::Command, {0x21, 0x80, 0x20}, {}}}), 0);
    EXPECT_EQ(contrastOf("mono-84x48", {{K::Command, {0x21, 0xC0, 0x20}, {}}}), 1);
    EXPECT_EQ(contrastOf("character-16x2", {{K::Contrast, {20}, {}}}), 0);
    const auto dark = after("character-16x2", {{K::Contrast, {250}, {}}});
    EXPECT_EQ(std::count(dark.levels.begin(), dark.levels.end(), 1), 16 * 2 * 5 * 8);
}

// A memory holds noise when power comes, and it is seen where a panel is switched on before it is
// cleared; one that was just made is empty, as recorded bytes are played.
TEST(GlassParts, ShowNoiseThatWasNotCleared)
{
    const auto litAfter = [](bool isPowered) {
        const auto part = makeGlassPart(test::displayOf("mono-128x64"), test::glassAddress);
        if (isPowered)
            part->powerOn();
        const auto before = part->seen({});
        EXPECT_EQ(std::count(before.levels.begin(), before.levels.end(), 1), 0) << "switched off";
        part->take({TransferKind::I2c, {0x78, 0, 0x8D, 0x14, 0xAF}, {}}, ticksFromSeconds(1));
        const auto picture = part->seen(ticksFromSeconds(2));
        return std::count(picture.levels.begin(), picture.levels.end(), 1);
    };
    EXPECT_EQ(litAfter(false), 0);
    EXPECT_NEAR(static_cast<double>(litAfter(true)), 4096, 500) << "about half of 8,192";
}

// Source: the degree sign and letters of both usual sets, from memory of their published tables.
TEST(GlassParts, CharacterSetsHaveTheirOwnCodes)
{
    constexpr auto kana = CharacterRom::Kana, european = CharacterRom::European;
    EXPECT_EQ(codeOfCharacter(kana, U'°'), 0xDF);
    EXPECT_EQ(codeOfCharacter(european, U'°'), 0xB0);
    EXPECT_EQ(characterOfCode(european, 0xDF), U'ß');
    EXPECT_EQ(codeOfCharacter(kana, U'ä'), 0xE1);
    EXPECT_EQ(codeOfCharacter(european, U'ä'), 0xE4);
    EXPECT_EQ(codeOfCharacter(kana, U'\\'), std::nullopt);
    EXPECT_EQ(codeOfCharacter(european, U'\\'), 0x5C);
    EXPECT_EQ(codeOfCharacter(european, U'~'), 0x7E);
    EXPECT_EQ(codeOfCharacter(kana, U'Ω'), 0xF4);
    EXPECT_EQ(codeOfCharacter(european, U'é'), 0xE9);
    EXPECT_EQ(codeOfCharacter(kana, U'é'), std::nullopt);
    for (const auto rom : {kana, european})
        for (unsigned code = 0x20; code <= 0xFF; ++code) {
            const auto character = characterOfCode(rom, static_cast<std::uint8_t>(code));
            const auto back = codeOfCharacter(rom, character);
            EXPECT_EQ(back ? characterOfCode(rom, *back) : character, character);
        }
}

TEST(GlassParts, SegmentsReadBackWhatTheyWrite)
{
    for (const char c : std::string("0123456789-ACEFHJLPU bcdhnortuy"))
        EXPECT_EQ(characterOf(segmentsOf(c)), c);
    for (const char c : std::string("KMVWX"))
        EXPECT_EQ(segmentsOf(c), noSegments) << c;
    EXPECT_EQ(textOf({0x86, 0x5B, 0xC0}), "1.2-.");
}

TEST(GlassParts, EveryUsualOneIsDarkOrBlankBeforeItIsToldAnything)
{
    for (const auto& spec : test::everyDisplay()) {
        const auto part = makeGlassPart(spec, 0);
        const auto picture = part->seen({});
        const auto shows = std::count_if(picture.levels.begin(), picture.levels.end(),
            [&](std::uint16_t level) { return level != picture.face->ground; });
        // A character display that nobody has set up has dark blocks in every other row.
        EXPECT_EQ(shows > 0, spec.kind() == DisplayKind::CharacterLcd)
            << displayKindWords[static_cast<std::size_t>(spec.kind())];
    }
}

TEST(GlassParts, DigitsThatAreBuiltInTurnedStandTurned)
{
    auto spec = test::displayOf("four-digits-points");
    const auto upright = makeGlassPart(spec, 0)->seen({});
    for (const auto turned : {Rotation::Right, Rotation::Over, Rotation::Left}) {
        spec.turned = turned;
        const auto picture = makeGlassPart(spec, 0)->clone()->seen({});
        const auto& face = *picture.face;
        EXPECT_EQ(face.width, isSideways(turned) ? upright.face->height : upright.face->width);
        for (const auto& outline : face.outlines)
            for (const auto& [x, y] : outline)
                EXPECT_TRUE(x >= 0 && y >= 0 && x <= face.width && y <= face.height);
        // The first segment of the first digit lies on top, and goes along.
        const auto& first = face.outlines[0][0];
        EXPECT_EQ(first.x < face.width / 2, turned == Rotation::Left);
        EXPECT_EQ(first.y < face.height / 2, turned == Rotation::Right);
    }
}

TEST(RecordedBytes, AreReadInTheOrderOfTime)
{
    const auto read = parseRecordedBytes(
        "kind,t_s,bytes\n# a comment\ncommand,0.5,ae AF\n\ndata,0.5,\n\"i2c\",1,78 40 01\r\n");
    ASSERT_TRUE(read) << read.error().message;
    ASSERT_EQ(read->size(), 3U);
    EXPECT_EQ((*read)[0].at, ticksFromSeconds(0.5));
    EXPECT_EQ((*read)[0].transfer.bytes, (std::vector<std::uint8_t>{0xAE, 0xAF}));
    EXPECT_TRUE((*read)[1].transfer.bytes.empty());
    EXPECT_EQ((*read)[2].transfer.kind, TransferKind::I2c);
    const auto errorOf = [](const char* text) {
        const auto refused = parseRecordedBytes(text);
        return refused ? std::string("none") : refused.error().message;
    };
    EXPECT_EQ(errorOf("t_s,kind\n"), "line 1: there is no column \"bytes\"");
    EXPECT_EQ(errorOf("t_s,kind,bytes\n1,data,0g\n"), "line 2: \"0g\" is no byte in hexadecimal");
    EXPECT_EQ(errorOf("t_s,kind,bytes\n1,data,100\n"), "line 2: \"100\" is no byte in hexadecimal");
    EXPECT_EQ(errorOf("t_s,kind,bytes\n1,smoke,00\n"),
        "line 2: \"smoke\" is no transfer: i2c, command, data, wire, word, lines, light or "
        "contrast");
    EXPECT_EQ(errorOf("t_s,kind,bytes\n2,data,00\n1,data,00\n"), "line 3: the time goes back");
    EXPECT_EQ(errorOf("t_s,kind,bytes\nsoon,data,00\n"), "line 2: \"soon\" is no time in seconds");
    EXPECT_EQ(errorOf("t_s,kind,bytes\n1,data\n"), "line 2: a cell is missing");
}

} // namespace
} // namespace fern
