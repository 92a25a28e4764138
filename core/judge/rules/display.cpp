// P03, T06, D10: a display of another size than the driver believes, characters that it lacks, and
// refreshes that come too often.

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "instrument/page_edits.h"
#include "judge/field_fit.h"
#include "judge/freshness_fix.h"
#include "judge/part_fix.h"

#include "run/task_blocks.h"
#include "screens/draw_cells.h"
#include <algorithm>
#include <array>

#include <fmt/format.h>

namespace fern {

namespace {

/// The size that a driver is set to: of the memory, before anything is turned.
GlassSize sizeOf(const DisplaySpec& display)
{
    auto upright = display;
    upright.turned = Rotation::Upright;
    const auto metrics = metricsOf(upright);
    return {metrics.columns, metrics.rows};
}

/// The shape with another size, where such parts come in several.
std::optional<DisplayShape> withSize(const DisplayShape& shape, const GlassSize& size)
{
    if (const auto* oled = std::get_if<MonoOledSpec>(&shape); oled != nullptr
        && size.height % 8 == 0 && size.height <= 64
        && oled->firstSegment + size.width <= oled->memoryColumns && size.width >= 8) {
        auto other = *oled;
        other.columns = size.width;
        other.rows = size.height;
        return other;
    }
    if (const auto* cells = std::get_if<CharacterLcdSpec>(&shape); cells != nullptr
        && size.width * size.height <= 80 && size.height <= 4 && size.width >= 8
        && size.width <= 40)
        return CharacterLcdSpec{size.width, size.height};
    return std::nullopt;
}

} // namespace

void checkGlassSize(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& display : in.displays) {
        const auto& part = *findById(in.parts, display->part);
        const auto& driver = display->driver;
        const auto glass = sizeOf(*part.display);
        if (!driver.setTo || *driver.setTo == glass)
            continue;
        const auto set = *driver.setTo;
        Finding finding{"P03", Severity::Check, "/displays/" + display->id,
            fmt::format("The driver of {} is set to {}×{}, the glass has {}×{}", display->id,
                set.width, set.height, glass.width, glass.height),
            "Set too large, part of the picture is never seen; set too small, rows stay dark or "
            "double.",
            "common practice",
            {displayFix(fmt::format("Set the driver to {}×{}", glass.width, glass.height),
                display->id, [](Display& right) { right.driver.setTo.reset(); })},
            {}};
        if (auto shape = withSize(part.display->shape, set))
            finding.fixes.push_back(
                partFix(fmt::format("The glass has {}×{}", set.width, set.height), part.id,
                    [shape](Part& p) { p.display->shape = *shape; }));
        out.push_back(std::move(finding));
    }
}

