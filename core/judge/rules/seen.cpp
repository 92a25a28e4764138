// D08, D09, D11: is it seen by everybody, for long, and does it stand out?

#include "judge/rules/rules.h"

#include "judge/part_fix.h"
#include "screens/ink_numbers.h"
#include "screens/part_picture.h"

#include "instrument/edits.h"

#include <algorithm>
#include <cmath>
#include <vector>

#include <fmt/format.h>

namespace fern {

namespace {

std::string placeOf(const Page& page, const Field& field)
{
    return fmt::format("/pages/{}/fields/{}", page.id, field.id);
}

/// Whether two pages show the same but for their colours.
bool areAlikeButForInk(const Page& a, const Page& b)
{
    const auto plain = [](Field field) {
        field.id.clear();
        field.ink = Ink::Usual;
        return field;
    };
    return a.fields.size() == b.fields.size() && !a.fields.empty()
        && std::equal(a.fields.begin(), a.fields.end(), b.fields.begin(),
            [&](const Field& x, const Field& y) { return plain(x) == plain(y); });
}

} // namespace

void checkAlarmByColour(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    const auto* why = "One man in twelve tells red from green badly (common practice), and nobody "
                      "does in bright sun.";
    for (const auto& display : plain.displays)
        for (const auto& page : display.pages) {
            for (const auto& field : page.fields)
                if (field.kind == FieldKind::Alarm
                    && field.text.find_first_not_of(' ') == std::string::npos) {
                    auto sign = field;
                    sign.text = "!";
                    out.push_back({"D08", Severity::Check, placeOf(page, field),
                        fmt::format("The alarm “{}” has no sign", field.id),
                        "Nothing is seen when it is on. Give it a sign or a word.",
                        "common practice",
                        {{"Show “!”",
                            [page = page.id, sign](const Instrument& before) {
                                return withField(before, page, sign);
                            }}},
                        {}});
                }
            if (page.when.comes != PageComes::Alarm)
                continue;
            const auto twin = std::find_if(
                display.pages.begin(), display.pages.end(), [&](const PlainPage& other) {
                    return other.when.comes != PageComes::Alarm && areAlikeButForInk(page, other);
                });
            if (twin != display.pages.end())
                out.push_back({"D08", Severity::Check, "/pages/" + page.id,
                    fmt::format(
                        "“{}” differs from “{}” by its colours alone", page.name, twin->name),
                    std::string(why) + " Add a sign or a word.", "common practice", {}, {}});
        }
}

void checkBurnIn(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    constexpr double weeks = 500 * 3600;
    constexpr int dimmed = 40;
    // How long mains last nobody told; a battery lasts as is wished.
    const bool isLong = !plain.runTime.source.empty() && plain.wishedSeconds >= weeks;
    for (std::size_t i = 0; i < plain.displays.size(); ++i) {
        const auto& display = plain.displays[i];
        const auto& setup = display.firmware->setup();
        if (!isLong && display.day.parts.empty())
            continue; // with a plan it is on all day
        const bool isDimmedByDay = std::any_of(display.day.parts.begin(), display.day.parts.end(),
            [](const PlainDayPart& part) { return part.light <= 0.5; });
        const bool isTurned = display.turning.every > Ticks{} && display.turned.size() > 1;
        const auto stands =
            std::find_if(display.pages.begin(), display.pages.end(), [](const PlainPage& page) {
                return page.when.comes == PageComes::Turned
                    && std::any_of(page.fields.begin(), page.fields.end(), [](const Field& field) {
                           return field.kind == FieldKind::Label || field.kind == FieldKind::Picture
                               || field.kind == FieldKind::Glyph;
                       });
            });
        if (setup.part.kind() != DisplayKind::MonoOled || setup.light() <= 0.5 || isDimmedByDay
            || display.dimming || isTurned || stands == display.pages.end())
            continue;
        out.push_back({"D09", Severity::Note, "/displays/" + display.id + "/driver",
            fmt::format("“{}” stands on {} all day", stands->name, display.id),
            "Pixels of an OLED lose their light with the hours that they shine, at full brightness "
            "some half of it in 10,000 to 50,000 h; what always stands there is seen as a shadow "
            "then. Dim it, dim it by the time of day, or turn its pages by themselves.",
            "common practice",
            {displayFix(fmt::format("Dim it to {} %", dimmed), in.displays[i]->id,
                [](Display& d) { d.driver.brightness = dimmed; })},
            {}});
    }
}

namespace {

/// Relative luminance of a colour, 0 … 1 (WCAG 2.1, which takes sRGB).
double luminanceOf(GlassColour colour)
{
    const auto linear = [](std::uint8_t level) {
        const double share = level / 255.0;
        return share <= 0.03928 ? share / 12.92 : std::pow((share + 0.055) / 1.055, 2.4);
    };
    return 0.2126 * linear(colour.red) + 0.7152 * linear(colour.green)
        + 0.0722 * linear(colour.blue);
}

double contrastOf(GlassColour a, GlassColour b)
{
    const auto [low, high] = std::minmax({luminanceOf(a), luminanceOf(b)});
    return (high + 0.05) / (low + 0.05);
}

/// How an ink is seen on a display; of paper that lacks it as black.
GlassColour seenInk(const PlainDisplay& display, Ink ink)
{
    const auto& face = *display.face;
    const auto* paper = std::get_if<PaperSpec>(&display.firmware->setup().part.shape);
    if (paper == nullptr) {
        const auto pure = colourOf(ink);
        return {pure.red, pure.green, pure.blue};
    }
    if (paper->colours >= 4)
        return colourOf(face,
            static_cast<std::uint16_t>(inkNumbers(paper->colours)[static_cast<std::size_t>(ink)]));
    constexpr std::uint16_t black = 1, red = 2;
    const bool hasRed = paper->colours == 3 && ink == Ink::Red;
    return colourOf(face, ink == Ink::White ? face.ground : hasRed ? red : black);
}

void checkInk(const PlainDisplay& display, const Page& page, const Field& field, Findings& out)
{
    constexpr double least = 3; // WCAG 2.1, 1.4.11: signs and large letters
    const auto& part = display.firmware->setup().part;
    const bool isPaper = std::holds_alternative<PaperSpec>(part.shape);
    if (field.ink == Ink::Usual || (!isPaper && part.kind() != DisplayKind::ColourPanel))
        return;
    const double contrast = contrastOf(
        seenInk(display, field.ink), seenInk(display, isPaper ? Ink::White : Ink::Black));
    if (contrast >= least)
        return;
    auto usual = field;
    usual.ink = Ink::Usual;
    out.push_back({"D11", contrast < 1.2 ? Severity::Check : Severity::Note, placeOf(page, field),
        fmt::format("“{}” in {} hardly stands out on {}", field.id,
            inkWords[static_cast<std::size_t>(field.ink)], isPaper ? "white" : "black"),
        fmt::format(
            "Its contrast is {:.1f}; 3 is the least for signs and large letters.", contrast),
        "WCAG 2.1, success criterion 1.4.11",
        {{"Take the usual colour",
            [page = page.id, usual](
                const Instrument& before) { return withField(before, page, usual); }}},
        {}});
}

/// The share of the pixels that have the most frequent colour.
double plainShare(const Picture& picture)
{
    std::vector<std::size_t> counts(std::size_t{1} << 16U); // of every level that there is
    for (const auto level : picture.levels)
        ++counts[level];
    const auto most = *std::max_element(counts.begin(), counts.end());
    return static_cast<double>(most) / static_cast<double>(picture.levels.size());
}

} // namespace

void checkContrast(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    constexpr double empty = 0.99; // a line drawing has some hundredths of ink
    for (const auto& display : plain.displays)
        for (const auto& page : display.pages)
            for (const auto& field : page.fields) {
                checkInk(display, page, field, out);
                if (field.kind != FieldKind::Picture || field.picture->levels.empty()
                    || plainShare(*field.picture) < empty)
                    continue;
                out.push_back({"D11", Severity::Note, placeOf(page, field),
                    fmt::format("“{}” is one colour nearly everywhere", field.id),
                    "A threshold, or too much brightness, takes away what a photo shows. Make it "
                    "anew with error diffusion, or with another brightness and contrast.",
                    "its own pixels", {}, {}});
            }
}

} // namespace fern
