#pragma once
// Instruments on which the rules of texts and of what is seen speak, and near misses of them.

#include "tests/core/judge/display_cases.h"

namespace fern::test {

/// A page of the shed without its title, whose number tells its unit or does not.
inline Instrument untitled(const std::string& unitShown, std::string_view display = "mono-128x64")
{
    auto in = shedOn(display);
    auto page = *in.pages[0];
    std::erase_if(page.fields, [](const Field& f) { return f.kind == FieldKind::Label; });
    in.pages[0] = std::make_shared<const Page>(page);
    auto text = in.readers[0]->text;
    text.unitShown = unitShown;
    text.width += unitShown.empty() ? 0 : 2;
    return *withText(in, in.readers[0]->id, text);
}

inline Instrument withBatteryText(
    const std::function<void(Reader&)>& change, Instrument in = shed())
{
    auto reader = *in.readers[0];
    change(reader);
    in.readers[0] = std::make_shared<const Reader>(reader);
    return *accepted(in);
}

/// The same under a title.
inline Instrument calling(const std::string& title)
{
    auto in = untitled("");
    auto page = *in.pages[0];
    Field label;
    label.id = "title";
    label.text = title;
    label.font = "5x8";
    label.y = 56;
    page.fields.push_back(label);
    in.pages[0] = std::make_shared<const Page>(page);
    return *accepted(in);
}

/// The battery in volts, switched by a key to millivolts whose unit is written or is not.
inline Instrument inMillivolts(const std::string& unitShown)
{
    auto in = *withStartingPoint(shed(), *findStartingPoint("remote"), "Remote");
    const auto by = in.channels.back()->id;
    return withBatteryText(
        [&](Reader& r) {
            r.text.unitShown = "V";
            r.text.width = 8;
            r.others = OtherForms{FormChange::Code, by, "up", "", 5, {{"mV", unitShown, 0}}};
        },
        in);
}

/// The shed with so much noise that a digit of 0.01 V never rests, or is held.
inline Instrument restlessShed(int decimals, bool holds)
{
    auto in = shed();
    auto converter = *in.parts[0]->converter;
    converter.noiseLsb = 4;
    in = *withConverter(in, in.parts[0]->id, converter);
    auto display = *in.displays[0];
    display.redrawEvery = {250, "ms"};
    in = *withDisplay(in, display);
    in = *withSampleEvery(in, in.channels[0]->id, {50, "ms"});
    StepSpec hold;
    hold.kind = StepKind::DigitHysteresis;
    hold.limit = 0.1;
    hold.beyond = 2;
    in =
        *withSmoothing(in, in.channels[0]->id, holds ? std::vector{hold} : std::vector<StepSpec>{});
    return withBatteryText([&](Reader& r) { r.text.decimals = decimals; }, in);
}

/// Names of ranges of the battery, the first from some volts on.
inline Instrument inRanges(double from)
{
    return withBatteryText([&](Reader& r) {
        r.text.form = TextForm::Name;
        r.text.width = 6;
        r.text.ranges = {{from, "low"}, {12.2, "good"}};
    });
}

inline Instrument keysNamed(std::vector<NameSpec> names)
{
    auto in = *withStartingPoint(shed(), *findStartingPoint("remote"), "Remote");
    auto channel = *in.channels.back();
    channel.source.names = std::move(names);
    return *withSource(in, channel.id, channel.source);
}

/// A label of 12 digits, which has its check digit (GS1), and another one.
inline Instrument labelsNamed(const std::string& other)
{
    auto in = *withStartingPoint(shed(), *findStartingPoint("labels"), "Boxes");
    auto channel = *in.channels.back();
    channel.source.names = {{"036000291452", "box 1"}, {other, "box 2"}};
    return *withSource(in, channel.id, channel.source);
}

/// The battery on a second display, in its own unit and decimals.
inline Instrument onTwo(std::string_view second, const std::string& unit, int decimals)
{
    auto in = shed();
    auto part = *findById(in.parts, "glass");
    part.id = part.name = "other glass";
    part.display = displayOf(second);
    part.port.reset();
    in.parts.push_back(std::make_shared<const Part>(part));
    auto display = *in.displays[0];
    display.id = "other";
    display.part = part.id;
    in.displays.push_back(std::make_shared<const Display>(display));
    auto reader = *in.readers[0];
    reader.id = "other-volts";
    reader.unit = unit;
    reader.text.decimals = decimals;
    reader.text.width = 7;
    in.readers.push_back(std::make_shared<const Reader>(reader));
    auto page = *in.pages[0];
    page.id = "other-page";
    page.display = display.id;
    for (auto& field : page.fields)
        if (field.kind == FieldKind::Value)
            field.reader = reader.id;
    in.pages.push_back(std::make_shared<const Page>(page));
    return *accepted(in);
}

/// How long the board has been on, in h:mm of so many cells, wished for 200 h.
inline Instrument uptimeOf(int width, double hours = 200)
{
    auto in = *withStartingPoint(shed(), *findStartingPoint("uptime"), "On for");
    auto reader = *in.readers.back();
    reader.unit = "s";
    reader.text.form = TextForm::HoursMinutes;
    reader.text.width = width;
    reader.text.unitShown.clear();
    in.readers.back() = std::make_shared<const Reader>(reader);
    auto wish = in.channels.back()->wish;
    wish.from = {0, "s"};
    wish.to = {3600, "s"};
    wish.step = wish.tolerance = {60, "s"};
    in = *withWish(in, in.channels.back()->id, wish);
    in.wish.hours = {hours, "h"};
    return *accepted(in);
}

inline Instrument titled(const std::string& title)
{
    auto in = shed();
    auto field = in.pages[0]->fields[0];
    field.text = title;
    return *withField(in, in.pages[0]->id, field);
}

inline Instrument withAlarm(const std::string& sign)
{
    auto in = shedOn("mono-128x64");
    auto page = *in.pages[0];
    auto& alarm = page.fields.emplace_back();
    alarm.id = "low";
    alarm.kind = FieldKind::Alarm;
    alarm.reader = in.readers[0]->id;
    alarm.text = sign;
    alarm.font = "5x8";
    alarm.x = 100;
    alarm.y = 50;
    alarm.least = 11;
    alarm.most = 15;
    in.pages[0] = std::make_shared<const Page>(page);
    return *accepted(in);
}

/// A page in red that comes to the front, with a word of its own or without.
inline Instrument redPage(const std::string& word)
{
    auto in = shedOn("colour-tft");
    auto page = *in.pages[0];
    page.id = page.name = "alarm";
    page.when.comes = PageComes::Alarm;
    page.when.channel = in.channels[0]->id;
    page.when.least = 11;
    page.when.most = 15;
    for (auto& field : page.fields) {
        field.ink = Ink::Red;
        if (field.kind == FieldKind::Label && !word.empty())
            field.text = word;
    }
    in.pages.push_back(std::make_shared<const Page>(page));
    return *accepted(in);
}

/// An OLED that stands all day, as bright as that.
inline Instrument allDay(int percent, double hours = 600)
{
    auto in = shedOn("mono-128x64", [percent](Display& d) { d.driver.brightness = percent; });
    in.wish.hours = {hours, "h"};
    return in;
}

inline Instrument inkOf(std::string_view display, Ink ink)
{
    auto in = shedOn(display);
    auto field = in.pages[0]->fields[0];
    field.ink = ink;
    return *withField(in, in.pages[0]->id, field);
}

inline Instrument pictureOf(int lit)
{
    auto in = withPicture("mono-128x64", PictureColours::Mono, 0);
    auto page = *in.pages[0];
    std::vector<std::uint16_t> levels(128, 0);
    std::fill_n(levels.begin(), lit, std::uint16_t{1});
    page.fields.back().picture = Picture{PictureColours::Mono, 16, 8, levels};
    in.pages[0] = std::make_shared<const Page>(page);
    return in;
}

/// A setting that seeks in the shed's battery, which tells every 100 ms after so many samples.
inline Instrument seeking(double milliseconds, int window)
{
    auto in = *withStartingPoint(shed(), *findStartingPoint("remote"), "Remote");
    in = *withSampleEvery(in, in.channels[0]->id, {100, "ms"});
    StepSpec average;
    average.kind = StepKind::MovingAverage;
    average.window = window;
    in = *withSmoothing(in, in.channels[0]->id, {average});
    Setting tune;
    tune.id = "tune";
    tune.name = "Tune";
    tune.by = in.channels.back()->id;
    tune.seek = "up";
    tune.seeking = Seeking{in.channels[0]->id, {12, "V"}, {milliseconds, "ms"}};
    in.settings.push_back(std::make_shared<const Setting>(tune));
    return *accepted(in);
}

inline std::vector<RuleCase> textCases()
{
    return {
        {"T04", Severity::Note, untitled(""),
            "Nothing on the page says that “display-battery” is in V", untitled("V")},
        {"T04", Severity::Note, untitled(""),
            "Nothing on the page says that “display-battery” is in V",
            shedOn("mono-128x64")}, // its title does
        {"T04", Severity::Note, calling("VOLUME"),
            "Nothing on the page says that “display-battery” is in V", calling("Battery volts")},
        {"T04", Severity::Check, inMillivolts(""),
            "“display-battery” does not say when it is in mV", inMillivolts("mV"), false},
        {"T05", Severity::Note, restlessShed(2, false),
            "The last digit of Battery changes 3.3 times a second at rest", restlessShed(0, false)},
        {"T05", Severity::Note, restlessShed(2, false),
            "The last digit of Battery changes 3.3 times a second at rest", restlessShed(1, true)},
        {"T07", Severity::Note, inRanges(11.5), "Below 11.5 V there is no name", inRanges(9)},
        {"T07", Severity::Note, keysNamed({}), "No code of Remote has a name",
            keysNamed({{"20DF10EF", "up"}}), false},
        {"T08", Severity::Check, labelsNamed("0036000291452"), "“box 1” and “box 2” are one number",
            labelsNamed("0036000291453")},
        {"T09", Severity::Note, onTwo("mono-128x64", "mV", 0),
            "Battery is in V on display and in mV on other", onTwo("mono-128x64", "V", 1)},
        {"T09", Severity::Note, onTwo("mono-128x64", "V", 2),
            "Battery has 2 decimals on other and 1 on display", onTwo("mono-128x64", "V", 1)},
        // Fewer on the smaller one are usual (common practice).
        {"T09", Severity::Note, onTwo("mono-128x64", "V", 2),
            "Battery has 2 decimals on other and 1 on display", onTwo("mono-128x32", "V", 0)},
        {"T10", Severity::Check, uptimeOf(5), "On for outgrows its field after 100 h", uptimeOf(6)},
        {"T10", Severity::Check, uptimeOf(5), "On for outgrows its field after 100 h",
            uptimeOf(5, 99)},
        {"R22", Severity::Check, seeking(200, 5), "Tune steps on before Battery is new",
            seeking(300, 5)}, // 100 ms, and 200 ms of smoothing
        {"R22", Severity::Check, seeking(90, 1), "Tune steps on before Battery is new",
            seeking(100, 1)},
        {"T11", Severity::Check, titled("BATTERY\r"), "“BATTERY” holds control characters",
            titled("BATTERY")},
        {"D08", Severity::Check, withAlarm(" "), "The alarm “low” has no sign", withAlarm("!")},
        {"D08", Severity::Check, redPage(""), "“alarm” differs from “Battery” by its colours alone",
            redPage("LOW"), false},
        {"D09", Severity::Note, allDay(100), "“Battery” stands on display all day", allDay(40)},
        {"D09", Severity::Note, allDay(100), "“Battery” stands on display all day",
            allDay(100, 48)},
        {"D11", Severity::Check, inkOf("paper-800x480-six", Ink::White),
            "“title” in white hardly stands out on white", inkOf("paper-800x480-six", Ink::Green)},
        {"D11", Severity::Note, inkOf("paper-200x200-four", Ink::Yellow),
            "“title” in yellow hardly stands out on white", inkOf("paper-200x200-four", Ink::Red)},
        {"D11", Severity::Note, inkOf("colour-tft", Ink::Blue),
            "“title” in blue hardly stands out on black", inkOf("colour-tft", Ink::Yellow)},
        {"D11", Severity::Note, pictureOf(1), "“drawing” is one colour nearly everywhere",
            pictureOf(4), false},
    };
}

} // namespace fern::test