namespace {

std::string onGlass(const GlassMetrics& glass)
{
    return glass.unit == GlassUnit::Digits ? "Seven segments cannot form it"
        : glass.unit == GlassUnit::Cells
        ? "The usual character set of such displays does not have it"
        : "The font does not have it";
}

/// A text whose character is lacking, with what puts it right.
void addLacking(Findings& out, const GlassMetrics& glass, const std::string& place,
    const std::string& what, const std::string& character, std::vector<Fix> fixes)
{
    out.push_back(
        {"T06", Severity::Check, place, fmt::format("“{}” of {} cannot be shown", character, what),
            fmt::format("{}; in its place stands nothing or another sign.", onGlass(glass)),
            "character sets of the usual controllers, and the segments of digits", std::move(fixes),
            {}});
}

/// Segments form characters only.
void addNotOnDigits(Findings& out, const Page& page, const Field& field)
{
    out.push_back({"T06", Severity::Check, "/pages/" + page.id + "/fields/" + field.id,
        fmt::format(
            "A {} cannot be shown on digits", fieldKindWords[static_cast<std::size_t>(field.kind)]),
        "Segments form digits and some letters. In its place nothing is shown.",
        "the segments of digits",
        {{"Remove it",
            [page = page.id, field = field.id](
                const Instrument& before) { return withoutField(before, page, field); }}},
        {}});
}

/// The text without what stands beyond ASCII.
std::string plainText(std::string text)
{
    std::erase_if(text, [](char c) { return static_cast<unsigned char>(c) >= 0x80; });
    return text;
}

/// Its marks, the first name that cannot be shown, and its unit.
void checkReaderText(const PlainDisplay& display, const Field& field, const PlainReader& reader,
    const std::vector<NameSpec>& names, Findings& out)
{
    struct Mark {
        std::string TextSpec::*text;
        std::string_view name;
        std::string_view instead; ///< on digits
    };
    static const std::array<Mark, 4> marks{{{&TextSpec::overflow, "the overflow mark", "="},
        {&TextSpec::invalid, "the mark of no value", "-"},
        {&TextSpec::stale, "the stale mark", "_"},
        {&TextSpec::notYet, "the mark before the first value", "."}}};
    const auto place = "/readers/" + reader.id + "/text";
    for (const auto& mark : marks) {
        const auto lacking = firstLacking(display.metrics, reader.text.*mark.text, field.font);
        if (lacking.empty())
            continue;
        auto text = reader.text;
        text.*mark.text = mark.instead;
        addLacking(out, display.metrics, place, std::string(mark.name), lacking,
            {{fmt::format("Take “{}”", mark.instead),
                [id = reader.id, text](const Instrument& in) { return withText(in, id, text); }}});
    }
    if (isOfWords(reader.text.form) && reader.text.ranges.empty())
        for (const auto& name : names)
            if (const auto lacking = firstLacking(display.metrics, name.name, field.font);
                !lacking.empty())
                return addLacking(
                    out, display.metrics, place, "the name “" + name.name + "”", lacking, {});
    for (const auto& range : reader.text.ranges)
        if (const auto lacking = firstLacking(display.metrics, range.name, field.font);
            !lacking.empty())
            return addLacking(
                out, display.metrics, place, "the name “" + range.name + "”", lacking, {});
    for (const auto& form : reader.others)
        if (const auto lacking = firstLacking(display.metrics, form.text.unitShown, field.font);
            !lacking.empty())
            return addLacking(
                out, display.metrics, place, "the unit “" + form.text.unitShown + "”", lacking, {});
    const auto lacking = firstLacking(display.metrics, reader.text.unitShown, field.font);
    if (lacking.empty())
        return;
    auto text = reader.text;
    text.unitShown = display.metrics.unit == GlassUnit::Digits ? "" : plainText(text.unitShown);
    addLacking(out, display.metrics, place, "the unit", lacking,
        {{text.unitShown.empty() ? std::string("Show no unit")
                                 : fmt::format("Write “{}”", text.unitShown),
            [id = reader.id, text](const Instrument& in) { return withText(in, id, text); }}});
}

/// The first row of a list that cannot be written.
void checkRows(const PlainDisplay& display, const Page& page, const Field& field,
    const std::vector<NameSpec>& names, Findings& out)
{
    for (const auto& row : names)
        if (const auto lacking = firstLacking(display.metrics, row.name, field.font);
            !lacking.empty())
            return addLacking(out, display.metrics, "/pages/" + page.id + "/fields/" + field.id,
                "the row “" + row.name + "”", lacking, {});
}

} // namespace

void checkLacking(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays)
        for (const auto& page : display.pages)
            for (std::size_t i = 0; i < page.fields.size(); ++i) {
                const auto& field = page.fields[i];
                if (field.kind == FieldKind::Value) {
                    const auto& reader = plain.readers[page.readers[i]];
                    checkReaderText(
                        display, field, reader, plain.channels[reader.channel].source.names, out);
                    continue;
                }
                if (display.metrics.unit == GlassUnit::Digits && !field.traits().fitsDigits) {
                    addNotOnDigits(out, page, field);
                    continue;
                }
                if (field.kind == FieldKind::List) {
                    checkRows(display, page, field,
                        plain.channels[plain.readers[page.readers[i]].channel].source.names, out);
                    continue;
                }
                const auto lacking = firstLacking(display.metrics, field.text, field.font);
                if (lacking.empty())
                    continue;
                auto changed = field;
                changed.text = plainText(field.text);
                std::vector<Fix> fixes;
                if (firstLacking(display.metrics, changed.text, field.font).empty())
                    fixes.push_back({fmt::format("Write “{}”", changed.text),
                        [id = page.id, changed](
                            const Instrument& before) { return withField(before, id, changed); }});
                addLacking(out, display.metrics, "/pages/" + page.id + "/fields/" + field.id,
                    "“" + field.text + "”", lacking, std::move(fixes));
            }
}

