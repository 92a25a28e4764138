// What the common wrong set-ups look like.
//
// Source of what is seen: the tables of mistakes in the reference sheet of display bytes, computed
// there from open drivers of such controllers.

#include "drive/wrong_setups.h"

#include "drive/tried_display.h"
#include "glass/metrics.h"
#include "glass/parts/make_part.h"
#include "tests/core/displays.h"
#include "tests/support.h"

#include <algorithm>
#include <cstdlib>
#include <map>

#include <fmt/format.h>

namespace fern {
namespace {

using test::displayOf;
using test::glassAddress;

/// A page full of digits, so that each row of pixels differs from its neighbours.
Page fullPage(std::string_view font = "16x32")
{
    Page page;
    auto& label = page.fields.emplace_back();
    label.font = font;
    label.text = "2579 4";
    auto& value = page.fields.emplace_back();
    value.kind = FieldKind::Value;
    value.font = font;
    value.y = 32;
    return page;
}

GlassPicture seenWith(const DriverSetup& setup, const Page& page, const std::string& text)
{
    TriedDisplay display(setup);
    display.redraw(page, text);
    return display.seen();
}

DriverSetup wrong(const DisplaySpec& spec, std::string_view id)
{
    DriverSetup setup{spec, {}, glassAddress};
    const auto all = wrongSetupsOf(setup);
    const auto found =
        std::find_if(all.begin(), all.end(), [id](const WrongSetup* w) { return w->id == id; });
    EXPECT_NE(found, all.end()) << id;
    if (found != all.end())
        (*found)->apply(setup);
    return setup;
}

/// A row of a picture.
std::vector<std::uint16_t> rowOf(const GlassPicture& picture, int row)
{
    const auto columns = picture.face->columns;
    return {picture.levels.begin() + row * columns, picture.levels.begin() + (row + 1) * columns};
}

bool isBlank(const std::vector<std::uint16_t>& row)
{
    return std::all_of(row.begin(), row.end(), [](std::uint16_t level) { return level == 0; });
}

TEST(WrongSetups, OfMonoPanelsLookAsTheSheetSays)
{
    const auto tall = displayOf("mono-128x64");
    const auto low = displayOf("mono-128x32");
    const auto right = seenWith({tall, {}, glassAddress}, fullPage(), "38.6");
    for (const auto* dark : {"no-pump", "not-switched-on", "not-begun", "other-address"}) {
        const auto picture = seenWith(wrong(tall, dark), fullPage(), "38.6");
        EXPECT_EQ(std::count(picture.levels.begin(), picture.levels.end(), 1), 0) << dark;
    }
    // Never sent: what its memory held when power came.
    const auto noise = seenWith(wrong(tall, "not-sent"), fullPage(), "38.6");
    EXPECT_NEAR(
        static_cast<double>(std::count(noise.levels.begin(), noise.levels.end(), 1)), 4096, 500);
    // The set-up for 64 rows on a glass of 32: its odd rows only, at half height.
    const auto half = seenWith(wrong(low, "other-rows"), fullPage(), "38.6");
    for (int y = 0; y < 32; ++y)
        EXPECT_EQ(rowOf(half, y), rowOf(right, 2 * y + 1)) << y;
    // The one for 32 rows on 64: double height, every other line dark.
    const auto twice = seenWith(wrong(tall, "other-rows"), fullPage(), "38.6");
    for (int y = 0; y < 32; ++y) {
        EXPECT_EQ(rowOf(twice, 2 * y + 1), rowOf(right, y)) << y;
        EXPECT_TRUE(isBlank(rowOf(twice, 2 * y))) << y;
    }
    // The rows one after another on 64: the halves woven.
    const auto woven = seenWith(wrong(tall, "other-row-wiring"), fullPage(), "38.6");
    for (int y = 0; y < 32; ++y) {
        EXPECT_EQ(rowOf(woven, 2 * y), rowOf(right, y)) << y;
        EXPECT_EQ(rowOf(woven, 2 * y + 1), rowOf(right, 32 + y)) << y;
    }
    // In turn on 32: odd rows in the lower half, the upper one dark.
    const auto lowRight = seenWith({low, {}, glassAddress}, fullPage(), "38.6");
    const auto lower = seenWith(wrong(low, "other-row-wiring"), fullPage(), "38.6");
    for (int y = 0; y < 16; ++y) {
        EXPECT_TRUE(isBlank(rowOf(lower, y))) << y;
        EXPECT_EQ(rowOf(lower, 16 + y), rowOf(lowRight, 2 * y + 1)) << y;
    }
    // Bits the other way: each band of eight rows upside down.
    const auto bands = seenWith(wrong(tall, "bits-reversed"), fullPage(), "38.6");
    for (int y = 0; y < 64; ++y)
        EXPECT_EQ(rowOf(bands, y), rowOf(right, y / 8 * 8 + 7 - y % 8)) << y;
    // Left and right, and everything, the other way round.
    const auto mirrored = seenWith(wrong(tall, "mirrored"), fullPage(), "38.6");
    const auto over = seenWith(wrong(tall, "upside-down"), fullPage(), "38.6");
    for (int y = 0; y < 64; ++y)
        for (int x = 0; x < 128; ++x) {
            EXPECT_EQ(mirrored.at(x, y), right.at(127 - x, y));
            EXPECT_EQ(over.at(x, y), right.at(127 - x, 63 - y));
        }
    const auto negative = seenWith(wrong(tall, "negative"), fullPage(), "38.6");
    for (std::size_t i = 0; i < right.levels.size(); ++i)
        EXPECT_NE(negative.levels[i], right.levels[i]);
}

TEST(WrongSetups, OfCharacterDisplaysLookAsTheSheetSays)
{
    Page page;
    page.fields.resize(2);
    auto& upper = page.fields[0];
    auto& lower = page.fields[1];
    upper.text = "21 °C";
    lower.kind = FieldKind::Value;
    lower.y = 1;
    const auto textWith = [&](std::string_view part, std::string_view id,
                              const std::vector<std::string>& values) {
        const auto spec = displayOf(part);
        TriedDisplay display(id.empty() ? DriverSetup{spec, {}, glassAddress} : wrong(spec, id));
        for (const auto& value : values)
            display.redraw(page, value);
        return display.text();
    };
    using Rows = std::vector<std::string>;
    EXPECT_EQ(textWith("character-16x2-european-i2c", "", {"µ~é"})[1], "µ~é");
    EXPECT_EQ(textWith("character-16x2-european-i2c", "other-signs", {"7"})[0], "21 ßC");
    EXPECT_EQ(textWith("character-16x2", "", {"100.5", "99   "}), (Rows{"21 °C", "99"}));
    // A shorter number over a longer one without blanks.
    EXPECT_EQ(
        textWith("character-16x2", "not-padded", {"100.5", "99   "}), (Rows{"21 °C", "990.5"}));
    EXPECT_EQ(textWith("character-16x2-i2c", "one-line", {"7"})[1], "") << "a blank second row";
    // UTF-8 of a degree sign: two cells, both wrong.
    const auto raw = textWith("character-16x2", "raw-bytes", {"7"})[0];
    EXPECT_TRUE(raw.starts_with("21 ") && raw.ends_with("C") && raw != "21 °C") << raw;
    EXPECT_EQ(textWith("character-16x2", "not-switched-on", {"7"}), (Rows{"", ""}));
    for (const auto* nothing : {"other-address", "other-expander"}) {
        const auto spec = displayOf("character-16x2-i2c");
        const auto seen = seenWith(wrong(spec, nothing), page, "7");
        EXPECT_NE(seen, seenWith({spec, {}, glassAddress}, page, "7")) << nothing;
    }
    // 16 × 4 set as 20 × 4: the third and fourth row begin four cells in.
    lower.y = 2;
    EXPECT_EQ(textWith("character-16x4", "", {"3"})[2], "3");
    EXPECT_EQ(textWith("character-16x4", "other-columns", {"3"})[2], "    3");
    // What runs on behind the first row of 20 × 4 stands in the third.
    upper.text = "abcdefghijklmnopqrstuvwx";
    EXPECT_EQ(textWith("character-20x4", "", {""}), (Rows{"abcdefghijklmnopqrst", "", "uvwx", ""}));
    // Not waiting for the clear, what comes next is lost.
    upper.text = "ready";
    DriverSetup hasty{displayOf("character-16x2"), {}, glassAddress};
    hasty.driver.strategy = RedrawStrategy::ClearAndWrite;
    hasty.driver.mistakes = bitOf(DriverMistake::NotWaited);
    TriedDisplay display(hasty);
    display.redraw(page, "1");
    EXPECT_NE(display.text()[0], "ready");
}

TEST(WrongSetups, OfColourPanelsLookAsTheSheetSays)
{
    const auto spec = displayOf("colour-tft");
    auto page = fullPage();
    page.fields[0].ink = Ink::Red;
    const auto inkOf = [&](const DriverSetup& setup) {
        const auto picture = seenWith(setup, page, "1");
        // The middle of the long stroke of the first digit's foot.
        return picture.at(8, 25);
    };
    EXPECT_EQ(inkOf({spec, {}, glassAddress}), 0xF800);
    EXPECT_EQ(inkOf(wrong(spec, "bytes-swapped")), 0x00F8) << "dark blue";
    EXPECT_EQ(inkOf(wrong(spec, "red-for-blue")), 0x001F) << "blue";
    EXPECT_EQ(inkOf(wrong(spec, "negative")), 0x07FF) << "cyan";
    // Where the glass lies in the memory not set: shifted left by 40 and up by 53.
    const auto right = seenWith({spec, {}, glassAddress}, page, "1");
    const auto shifted = seenWith(wrong(spec, "no-offset"), page, "1");
    for (int y = 0; y < 135 - 53; ++y)
        for (int x = 0; x < 240 - 40; ++x)
            ASSERT_EQ(shifted.at(x, y), right.at(x + 40, y + 53));
    for (const auto* dark : {"not-switched-on", "not-begun"}) {
        const auto picture = seenWith(wrong(spec, dark), page, "1");
        EXPECT_EQ(std::count_if(picture.levels.begin(), picture.levels.end(),
                      [&](std::uint16_t level) { return level != picture.levels.front(); }),
            0)
            << dark;
    }
}

TEST(WrongSetups, OfDigitsLookAsTheSheetSays)
{
    Page page;
    page.fields.emplace_back().kind = FieldKind::Value;
    const auto textWith = [&](std::string_view part, std::string_view id) {
        const auto spec = displayOf(part);
        TriedDisplay display(id.empty() ? DriverSetup{spec, {}, glassAddress} : wrong(spec, id));
        display.redraw(page, "12.5");
        return display.text()[0];
    };
    EXPECT_EQ(textWith("four-digits-points", ""), "12.5 ");
    EXPECT_EQ(textWith("four-digits-points", "not-switched-on"), "    ");
    EXPECT_NE(textWith("four-digits-points", "bits-reversed"), "12.5 ");
    EXPECT_EQ(textWith("six-digits-two-wire", ""), "12.5   ");
    EXPECT_EQ(textWith("eight-digits", ""), "12.5     ");
    EXPECT_EQ(textWith("eight-digits", "no-scan-limit"), "        ") << "the right-most alone";
    EXPECT_EQ(textWith("eight-digits", "test-left-on"), "8.8.8.8.8.8.8.8.");
    EXPECT_EQ(textWith("segment-glass", ""), "125") << "no points";
    EXPECT_NE(textWith("segment-glass", "map-shifted"), "125");
}

// A steady voltage shows the same and harms the glass; alternating ones have no mean. At half bias
// of three backplanes a segment that is seen has √3 times the voltage of one that is not.
TEST(WrongSetups, ASteadyVoltageLooksRightAndHarms)
{
    Page page;
    page.fields.emplace_back().kind = FieldKind::Value;
    const auto spec = displayOf("segment-glass");
    const auto steadyOf = [&](const DriverSetup& setup) {
        const DisplayFirmware firmware(setup);
        const auto part = makeGlassPart(spec, 0);
        for (const auto& step : firmware.redraw({},
                 firmware.drawn({}, page, sampleContent(page, [](std::size_t) { return "205"; }))))
            part->take(step.transfer, {});
        EXPECT_EQ(part->text()[0], "205");
        return part->steadyShare();
    };
    EXPECT_EQ(steadyOf({spec, {}, 0}), 0);
    EXPECT_NEAR(steadyOf(wrong(spec, "steady-voltage")), 2.0 / 3, 1e-9);
    // Raw glass with a pin for each segment, too.
    auto single = spec;
    auto& glass = std::get<SegmentGlassSpec>(single.shape);
    glass.backplanes = 1;
    glass.lines = 24;
    for (int i = 0; i < 24; ++i)
        glass.map[static_cast<std::size_t>(i)] = {i + 1, 1};
    TriedDisplay display({single, {}, 0});
    display.redraw(page, "205");
    EXPECT_EQ(display.text()[0], "205");
}

TEST(WrongSetups, OfPaperLookAsTheSheetSays)
{
    const auto spec = displayOf("paper-128x296");
    const auto page = fullPage();
    const auto right = seenWith({spec, {}, glassAddress}, page, "1");
    const auto inked = [](const GlassPicture& picture) {
        return std::count(picture.levels.begin(), picture.levels.end(), 1);
    };
    EXPECT_GT(inked(right), 100);
    EXPECT_EQ(inked(seenWith(wrong(spec, "not-refreshed"), page, "1")), 0) << "the old picture";
    EXPECT_EQ(inked(seenWith(wrong(spec, "negative"), page, "1")), 128 * 296 - inked(right));
    // Asleep after the first refresh it hears of no second one; not waited for, neither.
    for (const auto* deaf : {"asleep", "not-waited"}) {
        TriedDisplay display(wrong(spec, deaf));
        display.redraw(page, "1");
        const auto first = display.seen();
        display.redraw(page, "8");
        EXPECT_EQ(display.seen(), first) << deaf;
    }
}

/// A small display of each kind.
std::vector<std::pair<std::string, DisplaySpec>> smallOnes()
{
    auto colour = displayOf("colour-tft");
    colour.shape = ColourPanelSpec{20, 40, 2, 3, 16, 32, true, true};
    auto paper = displayOf("paper-128x296");
    paper.shape = PaperSpec{36, 16, 3, {15, "s"}, {0, "s"}};
    return {{"mono-oled", displayOf("mono-64x32")}, {"mono-lcd", displayOf("mono-84x48")},
        {"character", displayOf("character-16x2-i2c")},
        {"two-wire-digits", displayOf("four-digits-two-wire")},
        {"shift-digits", displayOf("eight-digits")}, {"matrix", displayOf("matrix-32x8")},
        {"colour", colour}, {"paper", paper}, {"segment-glass", displayOf("segment-glass")}};
}

/// A letter for each pixel.
std::string lettersOf(const GlassPicture& picture)
{
    const auto& face = *picture.face;
    const std::map<std::uint16_t, char> ofColours{
        {0xFFFF, 'w'}, {0xF800, 'r'}, {0x001F, 'b'}, {0x07E0, 'g'}, {0x07FF, 'c'}};
    std::string text;
    for (int y = 0; y < face.rows; ++y) {
        for (int x = 0; x < face.columns; ++x) {
            const auto level = picture.at(x, y);
            const auto colour = ofColours.find(level);
            text += level == face.ground    ? '.'
                : !face.palette.empty()     ? "?#r"[level]
                : colour != ofColours.end() ? colour->second
                                            : '?';
        }
        text.erase(text.find_last_not_of('.') + 1); // what is blank to the right end is left out
        text += '\n';
    }
    return text;
}

/// A line where it is not seen in full light, or hardly stands out.
std::string lightOf(const GlassPicture& picture)
{
    if (picture.light == 1 && picture.contrast == 1)
        return {};
    return fmt::format(
        "({:.0f} % light, {:.0f} % contrast)\n", 100 * picture.light, 100 * picture.contrast);
}

std::string pictureOf(const DriverSetup& setup, const Page& page)
{
    const auto content = sampleContent(page, [](std::size_t) { return std::string("27.5"); });
    if (metricsOf(setup.part).unit == GlassUnit::Pixels) {
        const auto picture = looksLike(setup, page, content);
        return lightOf(picture) + lettersOf(picture);
    }
    TriedDisplay display(setup);
    display.redraw(page, "88.8");
    display.redraw(page, "27.5");
    std::string rows = lightOf(display.seen());
    for (const auto& row : display.text())
        rows += row + "\n";
    return rows;
}

// Set FERN_TICK_GOLDEN to write them anew; then look at every one before it is kept.
TEST(WrongSetups, LookAsTheyDidWhenSomebodyLookedAtThem)
{
    for (const auto& [name, spec] : smallOnes()) {
        Page page;
        auto& label = page.fields.emplace_back();
        label.font = "5x8";
        label.text = "F";
        label.ink = Ink::Red;
        auto& value = page.fields.emplace_back();
        value.kind = FieldKind::Value;
        value.font = "5x8";
        const auto metrics = metricsOf(spec);
        value.x = metrics.unit == GlassUnit::Pixels ? 6 : 0;
        value.y = metrics.unit == GlassUnit::Cells ? 1 : 0;
        if (metrics.unit == GlassUnit::Digits)
            page.fields.erase(page.fields.begin());
        DriverSetup setup{spec, {}, glassAddress};
        std::string all = "== right\n" + pictureOf(setup, page);
        for (const auto* wrongOne : wrongSetupsOf(setup)) {
            auto trial = setup;
            wrongOne->apply(trial);
            all += "== " + std::string(wrongOne->id) + "\n" + pictureOf(trial, page);
        }
        const auto path = test::sourcePath("tests/data/looks/" + name + ".txt");
        if (std::getenv("FERN_TICK_GOLDEN") != nullptr)
            std::ofstream(path, std::ios::binary) << all;
        EXPECT_TRUE(test::readText(path) == all) << name;
    }
}

TEST(WrongSetups, AreToldApartFromTheRightOne)
{
    for (const auto& [name, spec] : smallOnes()) {
        const DriverSetup right{spec, {}, glassAddress};
        EXPECT_EQ(rightSetup(right).driver, right.driver);
        EXPECT_GE(wrongSetupsOf(right).size(), 2U) << name;
        for (const auto* wrongOne : wrongSetupsOf(right)) {
            auto trial = right;
            wrongOne->apply(trial);
            EXPECT_NE(trial.driver, right.driver) << name << " " << wrongOne->id;
            EXPECT_FALSE(wrongOne->remedy.empty());
        }
    }
}

} // namespace
} // namespace fern
