// T01, T02, D01: are the digits honest, and do they fit?

#include "judge/rules/rules.h"

#include "base/quantity_text.h"
#include "instrument/edits.h"
#include "judge/budget.h"
#include "judge/field_fit.h"
#include "run/display_run.h"
#include "text/format.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

std::string textPlace(const PlainReader& reader)
{
    return "/readers/" + reader.id + "/text";
}

double inUnit(double si, const PlainReader& reader)
{
    return fromSi(si, reader.unit);
}

/// The largest smaller lettering that fits in the field's place, as a fix; none when nothing fits.
std::vector<Fix> smallerFont(
    const std::string& page, const Field& field, int cells, const PlainDisplay& display)
{
    auto candidates = letterings(field, display.metrics, field.scale);
    std::erase_if(candidates, [&](const Field& f) { return !fitsGlass(f, cells, display); });
    const auto best =
        std::max_element(candidates.begin(), candidates.end(), [&](const Field& a, const Field& b) {
            return fieldBox(a, 1, display.metrics).height < fieldBox(b, 1, display.metrics).height;
        });
    if (best == candidates.end())
        return {};
    return {Fix{
        "Use the font " + letteringText(*best), [page, chosen = *best](const Instrument& before) {
            return withField(before, page, chosen);
        }}};
}

} // namespace

namespace {

/// The budget at the worst place of what is written in a form.
Budget budgetOf(const PlainChannel& channel, const PlainReader& reader, std::size_t form)
{
    if (reader.others.empty() || reader.change.change == FormChange::Code)
        return worstBudget(channel, 0);
    auto part = channel;
    const auto span = spanOf(channel, reader, form);
    part.from = span.from;
    part.to = span.to;
    return worstBudget(part, 0);
}

/// The form with other decimals.
Result<Instrument> withDecimals(
    const Instrument& in, const std::string& id, std::size_t form, int decimals)
{
    const auto* reader = findById(in.readers, id);
    if (reader == nullptr)
        return goneError("reader");
    if (form > 0) {
        auto others = reader->others;
        if (!others || form > others->forms.size())
            return goneError("unit");
        others->forms[form - 1].decimals = decimals;
        return withOtherForms(in, id, std::move(others));
    }
    auto text = reader->text;
    text.decimals = decimals;
    return withText(in, id, text);
}

void checkDecimals(
    const PlainChannel& channel, const PlainReader& own, std::size_t form, Findings& out)
{
    const auto reader = inForm(own, form);
    if (reader.text.form != TextForm::Number || spanOf(channel, own, form).isEmpty())
        return;
    const auto budget = budgetOf(channel, own, form);
    if (!budget.isKnown() || budget.largest() == nullptr)
        return; // nothing is known beside the rounding
    const double u = differenceFromSi(budget.accuracy, reader.unit);
    const int honest = honestDecimals(u);
    if (reader.text.decimals <= honest)
        return;
    out.push_back({"T01", Severity::Check, textPlace(reader),
        fmt::format("{}{} shown, {} honest",
            form == 0 ? std::string() : "In " + prettyUnit(reader.unit.name) + " ",
            reader.text.decimals == 1 ? std::string("1 decimal is")
                                      : fmt::format("{} decimals are", reader.text.decimals),
            honest == 0       ? "none is"
                : honest == 1 ? "1 is"
                              : fmt::format("{} are", honest)),
        fmt::format("At {} the value is uncertain by ±{}, most of it from the {}. Better "
                    "parts or a calibration "
                    "make more decimals honest.",
            valueText(budget.at, reader.unit), quantityText(2 * budget.accuracy, reader.unit, 2),
            budget.largest()->name),
        "JCGM 100:2008, k = 2; a decimal is honest while its step is at least the standard "
        "uncertainty",
        {Fix{honest == 1 ? "Show 1 decimal" : fmt::format("Show {} decimals", honest),
            [id = reader.id, form, honest](
                const Instrument& before) { return withDecimals(before, id, form, honest); }}},
        {}});
}

} // namespace

void checkMoreDigitsThanHonest(
    const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& reader : plain.readers)
        for (std::size_t form = 0; form <= reader.others.size(); ++form)
            checkDecimals(plain.channels[reader.channel], reader, form, out);
}

