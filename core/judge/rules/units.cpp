// T04, T09: is the unit of a number told, and is it told alike on every display?

#include "judge/rules/rules.h"

#include "base/split.h"
#include "base/utf8.h"
#include "instrument/edits.h"
#include "judge/field_fit.h"
#include "run/reader_text.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

bool isBeyondAscii(char c)
{
    return static_cast<unsigned char>(c) >= 0x80;
}

/// Whether a word stands in a text by itself: the V of "11 V", not that of "VOLUME".
bool hasWord(std::string_view text, std::string_view word)
{
    const auto isLetter = [](char c) { return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z'); };
    for (auto at = text.find(word); at != std::string_view::npos; at = text.find(word, at + 1)) {
        const auto end = at + word.size();
        const bool beginsInside = at > 0 && isLetter(text[at - 1]) && isLetter(word.front());
        const bool endsInside = end < text.size() && isLetter(text[end]) && isLetter(word.back());
        if (!beginsInside && !endsInside)
            return true;
    }
    return false;
}

/// What units are called in words (common practice), each beginning the plural too.
struct UnitWords {
    std::string_view unit, words;
};
constexpr auto unitWords = std::to_array<UnitWords>({{"V", "VOLT"}, {"mV", "MILLIVOLT"},
    {"A", "AMP AMPERE"}, {"mA", "MILLIAMP MILLIAMPERE"}, {"W", "WATT"}, {"Hz", "HERTZ"},
    {"degC", "CELSIUS DEGREE DEG"}, {"degF", "FAHRENHEIT DEGREE DEG"}, {"K", "KELVIN"},
    {"%", "PERCENT"}, {"km/h", "KMH KPH"}, {"mile/h", "MPH"}, {"knot", "KN KT"},
    {"m", "METRE METER"}, {"km", "KILOMETRE KILOMETER"}, {"kg", "KILO KILOGRAM"}, {"g", "GRAM"},
    {"s", "SEC SECOND"}, {"min", "MINUTE"}, {"h", "HOUR"}, {"L", "LITRE LITER"}, {"deg", "DEGREE"},
    {"rpm", "1/MIN /MIN"}, {"bpm", "/MIN"}, {"1/min", "/MIN"}});

/// Whether a text calls a unit by one of its words.
bool callsByWord(std::string_view text, std::string_view unit)
{
    const auto capitals = inCapitals(text);
    for (const auto& row : unitWords)
        if (row.unit == unit)
            for (const auto word : splitAtBlanks(row.words))
                if (hasWord(capitals, word) || hasWord(capitals, std::string(word) + "S"))
                    return true;
    return false;
}

/// Whether a page says a unit somewhere beside the number, or may: nobody knows what a drawing is.
bool says(const Page& page, const std::string& unit)
{
    const auto pretty = prettyUnit(unit);
    return std::any_of(page.fields.begin(), page.fields.end(), [&](const Field& field) {
        if (field.kind == FieldKind::Glyph || field.kind == FieldKind::Picture)
            return true;
        const bool isWritten = field.traits().hasText && field.kind != FieldKind::Alarm;
        const auto has = [&](std::string word) {
            std::erase_if(word, isBeyondAscii);
            return !word.empty() && hasWord(field.text, word);
        };
        return isWritten
            && (has(unit) || has(pretty) || has(inCapitals(pretty))
                || callsByWord(field.text, unit));
    });
}

bool wantsUnit(const FormView& form)
{
    return form.text.form == TextForm::Number && form.text.unitShown.empty()
        && form.unit.name != "count" && !form.unit.name.empty();
}

/// The unit behind the number, where it has room.
std::vector<Fix> unitWritten(const PlainInstrument& plain, const PlainDisplay& display,
    const Field& field, const PlainReader& reader)
{
    auto text = reader.text;
    text.unitShown = prettyUnit(reader.unit.name);
    if (!firstLacking(display.metrics, text.unitShown, field.font).empty())
        std::erase_if(text.unitShown, isBeyondAscii);
    if (text.unitShown.empty())
        return {};
    text.width += 1 + cellCount(text.unitShown);
    auto after = plain;
    after.readers[indexOf(plain.readers, reader.id)].text = text;
    if (text.width > 40 || !fitsGlass(field, placesOf(after, display, field), display))
        return {};
    return {{fmt::format("Write “{}” behind it", text.unitShown),
        [id = reader.id, text](const Instrument& in) { return withText(in, id, text); }}};
}

void checkUnitOf(const PlainInstrument& plain, const PlainDisplay& display, const Page& page,
    const Field& field, const PlainReader& reader, Findings& out)
{
    const auto place = fmt::format("/pages/{}/fields/{}", page.id, field.id);
    if (!reader.others.empty()) {
        for (std::size_t form = 0; form <= reader.others.size(); ++form)
            if (const auto view = formOf(reader, form); wantsUnit(view))
                return out.push_back({"T04", Severity::Check, place,
                    fmt::format("“{}” does not say when it is in {}", field.reader,
                        prettyUnit(view.unit.name)),
                    "It changes its unit, and a label that stays cannot tell which one is shown. "
                    "Write the unit behind the number.",
                    "common practice", {}, {}});
        return;
    }
    if (!wantsUnit(formOf(reader, 0)) || says(page, reader.unit.name))
        return;
    // On a glass without room for it, it is printed on the front.
    if (auto fixes = unitWritten(plain, display, field, reader); !fixes.empty())
        out.push_back({"T04", Severity::Note, place,
            fmt::format("Nothing on the page says that “{}” is in {}", field.reader,
                prettyUnit(reader.unit.name)),
            "Who did not build it cannot tell. Write the unit behind the number or in a label; if "
            "it is printed on the front, live with this.",
            "common practice", std::move(fixes), {}});
}

} // namespace

