#pragma once
// Instruments on which the rules of displays speak: each fires, and a near miss of it does not.

#include "tests/core/displays.h"
#include "tests/core/judge/parts_cases.h"

namespace fern::test {

/// The shed with another display in the place of its own, a page for it, and a driver that is
/// changed.
inline Instrument shedOn(std::string_view display, const std::function<void(Display&)>& change = {})
{
    auto part = *findById(shed().parts, "glass");
    part.display = displayOf(display);
    part.className = findInCatalogue(display)->title;
    auto in = *withPart(shed(), part);
    const auto metrics = metricsOf(*part.display);
    auto page = *in.pages[0];
    for (auto& field : page.fields) {
        field.x = 0;
        field.y = metrics.unit == GlassUnit::Cells ? field.kind == FieldKind::Value : 0;
        field.font = "5x8";
        field.scale = 1;
    }
    if (metrics.unit == GlassUnit::Digits)
        std::erase_if(page.fields, [](const Field& f) { return f.kind == FieldKind::Label; });
    in.pages[0] = std::make_shared<const Page>(page);
    if (metrics.unit == GlassUnit::Digits) {
        auto text = in.readers[0]->text;
        text.overflow = "=";
        text.stale = "_";
        in = *withText(in, in.readers[0]->id, text);
    }
    auto shown = *in.displays[0];
    if (change)
        change(shown);
    return *withDisplay(in, shown);
}

inline Instrument withMistake(std::string_view display, DriverMistake mistake)
{
    return shedOn(display, [mistake](Display& d) { d.driver.mistakes = bitOf(mistake); });
}

inline Instrument withStrategy(std::string_view display, RedrawStrategy strategy)
{
    return shedOn(display, [strategy](Display& d) { d.driver.strategy = strategy; });
}

inline Instrument refreshedEvery(double seconds)
{
    return shedOn("electronic-paper", [seconds](Display& d) { d.redrawEvery = {seconds, "s"}; });
}

inline Instrument refreshedFully(int every)
{
    return shedOn("paper-128x296", [every](Display& d) {
        d.redrawEvery = {20, "s"};
        d.driver.strategy = RedrawStrategy::DirtyBox;
        d.driver.fullRefreshEvery = every;
    });
}

/// A page with bars beside its value, each growing up or to the right.
inline Instrument withBars(const std::vector<bool>& grow)
{
    auto in = shedOn("character-16x2");
    auto page = *in.pages[0];
    for (const bool isUpright : grow) {
        auto& bar = page.fields.emplace_back();
        bar.id = "bar" + std::to_string(page.fields.size());
        bar.kind = FieldKind::Bar;
        bar.reader = in.readers[0]->id;
        bar.isUpright = isUpright;
        bar.x = static_cast<int>(page.fields.size()) + 10;
    }
    in.pages[0] = std::make_shared<const Page>(page);
    return in;
}

/// The shed with one more label, upright letters of 5 × 8.
inline Instrument besideTitle(int x, int y)
{
    auto in = shed();
    auto page = *in.pages[0];
    auto& note = page.fields.emplace_back();
    note.id = "note";
    note.text = "note";
    note.font = "5x8";
    note.x = x;
    note.y = y;
    in.pages[0] = std::make_shared<const Page>(page);
    return in;
}

inline Instrument barOn(std::string_view display)
{
    auto in = shedOn(display);
    auto page = *in.pages[0];
    auto& bar = page.fields.emplace_back();
    bar.id = "bar";
    bar.kind = FieldKind::Bar;
    bar.reader = in.readers[0]->id;
    bar.x = 7;
    in.pages[0] = std::make_shared<const Page>(page);
    return in;
}

inline Instrument withLabel(std::string_view display, const char* label)
{
    auto in = shedOn(display);
    auto field = in.pages[0]->fields[0];
    field.text = label;
    return *withField(in, in.pages[0]->id, field);
}

/// Names of codes on digits: the letter of one cannot be formed.
inline Instrument named(const char* name)
{
    auto in = *withStartingPoint(shedOn("eight-digits"), *findStartingPoint("remote"), "Remote");
    auto channel = *in.channels.back();
    channel.source.names = {{"20DF22DD", name}};
    in = *withSource(in, channel.id, channel.source);
    for (const auto& reader : in.readers)
        if (reader->channel == channel.id) {
            auto text = reader->text;
            text.width = 8;
            in = *withText(in, reader->id, text);
        }
    return in;
}

/// The sampling beside redraws that send changes only: how much they take is not known.
inline Instrument sampledBesideChanges(double milliseconds)
{
    auto in = withBus([](BusSpec& bus) { bus.speed = {100, "kHz"}; });
    auto display = *in.displays[0];
    display.driver.strategy = RedrawStrategy::ChangedPages;
    in = *withDisplay(in, display);
    return *withSampleEvery(in, in.channels[0]->id, {milliseconds, "ms"});
}

/// A redraw more often than all of a frame can be sent.
inline Instrument hurried(RedrawStrategy strategy)
{
    return shedOn("mono-128x64", [strategy](Display& d) {
        d.driver.strategy = strategy;
        d.redrawEvery = {20, "ms"};
    });
}

/// A display on a slow bus beside a channel that is sampled fast.
inline Instrument sampledBeside(double milliseconds)
{
    auto in = withBus([](BusSpec& bus) { bus.speed = {100, "kHz"}; });
    return *withSampleEvery(in, in.channels[0]->id, {milliseconds, "ms"});
}

/// A number from another computer, which is called old after some seconds; never after none.
inline Instrument toldNumber(double oldAfter)
{
    auto in = *withStartingPoint(shed(), *findStartingPoint("number-line"), "River");
    return *withStaleAfter(in, in.readers.back()->id, {oldAfter, "s"});
}

/// How long ago a told value came: it goes on counting while nothing comes.
inline Instrument sinceTold()
{
    auto in = toldNumber(5);
    auto channel = *in.channels.back();
    channel.id = channel.name = "since";
    channel.source = {};
    channel.source.kind = SourceKind::Derived;
    channel.source.board = in.channels[0]->source.board;
    channel.source.derived.kind = DerivedKind::Since;
    channel.source.derived.of = in.channels.back()->id;
    channel.wish = {{0, "s"}, {60, "s"}, {1, "s"}, {1, "s"}, {2, "s"}, {}};
    channel.smoothing.clear();
    auto reader = *in.readers.back();
    reader.id = channel.id;
    reader.channel = channel.id;
    reader.unit = "s";
    reader.staleAfter = {0, "s"};
    auto page = *in.pages.back();
    for (auto& field : page.fields)
        if (field.kind == FieldKind::Value)
            field.reader = reader.id;
    in.channels.push_back(std::make_shared<const Channel>(channel));
    in.readers.push_back(std::make_shared<const Reader>(reader));
    in.pages.back() = std::make_shared<const Page>(page);
    return *accepted(in);
}

/// A list on the glass whose longest row has 16 characters.
inline Instrument listOf(int width)
{
    auto in = *withStartingPoint(shed(), *findStartingPoint("clock"), "Clock");
    auto channel = *in.channels.back();
    channel.id = channel.name = "next";
    channel.source.kind = SourceKind::Derived;
    channel.source.derived.kind = DerivedKind::Next;
    channel.source.derived.of = in.channels.back()->id;
    channel.source.names = {{"7:30", "juniors"}, {"14:30", "Otter crew"}};
    auto reader = *in.readers.back();
    reader.id = channel.id;
    reader.channel = channel.id;
    in.channels.push_back(std::make_shared<const Channel>(channel));
    in.readers.push_back(std::make_shared<const Reader>(reader));
    auto page = *in.pages.back();
    Field list;
    list.id = "list";
    list.kind = FieldKind::List;
    list.reader = reader.id;
    list.width = width;
    list.height = 2;
    page.fields = {list};
    in.pages.back() = std::make_shared<const Page>(page);
    return *accepted(in);
}

/// A splash of some seconds before a number that is wished to be no older than 2 s.
inline Instrument withSplash(double seconds)
{
    auto in = shed();
    Page splash;
    splash.id = "splash";
    splash.name = "Splash";
    splash.display = in.displays[0]->id;
    splash.when.comes = PageComes::AtStart;
    splash.when.time = {seconds, "s"};
    in.pages.push_back(std::make_shared<const Page>(splash));
    return in;
}

/// A second page that is turned to every so many seconds; never after none.
inline Instrument withSecondPage(double every)
{
    auto in = shed();
    auto second = *in.pages[0];
    second.id = "second";
    second.name = "Second";
    in.pages.push_back(std::make_shared<const Page>(second));
    auto display = *in.displays[0];
    display.turning.every = {every, "s"};
    return *withDisplay(in, display);
}

/// A glyph of ones in rows from 1 on.
inline Instrument withGlyph(std::string_view display, int width, int height)
{
    auto in = shedOn(display);
    auto page = *in.pages[0];
    auto& sign = page.fields.emplace_back();
    sign.id = "sign";
    sign.kind = FieldKind::Glyph;
    sign.dots = Dots(width, height);
    sign.dots.set(0, height - 1, true);
    sign.x = 7;
    in.pages[0] = std::make_shared<const Page>(page);
    return in;
}

inline Instrument withPicture(std::string_view display, PictureColours colours, int x)
{
    auto in = shedOn(display);
    auto page = *in.pages[0];
    auto& picture = page.fields.emplace_back();
    picture.id = "drawing";
    picture.kind = FieldKind::Picture;
    picture.picture = Picture{colours, 16, 8, std::vector<std::uint16_t>(128, 1)};
    picture.x = x;
    picture.y = 40;
    in.pages[0] = std::make_shared<const Page>(page);
    return in;
}

inline Instrument dimmed(std::string_view part)
{
    return shedOn(part, [](Display& d) {
        d.dimming = Dimming{shed().channels[0]->id, {11, "V"}, {12, "V"}, 10, 100};
    });
}

inline std::vector<RuleCase> displayCases()
{
    return {
        {"D07", Severity::Check, withMistake("mono-128x64", DriverMistake::BitsReversed),
            "display: the bits of each byte are sent in the other order", shedOn("mono-128x64")},
        {"D02", Severity::Check, withBars({false, true}),
            "Battery needs 13 signs of its own, the display holds 8", withBars({true, true})},
        {"D04", Severity::Check, besideTitle(20, 0), "“note” covers a part of “BATTERY, V”",
            besideTitle(106, 0)},
        {"D03", Severity::Check, withGlyph("character-16x2", 8, 8),
            "“sign” has 8 × 8 dots, a cell has 5 × 8", withGlyph("character-16x2", 5, 7)},
        {"D03", Severity::Note, withGlyph("character-16x2", 5, 8),
            "“sign” uses the row of the cursor", withGlyph("mono-128x64", 5, 8)},
        {"D07", Severity::Check, withPicture("mono-128x64", PictureColours::Inks, 0),
            "“drawing” is a picture in inks, which display cannot show",
            withPicture("mono-128x64", PictureColours::Mono, 0)},
        {"D01", Severity::Check, withPicture("mono-128x64", PictureColours::Mono, 113),
            "“drawing” is 1 pixel too large",
            withPicture("mono-128x64", PictureColours::Mono, 112)},
        {"D05", Severity::Check, toldNumber(0),
            "“River” does not say when nothing comes any more of River", toldNumber(5)},
        {"D05", Severity::Check, toldNumber(0),
            "“River” does not say when nothing comes any more of River", sinceTold()},
        {"T02", Severity::Check, listOf(15),
            "“14:30 Otter crew” needs 16 characters, a line of the list has 15", listOf(16)},
        {"D06", Severity::Note, withSplash(4), "“Splash” hides Battery for 4 s after power-on",
            withSplash(3)},
        {"D17", Severity::Note, withSecondPage(0), "Nothing turns display to “Second”",
            withSecondPage(4)},
        {"D18", Severity::Check, dimmed("segment-glass"), "display cannot be dimmed",
            dimmed("mono-128x64")},
        {"D10", Severity::Check, refreshedEvery(90),
            "display is refreshed every 90 s, and bears it every 180 s", refreshedEvery(180)},
        {"D12", Severity::Check, withMistake("mono-128x64", DriverMistake::NotCleared),
            "display: it was drawn over what stood there",
            withMistake("character-16x2", DriverMistake::NotCleared)},
        {"T03", Severity::Check, withMistake("character-16x2", DriverMistake::NotCleared),
            "display: a shorter number leaves the end of the longer one",
            withMistake("mono-128x64", DriverMistake::NotCleared)},
        {"D13", Severity::Stop, withMistake("segment-glass", DriverMistake::SteadyVoltage),
            "display: it is driven with a steady voltage: it looks right, and is harmed",
            shedOn("segment-glass")},
        {"D15", Severity::Check, withMistake("mono-128x64", DriverMistake::NoPump),
            "display: its converter for the pixels' voltage is off",
            withMistake("colour-tft", DriverMistake::NoPump)}, // which has none
        {"D16", Severity::Check, refreshedFully(0), "display keeps ghosts of old pictures",
            refreshedFully(10)},
        {"G11", Severity::Check, withStrategy("character-20x4", RedrawStrategy::ClearAndWrite),
            "display goes dark for up to 16.4 ms with every redraw",
            withStrategy("character-16x2", RedrawStrategy::ClearAndWrite)}, // 8 ms are not seen
        {"G12", Severity::Check, sampledBeside(40),
            "A redraw of display takes 99.5 ms, Battery is sampled every 40 ms", sampledBeside(60)},
        {"G12", Severity::Check, sampledBeside(40),
            "A redraw of display takes 99.5 ms, Battery is sampled every 40 ms",
            sampledBesideChanges(40)},
        {"G03", Severity::Stop, hurried(RedrawStrategy::FullFrame),
            "Redrawing takes 125 % of the time", shedOn("mono-128x64")},
        {"G03", Severity::Check, hurried(RedrawStrategy::ChangedPages),
            "Redrawing can take 125 % of the time", shedOn("mono-128x64")},
        {"T06", Severity::Check, barOn("eight-digits"), "A bar cannot be shown on digits",
            barOn("character-16x2")},
        {"T06", Severity::Check, named("Kitchen"), "“K” of the name “Kitchen” cannot be shown",
            named("Hot"), false},
        {"T06", Severity::Check, withLabel("character-16x2", "50 %, 3 ⅓"),
            "“⅓” of “50 %, 3 ⅓” cannot be shown", withLabel("character-16x2", "21 °C")},
    };
}

} // namespace fern::test