namespace {

/// A fix that gives the field the cells it needs; none when no field can be so wide.
std::vector<Fix> widened(const PlainReader& reader, int cells)
{
    constexpr int widest = 40;
    if (cells > widest)
        return {};
    TextSpec wide = reader.text;
    wide.width = cells;
    return {{fmt::format("Widen to {} cells", cells),
        [id = reader.id, wide](const Instrument& before) { return withText(before, id, wide); }}};
}

/// A code that nobody has named, as it comes; empty where every code has a name.
std::string bareCode(const Source& source)
{
    if (source.kind == SourceKind::KeyCodes)
        return "20DF22DD";
    return source.kind == SourceKind::Labels
        ? "4006381333931" // EAN-13, the longest of the usual ones
        : "";
}

/// The longest words that a reader writes for what has a name.
std::string longestName(const PlainChannel& channel, const TextSpec& text)
{
    std::string longest;
    const auto take = [&](std::string words) {
        if (cellCount(words) > cellCount(longest))
            longest = std::move(words);
    };
    for (const auto& range : text.ranges)
        take(range.name);
    if (text.ranges.empty())
        for (const auto& name : channel.source.names)
            take(text.form == TextForm::CodeAndName ? listRow(channel.source.names, name.code)
                                                    : name.name);
    return longest;
}

void checkNamesFit(const PlainChannel& channel, const PlainReader& reader, Findings& out)
{
    const auto longest = longestName(channel, reader.text);
    const int named = cellCount(longest);
    const auto bare = cellCount(bareCode(channel.source));
    const int needed = std::max(named, bare);
    if (needed <= reader.text.width)
        return;
    const bool isNamed = named > reader.text.width;
    const auto text = isNamed ? longest : bareCode(channel.source);
    out.push_back({"T02", Severity::Check, textPlace(reader),
        isNamed
            ? fmt::format("“{}” needs {} cells, the field has {}", text, named, reader.text.width)
            : fmt::format(
                "A code without a name needs {} cells, the field has {}", bare, reader.text.width),
        fmt::format("The field shows {} instead{}.", formatWords(text, reader.text),
            isNamed ? "" : " of one such as " + text),
        "the field's own width", widened(reader, needed), {}});
}

} // namespace

namespace {

/// A value that is written wider than the field, and the cells that it needs.
struct TooWide {
    PlainReader reader; ///< in the form that it is written in
    double si = 0;
    int cells = 0;
};

TooWide widestOf(const PlainChannel& channel, const PlainReader& own)
{
    TooWide widest{own, channel.to, 0};
    // Below its ranges, and in those without a name, it writes the number.
    const bool isNamed = isOfWords(own.text.form);
    const auto& ranges = own.text.ranges;
    double top = channel.to;
    if (isNamed)
        for (auto range = ranges.rbegin(); range != ranges.rend() && !range->name.empty(); ++range)
            top = std::min(channel.to, toSi(range->from, own.unit));
    for (std::size_t form = 0; form <= own.others.size(); ++form) {
        auto reader = inForm(own, form);
        if (isNamed)
            reader.text.form = TextForm::Number;
        auto span = spanOf(channel, own, form);
        span.to = std::min(span.to, top);
        if (span.isEmpty())
            continue;
        for (const double extreme : {span.from, span.to}) {
            const int cells = cellsNeeded(inUnit(extreme, reader), reader.text, channel.numberKind);
            if (cells >= widest.cells)
                widest = {reader, extreme, cells};
        }
    }
    return widest;
}

} // namespace

void checkDoesNotFitField(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& own : plain.readers) {
        const auto& channel = plain.channels[own.channel];
        if (isOfWords(own.text.form))
            checkNamesFit(channel, own, out);
        if (isOfWords(own.text.form) && own.text.ranges.empty())
            continue;
        const auto [reader, worst, needed] = widestOf(channel, own);
        if (needed <= reader.text.width)
            continue;
        TextSpec wide = reader.text;
        wide.width = needed;
        const auto text = formatText(inUnit(worst, reader), wide, channel.numberKind);
        out.push_back({"T02", Severity::Check, textPlace(reader),
            fmt::format("{} needs {} cells, the field has {}", text, needed, reader.text.width),
            fmt::format("At that end of the wished range the field shows {} instead of a number.",
                formatText(inUnit(worst, reader), reader.text, channel.numberKind)),
            "the field's own width", widened(own, needed), {}});
    }
}