void checkUnitShown(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays) {
        if (display.metrics.unit == GlassUnit::Digits || display.isMirror)
            continue; // digits form few letters
        for (const auto& page : display.pages)
            for (std::size_t i = 0; i < page.fields.size(); ++i)
                if (page.fields[i].kind == FieldKind::Value)
                    checkUnitOf(
                        plain, display, page, page.fields[i], plain.readers[page.readers[i]], out);
    }
}

namespace {

/// A reader on a display that shows its number.
struct Shown {
    const PlainReader* reader;
    const PlainDisplay* display;
};

std::vector<Shown> shownNumbers(const PlainInstrument& plain)
{
    std::vector<Shown> all;
    for (const auto& display : plain.displays) {
        if (display.isMirror)
            continue;
        for (std::size_t r = 0; r < plain.readers.size(); ++r) {
            const auto& reader = plain.readers[r];
            const bool isThere =
                std::any_of(display.pages.begin(), display.pages.end(), [&](const PlainPage& page) {
                    for (std::size_t i = 0; i < page.fields.size(); ++i)
                        if (page.fields[i].kind == FieldKind::Value && page.readers[i] == r)
                            return true;
                    return false;
                });
            if (isThere && reader.text.form == TextForm::Number && reader.others.empty())
                all.push_back({&reader, &display});
        }
    }
    return all;
}

/// About how many characters a display has room for.
int roomOf(const GlassMetrics& glass)
{
    constexpr int ofCharacter = 6 * 8; // pixels
    const int places = glass.columns * glass.rows;
    return glass.unit == GlassUnit::Pixels ? places / ofCharacter : places;
}

/// Whether two units differ by a prefix, as mV and V do.
bool differByPrefix(const Unit& a, const Unit& b)
{
    if (a.name == b.name || a.dimension != b.dimension)
        return false;
    const double decades = std::log10((toSi(1, a) - toSi(0, a)) / (toSi(1, b) - toSi(0, b)));
    const auto& longer = a.name.size() > b.name.size() ? a.name : b.name;
    const auto& shorter = a.name.size() > b.name.size() ? b.name : a.name;
    return std::fabs(decades - std::round(decades)) < 1e-9 && longer.size() == shorter.size() + 1
        && longer.ends_with(shorter);
}

void compareShown(const PlainInstrument& plain, const Shown& a, const Shown& b, Findings& out)
{
    const auto& channel = plain.channels[a.reader->channel];
    const auto place = "/readers/" + b.reader->id + "/text";
    if (differByPrefix(a.reader->unit, b.reader->unit)) {
        out.push_back({"T09", Severity::Note, place,
            fmt::format("{} is in {} on {} and in {} on {}", channel.name,
                prettyUnit(a.reader->unit.name), a.display->id, prettyUnit(b.reader->unit.name),
                b.display->id),
            "Who looks from one display to the other sees two numbers. One prefix is read more "
            "surely.",
            "common practice",
            {{fmt::format("Show {} on both", prettyUnit(a.reader->unit.name)),
                [id = b.reader->id, unit = a.reader->unit.name](
                    const Instrument& before) { return withReaderUnit(before, id, unit); }}},
            {}});
        return;
    }
    // Fewer decimals on the smaller display are usual.
    const auto& finer = a.reader->text.decimals > b.reader->text.decimals ? a : b;
    const auto& coarser = &finer == &a ? b : a;
    if (a.reader->unit.name != b.reader->unit.name
        || a.reader->text.decimals == b.reader->text.decimals
        || roomOf(finer.display->metrics) > roomOf(coarser.display->metrics))
        return;
    auto text = finer.reader->text;
    text.decimals = coarser.reader->text.decimals;
    out.push_back({"T09", Severity::Note, "/readers/" + finer.reader->id + "/text",
        fmt::format("{} has {} decimals on {} and {} on {}", channel.name,
            finer.reader->text.decimals, finer.display->id, text.decimals, coarser.display->id),
        fmt::format("{} is no larger, so this is perhaps an accident.", finer.display->id),
        "common practice",
        {{fmt::format("Show {} on both", text.decimals),
            [id = finer.reader->id, text](
                const Instrument& before) { return withText(before, id, text); }}},
        {}});
}

} // namespace

void checkSaidAlike(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    const auto all = shownNumbers(plain);
    for (std::size_t i = 0; i < all.size(); ++i)
        for (std::size_t k = i + 1; k < all.size(); ++k)
            if (all[i].reader->channel == all[k].reader->channel
                && all[i].display != all[k].display)
                compareShown(plain, all[i], all[k], out);
}

} // namespace fern
