// Every strategy brings every kind of display to what a full redraw shows.

#include "drive/firmware.h"
#include "drive/tried_display.h"
#include "glass/metrics.h"
#include "tests/core/displays.h"
#include "timing/bus.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <set>

namespace fern {
namespace {

using test::displayOf;
using test::glassAddress;

/// A page whose one value fills the glass as far as it can.
Page pageFor(const GlassMetrics& metrics)
{
    Page page;
    Field label;
    label.text = "a";
    label.font = "5x8";
    Field value;
    value.kind = FieldKind::Value;
    value.font = "5x8";
    value.x = metrics.unit == GlassUnit::Pixels ? 3 : 1;
    value.y = metrics.rows > 16 ? 9 : metrics.unit == GlassUnit::Cells ? 1 : 0;
    page.fields = {label, value};
    return page;
}

std::string anyText()
{
    const auto chars =
        *rc::gen::container<std::string>(rc::gen::elementOf(std::string("0123456789-. EHLP")));
    return chars.substr(0, 30);
}

/// The same with a bar, or a history, beside what is written.
Page withBar(Page page, const GlassMetrics& metrics)
{
    auto& bar = page.fields.emplace_back();
    bar.kind = *rc::gen::element(FieldKind::Bar, FieldKind::History);
    bar.isUpright = *rc::gen::arbitrary<bool>();
    bar.width = metrics.unit == GlassUnit::Pixels ? 20 : 3;
    bar.height = metrics.unit == GlassUnit::Pixels ? 7 : 1;
    bar.x = metrics.columns - bar.width;
    return page;
}

/// A text for all of its values, and bars filled anyhow.
PageContent anyContent(const Page& page)
{
    auto content = sampleContent(page, [text = anyText()](std::size_t) { return text; });
    for (auto& field : content) {
        field.share = *rc::gen::inRange(-2, 12) / 10.0;
        field.shares.assign(static_cast<std::size_t>(*rc::gen::inRange(0, 25)), field.share);
    }
    return content;
}

RC_GTEST_PROP(Redraw, ShowsWhatAFullRedrawShows, ())
{
    auto spec = *rc::gen::elementOf(test::everyDisplay());
    spec.turned = *rc::gen::elementOf(
        std::vector<Rotation>{Rotation::Upright, Rotation::Right, Rotation::Over, Rotation::Left});
    DriverSpec driver;
    const auto ways = strategiesOf(spec);
    driver.strategy = *rc::gen::elementOf(std::vector<RedrawStrategy>(ways.begin(), ways.end()));
    driver.bufferBytes = *rc::gen::inRange(1, 200);
    DriverSpec plainDriver;
    TriedDisplay tried({spec, driver, glassAddress});
    TriedDisplay whole({spec, plainDriver, glassAddress});
    const auto page = withBar(pageFor(metricsOf(spec)), metricsOf(spec));
    // No redraw takes longer than the one that is said to take longest, on any interface.
    const auto secondsOf = [&](const DriverSteps& steps) {
        double seconds = 0;
        for (const auto& step : steps)
            seconds += transferSeconds(step.transfer, spec.interface, 1e5) + step.waits;
        return seconds;
    };
    const double most =
        secondsOf(DisplayFirmware({spec, driver, glassAddress}).most({page})) * (1 + 1e-12);
    const int redraws = *rc::gen::inRange(1, 5);
    for (int i = 0; i < redraws; ++i) {
        const auto content = anyContent(page);
        RC_ASSERT(secondsOf(tried.redraw(page, content)) <= most);
        whole.redraw(page, content);
        RC_ASSERT(withoutGhosts(tried.seen()) == withoutGhosts(whole.seen()));
        RC_ASSERT(tried.text() == whole.text());
    }
}

// However a display is turned, a firmware that knows it shows the same to who looks at it.
TEST(Redraw, TurnsWhatItDrawsAsTheDisplayIsTurned)
{
    for (const auto& spec : test::everyDisplay()) {
        if (metricsOf(spec).unit != GlassUnit::Pixels || spec.kind() == DisplayKind::LedMatrix)
            continue;
        const auto page = pageFor(metricsOf(spec));
        const auto cornerOf = [&](Rotation turned) {
            auto other = spec;
            other.turned = turned;
            TriedDisplay display({other, {}, glassAddress});
            display.redraw(page, "7");
            const auto picture = display.seen();
            std::vector<std::uint16_t> corner; // that the page draws in whichever way it is held
            for (int y = 0; y < 16; ++y)
                for (int x = 0; x < 16; ++x)
                    corner.push_back(picture.at(x, y));
            return corner;
        };
        const auto upright = cornerOf(Rotation::Upright);
        EXPECT_GT(std::set<std::uint16_t>(upright.begin(), upright.end()).size(), 1U)
            << displayKindWords[static_cast<std::size_t>(spec.kind())] << " " << page.fields[1].y;
        for (const auto turned : {Rotation::Right, Rotation::Over, Rotation::Left})
            EXPECT_EQ(cornerOf(turned), upright)
                << displayKindWords[static_cast<std::size_t>(spec.kind())] << " "
                << rotationWords[static_cast<std::size_t>(turned)];
    }
}

TEST(Redraw, ChangesOnlyWhatDiffers)
{
    const auto spec = displayOf("character-16x2-i2c");
    const auto bytesFor = [&](RedrawStrategy strategy) {
        DriverSpec driver;
        driver.strategy = strategy;
        driver.bufferBytes = 1;
        TriedDisplay display({spec, driver, glassAddress});
        Page page;
        page.fields.emplace_back().kind = FieldKind::Value;
        display.redraw(page, "12.5 km/h");
        return byteCount(display.redraw(page, "12.6 km/h"));
    };
    // An address and a character, twelve bytes each; all of it are 34 of them.
    EXPECT_EQ(bytesFor(RedrawStrategy::ChangedCells), 24U);
    EXPECT_EQ(bytesFor(RedrawStrategy::FullFrame), 408U);
    // A clear, the address of the row and its nine characters.
    EXPECT_EQ(bytesFor(RedrawStrategy::ClearAndWrite), 11U * 12);
}

// Four wires wait longer after a command than after a character: sixteen cells with an address each
// are fewer bytes than all of the display, and take longer.
TEST(Redraw, SendsAllWhereTheChangesWouldTakeLonger)
{
    const auto spec = displayOf("character-16x2");
    DriverSpec driver;
    driver.strategy = RedrawStrategy::ChangedCells;
    TriedDisplay display({spec, driver, 0});
    Page page;
    for (int y = 0; y < 2; ++y) {
        auto& value = page.fields.emplace_back();
        value.kind = FieldKind::Value;
        value.y = y;
    }
    display.redraw(page, "1 1 1 1 1 1 1 1 ");
    EXPECT_EQ(byteCount(display.redraw(page, "2 1 1 1 1 1 1 1 ")), 4U) << "one cell in each row";
    EXPECT_EQ(byteCount(display.redraw(page, "3 2 2 2 2 2 2 2 ")), 34U) << "all of it";
}

// What a driver is told it brings to the part: within half a step of the part's own.
TEST(Redraw, SetsTheBrightnessThatItIsTold)
{
    for (const auto& spec : test::everyDisplay()) {
        if (!traitsOf(spec.kind()).hasLight)
            continue;
        const bool isSwitched =
            spec.kind() == DisplayKind::CharacterLcd && spec.interface == DisplayInterface::I2c;
        DriverSpec driver;
        double before = 0;
        for (const int percent : {1, 50, 100}) {
            driver.brightness = percent;
            TriedDisplay display({spec, driver, glassAddress});
            display.redraw(pageFor(metricsOf(spec)), "8");
            const double light = display.seen().light;
            EXPECT_GE(light, before);
            const auto kind = displayKindWords[static_cast<std::size_t>(spec.kind())];
            if (percent == 100) {
                EXPECT_GE(light, 0.99) << kind;
            } else if (!isSwitched) { // the light of an expander is on or off
                EXPECT_LT(light, 0.8) << kind;
            }
            before = light;
        }
    }
}

TEST(Redraw, SendsNothingWhereNothingChanged)
{
    DriverSpec driver;
    driver.strategy = RedrawStrategy::ChangedPages;
    TriedDisplay display({displayOf("mono-128x64"), driver, glassAddress});
    const auto page = pageFor({});
    EXPECT_GT(byteCount(display.redraw(page, "88")), 1024U);
    EXPECT_EQ(byteCount(display.redraw(page, "88")), 0U);
    // The page of eight rows in which a digit stands, in one transfer with its window.
    const auto steps = display.redraw(page, "89");
    EXPECT_LT(byteCount(steps), 60U);
    EXPECT_GT(byteCount(steps), 5U);
}

// A clear in every turn makes the digits flicker: they are dark until they are written again.
TEST(Redraw, AClearLeavesTheDigitsDarkForAShareOfTheTime)
{
    const auto spec = displayOf("character-16x2");
    DriverSpec driver;
    driver.strategy = RedrawStrategy::ClearAndWrite;
    TriedDisplay display({spec, driver, 0});
    Page page;
    page.fields.emplace_back().kind = FieldKind::Value;
    display.redraw(page, "12.5");
    const auto steps = display.redraw(page, "12.6");
    double dark = 0;
    double all = 0;
    for (const auto& step : steps) {
        const double takes = transferSeconds(step.transfer, spec.interface, 1) + step.waits;
        display.hear(step);
        dark += display.text()[0].empty() ? takes : 0;
        all += takes;
    }
    EXPECT_GT(dark, 2e-3) << "the clear itself";
    EXPECT_GT(dark / all, 0.5);
    EXPECT_EQ(display.text()[0], "12.6");
}

} // namespace
} // namespace fern