namespace {

/// The list as wide as its longest row, where the glass is.
std::vector<Fix> widened(const PlainDisplay& display, const Page& page, Field list, int needed)
{
    list.width = needed;
    if (!fitsGlass(list, 0, display))
        return {};
    return {{fmt::format("Make its lines {} characters long", needed),
        [page = page.id, list](
            const Instrument& before) { return withField(before, page, list); }}};
}

} // namespace

void checkListRows(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays)
        for (const auto& page : display.pages)
            for (std::size_t i = 0; i < page.fields.size(); ++i) {
                const auto& field = page.fields[i];
                if (field.kind != FieldKind::List)
                    continue;
                const auto& names =
                    plain.channels[plain.readers[page.readers[i]].channel].source.names;
                std::string longest;
                for (const auto& name : names)
                    if (auto row = listRow(names, name.code); cellCount(row) > cellCount(longest))
                        longest = std::move(row);
                const int needed = cellCount(longest);
                if (needed > field.width)
                    out.push_back({"T02", Severity::Check,
                        fmt::format("/pages/{}/fields/{}", page.id, field.id),
                        fmt::format("“{}” needs {} characters, a line of the list has {}", longest,
                            needed, field.width),
                        "The end of the row is cut.", "the field's own width",
                        widened(display, page, field, needed), {}});
            }
}

namespace {

/// The field moved to where all of it is seen; none where it is larger than the glass.
std::vector<Fix> moved(
    const std::string& page, const Field& field, const Box& box, const GlassMetrics& glass)
{
    if (box.width > glass.columns || box.height > glass.rows)
        return {};
    auto onGlass = field;
    onGlass.x = std::clamp(box.x, 0, glass.columns - box.width);
    onGlass.y = std::clamp(box.y, 0, glass.rows - box.height);
    return {Fix{fmt::format("Move it to {}, {}", onGlass.x, onGlass.y),
        [page, onGlass](const Instrument& before) { return withField(before, page, onGlass); }}};
}

void checkField(const PlainInstrument& plain, const PlainDisplay& display, const Page& page,
    const Field& field, Findings& out)
{
    const int cells = placesOf(plain, display, field);
    if (fitsGlass(field, cells, display))
        return;
    const auto& glass = display.metrics;
    const auto box = fieldBox(field, cells, glass);
    const auto name = nameOfField(field);
    const int over = std::max(box.x + box.width - glass.columns, box.y + box.height - glass.rows);
    const std::string unit(unitWord(glass.unit));
    const bool before = box.x < 0 || box.y < 0;
    auto fixes =
        field.traits().isWritten ? smallerFont(page.id, field, cells, display) : std::vector<Fix>();
    for (auto& fix : moved(page.id, field, box, glass))
        fixes.push_back(std::move(fix));
    out.push_back({"D01", Severity::Check, "/pages/" + page.id + "/fields/" + field.id,
        before ? fmt::format("“{}” begins outside the glass", name)
               : fmt::format("“{}” is {} too large", name, countText(over, unit)),
        glass.unit == GlassUnit::Pixels && field.traits().size != FieldSize::AsWritten
            ? fmt::format("It needs {}×{} pixels from {}, {}; the glass has {}×{}.", box.width,
                box.height, box.x, box.y, glass.columns, glass.rows)
            : glass.unit == GlassUnit::Pixels
            ? fmt::format("{} cells of {} need {}×{} pixels from {}, {}; the glass has {}×{}.",
                cells, field.font, box.width, box.height, box.x, box.y, glass.columns, glass.rows)
            : fmt::format("It needs {} from column {} of row {}, both counted from 0; the glass "
                          "has {} in {}.",
                countText(box.width, unit), box.x, box.y, countText(glass.columns, unit),
                countText(glass.rows, "row")),
        "the display's own size", std::move(fixes), {}});
}

} // namespace

void checkWiderThanGlass(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays)
        for (const auto& page : display.pages)
            for (const auto& field : page.fields)
                checkField(plain, display, page, field, out);
}

} // namespace fern
