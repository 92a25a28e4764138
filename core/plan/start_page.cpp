#include "plan/start_page.h"

#include "base/units.h"
#include "base/utf8.h"
#include "glass/pixel_font.h"
#include "screens/draw_page.h"
#include "text/format.h"

#include <algorithm>
#include <array>
#include <optional>
#include <span>

namespace fern {

namespace {

/// The unit in the characters that the glass has: on pixels "°C" is "C".
std::string unitOnGlass(const GlassMetrics& metrics, const std::string& unit)
{
    if (unit == "count")
        return {};
    auto words = prettyUnit(unit);
    if (metrics.unit == GlassUnit::Pixels || !firstLacking(metrics, words, {}).empty())
        std::erase_if(words, [](char c) { return static_cast<unsigned char>(c) >= 0x80; });
    return words;
}

/// How many times as large as its font a title of a large glass can be: a tenth of its height.
int largestTitle(const GlassMetrics& metrics)
{
    constexpr int largest = 4, rowsOfEach = 160;
    return metrics.unit == GlassUnit::Pixels ? std::clamp(metrics.rows / rowsOfEach, 1, largest)
                                             : 1;
}

/// Takes the largest of the title fonts in which the whole title fits, without its unit if need be;
/// a longer name is cut.
void setTitle(
    Field& title, std::string_view name, const std::string& unit, const GlassMetrics& metrics)
{
    const bool isLow = metrics.rows < 48;
    const std::array<const char*, 3> fonts{"8x16", "6x12", "5x8"};
    const auto whole = inCapitals(name) + (unit.empty() ? "" : ", " + unit);
    const auto room = [&] {
        return static_cast<std::size_t>(metrics.columns / fieldBox(title, 1, metrics).width);
    };
    for (const auto& text : {whole, inCapitals(name)}) {
        title.text = text;
        const auto cells = codePoints(title.text).size();
        for (const auto* font : std::span(fonts).subspan(isLow ? 2 : 0)) {
            title.font = font;
            for (title.scale = largestTitle(metrics); title.scale > 0; --title.scale)
                if (room() >= cells)
                    return;
            title.scale = 1;
        }
    }
    title.text.resize(bytesOfFirst(title.text, room()));
}

Field titleOf(const GlassMetrics& metrics, std::string_view name, const std::string& unit)
{
    Field title;
    title.id = "title";
    title.kind = FieldKind::Label;
    setTitle(title, name, unitOnGlass(metrics, unit), metrics);
    title.x = (metrics.columns - fieldBox(title, cellCount(title.text), metrics).width) / 2;
    return title;
}

/// The value below `top`, in the largest lettering that leaves it on the glass.
Field valueOf(const GlassMetrics& metrics, int places, int top)
{
    const int mostScale = metrics.rows > 64 ? 4 : 2;
    Field value;
    value.id = "value";
    value.kind = FieldKind::Value;
    if (metrics.unit != GlassUnit::Pixels) {
        value.x = std::max(0,
            metrics.unit == GlassUnit::Digits ? metrics.columns - places
                                              : (metrics.columns - places) / 2);
        value.y = top;
        return value;
    }
    value.font = pixelFonts().front().name; // where none fits
    auto best = value;
    int tallest = 0;
    for (const auto& font : pixelFonts())
        for (int scale = 1; scale <= mostScale; ++scale) {
            value.font = font.name;
            value.scale = scale;
            const auto box = fieldBox(value, places, metrics);
            if (box.width > metrics.columns || top + box.height > metrics.rows
                || box.height <= tallest)
                continue;
            tallest = box.height;
            value.x = (metrics.columns - box.width) / 2;
            value.y = top + (metrics.rows - top - box.height) / 2;
            best = value;
        }
    return best;
}

} // namespace

int mostCharacters(const GlassMetrics& metrics)
{
    constexpr int narrow = 5; // pixels; narrower letters are for what must be so
    return metrics.unit == GlassUnit::Pixels ? metrics.columns / narrow : metrics.columns;
}

void suitGlass(TextSpec& text, const GlassMetrics& metrics)
{
    if (metrics.unit == GlassUnit::Digits) { // which form neither of the usual marks
        text.overflow = "=";
        text.stale = "_";
    }
    if (isOfWords(text.form)) // a long name is cut where the glass ends
        text.width = std::min(text.width, mostCharacters(metrics));
}

double usualStaleAfter(bool isCode, double pace)
{
    constexpr double usual = 10;
    return isCode ? 0 : std::max(usual, 3 * pace);
}

namespace {

/// The bar or history at the foot of a glass that is large enough for one; none elsewhere.
std::optional<Field> graphOf(const GlassMetrics& metrics, const StartContent& content)
{
    constexpr int largeRows = 128, largeCells = 4;
    constexpr int barShare = 12, historyShare = 5; // of the rows
    Field graph;
    graph.least = content.least;
    graph.most = content.most;
    if (!(content.least < content.most))
        return std::nullopt;
    if (metrics.unit == GlassUnit::Cells && metrics.rows >= largeCells) {
        graph.kind = FieldKind::Bar;
        graph.width = metrics.columns;
        graph.height = 1;
    } else if (metrics.unit == GlassUnit::Pixels && metrics.rows >= largeRows
        && (content.isAmount || content.hasHistory)) {
        graph.kind = content.isAmount ? FieldKind::Bar : FieldKind::History;
        graph.x = metrics.columns / 16;
        graph.width = metrics.columns - 2 * graph.x;
        graph.height = metrics.rows / (content.isAmount ? barShare : historyShare);
        graph.every = {500, "ms"};
    } else {
        return std::nullopt;
    }
    graph.id = content.isAmount || metrics.unit == GlassUnit::Cells ? "bar" : "history";
    graph.y = metrics.rows - graph.height - (metrics.unit == GlassUnit::Pixels ? graph.x / 2 : 0);
    return graph;
}

} // namespace

Page startPage(const GlassMetrics& metrics, std::string_view display, const StartContent& content,
    TextSpec& text)
{
    const auto& name = content.name;
    const auto& unit = content.unit;

    constexpr int leastRows = 16; // of pixels, for a title and a value
    Page page;
    page.display = display;
    page.name = name;
    const bool hasTitle = metrics.unit == GlassUnit::Pixels ? metrics.rows >= leastRows
        : metrics.unit == GlassUnit::Cells                  ? metrics.rows > 1
                                                            : false;
    int top = 0;
    if (hasTitle) {
        page.fields.push_back(titleOf(metrics, name, isTimeForm(text.form) ? std::string() : unit));
        top = fieldBox(page.fields.front(), 1, metrics).height;
    }
    const auto shown = unitOnGlass(metrics, unit);
    const bool isTold = hasTitle && page.fields.front().text.ends_with(", " + shown);
    const int withUnit = text.width + 1 + cellCount(shown);
    if (text.form == TextForm::Number && text.unitShown.empty() && !shown.empty() && !isTold
        && metrics.unit != GlassUnit::Digits && withUnit <= mostCharacters(metrics)) {
        text.unitShown = shown;
        text.width = withUnit;
    }
    const bool hasPoint =
        metrics.unit == GlassUnit::Digits && text.form == TextForm::Number && text.decimals > 0;
    const int places = text.width - (hasPoint ? 1 : 0);
    const auto graph = graphOf(metrics, content);
    auto above = metrics;
    above.rows = graph ? graph->y : metrics.rows;
    page.fields.push_back(valueOf(above, places, top));
    if (graph)
        page.fields.push_back(*graph);
    return page;
}

} // namespace fern