namespace {

/// Bars that all grow one way, where that is enough.
std::vector<Fix> oneWayOnly(const Page& page)
{
    std::vector<Fix> fixes;
    for (const bool isUpright : {false, true}) {
        Page changed = page;
        for (auto& field : changed.fields)
            field.isUpright = field.kind == FieldKind::Bar && isUpright;
        if (ownSigns(changed).size() <= ownSlots)
            fixes.push_back({isUpright ? "Let all bars grow up" : "Let all bars grow to the right",
                [id = page.id, fields = changed.fields](const Instrument& before) {
                    return withPageChanged(before, id, [&](Page& p) { p.fields = fields; });
                }});
    }
    return fixes;
}

} // namespace

void checkOwnSigns(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays) {
        if (display.metrics.unit != GlassUnit::Cells)
            continue;
        for (const auto& page : display.pages) {
            const auto needed = ownSigns(page).size();
            if (needed <= ownSlots)
                continue;
            out.push_back({"D02", Severity::Check, "/pages/" + page.id,
                fmt::format("{} needs {} signs of its own, the display holds {}",
                    page.name.empty() ? page.id : page.name, needed, ownSlots),
                "A bar to the right takes five, one that grows up or a history eight; those of one "
                "sort share theirs. What finds no room is shown as blanks.",
                "eight signs of 5×8 dots, published data of the controller", oneWayOnly(page), {}});
        }
    }
}

/// Each field is compared with those before it, over which it is drawn.
void checkOverlap(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays)
        for (const auto& page : display.pages) {
            for (std::size_t i = 0; i < page.fields.size(); ++i) {
                const auto& field = page.fields[i];
                const auto own = page.fields.begin() + static_cast<std::ptrdiff_t>(i);
                const auto other = std::find_if(page.fields.begin(), own,
                    [&](const Field& f) { return collide(plain, display, field, f); });
                if (other == own)
                    continue;
                std::vector<Fix> fixes;
                if (const auto moved = atClearPlace(plain, display, page, field))
                    fixes.push_back({fmt::format("Move it to {}, {}", moved->x, moved->y),
                        [id = page.id, changed = *moved](
                            const Instrument& before) { return withField(before, id, changed); }});
                fixes.push_back(
                    {"Remove it", [id = page.id, gone = field.id](const Instrument& before) {
                         return withoutField(before, id, gone);
                     }});
                out.push_back({"D04", Severity::Check, "/pages/" + page.id + "/fields/" + field.id,
                    fmt::format(
                        "“{}” covers a part of “{}”", nameOfField(field), nameOfField(*other)),
                    "Text that is drawn over other text makes a scramble that nobody can read.",
                    "what each draws where it is fullest", std::move(fixes), {}});
            }
        }
}

void checkRefresh(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays) {
        const double least = inSi(display.firmware->setup().part.leastInterval);
        const double every = redrawPeriod(plain, display);
        if (display.pages.empty() || every >= least)
            continue;
        out.push_back({"D10", Severity::Check, "/displays/" + display.id + "/redrawEvery",
            fmt::format("{} is refreshed every {}, and bears it every {}", display.id,
                durationText(every), durationText(least)),
            "Refreshed more often its inks fade and mix, and the pictures of before stay visible.",
            "the least interval of its class, common practice", {redrawFix(display, least)}, {}});
    }
}

/// What a partial refresh takes from black is left as a shade until the next full one.
void checkGhosts(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    constexpr int most = 10, comfortable = 8; // partial refreshes (common practice)
    for (const auto& display : plain.displays) {
        const auto& setup = display.firmware->setup();
        const auto* paper = std::get_if<PaperSpec>(&setup.part.shape);
        const int every = setup.driver.fullRefreshEvery;
        if (paper == nullptr || paper->partialRefresh.value <= 0 || display.pages.empty()
            || display.firmware->sendsAll() || (every > 0 && every <= most))
            continue;
        auto changed = *findById(in.displays, display.id);
        changed.driver.fullRefreshEvery = comfortable;
        out.push_back({"D16", Severity::Check, "/displays/" + display.id + "/driver",
            fmt::format("{} keeps ghosts of old pictures", display.id),
            every == 0
                ? std::string("After the first refresh no other is a full one, and each partial "
                              "one leaves a shade where black became white.")
                : fmt::format("Only every {}th refresh is a full one, and each partial one leaves "
                              "a shade where black became white.",
                    every),
            "a full refresh after 5 to 10 partial ones, common practice",
            {{fmt::format("Make every {}th refresh a full one", comfortable),
                [changed](const Instrument& before) { return withDisplay(before, changed); }}},
            {}});
    }
}

} // namespace fern
