#include "judge/field_fit.h"

#include "glass/pixel_font.h"
#include "screens/draw_pixels.h"
#include "text/format.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

int placesOf(const PlainInstrument& in, const PlainDisplay& display, const Field& field)
{
    if (field.kind == FieldKind::PageDots) {
        const auto pages = static_cast<int>(display.turned.size());
        return display.metrics.unit == GlassUnit::Pixels ? pages
                                                         : cellCount(fmt::format("{0}/{0}", pages));
    }
    if (field.traits().size == FieldSize::Window)
        return field.width;
    if (field.kind != FieldKind::Value)
        return placesOf(display.metrics, field.text);
    const auto& text = in.readers[indexOf(in.readers, field.reader)].text;
    const bool hasPoint = text.form == TextForm::Number && text.decimals > 0;
    return text.width - (display.metrics.unit == GlassUnit::Digits && hasPoint ? 1 : 0);
}

std::string nameOfField(const Field& field)
{
    return field.traits().hasReader ? field.reader : field.traits().hasText ? field.text : field.id;
}

bool fitsGlass(const Field& field, int places, const PlainDisplay& display)
{
    const auto box = fieldBox(field, places, display.metrics);
    return box.x >= 0 && box.y >= 0 && box.x + box.width <= display.metrics.columns
        && box.y + box.height <= display.metrics.rows;
}

bool isClear(const PlainInstrument& in, const PlainDisplay& display, const Page& page,
    const Field& field, int places)
{
    const auto own = fieldBox(field, places, display.metrics);
    return std::all_of(page.fields.begin(), page.fields.end(), [&](const Field& other) {
        const auto box = fieldBox(other, placesOf(in, display, other), display.metrics);
        return other.id == field.id || own.x + own.width <= box.x || box.x + box.width <= own.x
            || own.y + own.height <= box.y || box.y + box.height <= own.y;
    });
}

Box inkBox(const PlainInstrument& in, const PlainDisplay& display, const Field& field)
{
    const auto box = fieldBox(field, placesOf(in, display, field), display.metrics);
    if (display.metrics.unit != GlassUnit::Pixels || !field.traits().isWritten)
        return box;
    Page alone;
    alone.fields = {field};
    alone.fields.front().x = alone.fields.front().y = 0;
    const auto content = sampleContent(alone, [&](std::size_t) {
        return std::string(static_cast<std::size_t>(placesOf(in, display, field)), '8');
    });
    // What goes beyond the size of the glass is told apart.
    const int wide = std::clamp(box.width, 1, display.metrics.columns);
    const int high = std::clamp(box.height, 1, display.metrics.rows);
    MonoFrame frame(wide, (high + 7) / 8 * 8);
    drawField(frame, alone.fields.front(), content.front());
    int left = wide, top = high, right = -1, bottom = -1;
    for (int y = 0; y < high; ++y)
        for (int x = 0; x < wide; ++x)
            if (frame.pixel(x, y)) {
                left = std::min(left, x);
                right = std::max(right, x);
                top = std::min(top, y);
                bottom = std::max(bottom, y);
            }
    if (right < 0)
        return {};
    return {box.x + left, box.y + top, right - left + 1, bottom - top + 1};
}

bool collide(
    const PlainInstrument& in, const PlainDisplay& display, const Field& one, const Field& other)
{
    const auto a = inkBox(in, display, one);
    const auto b = inkBox(in, display, other);
    return a.width > 0 && b.width > 0 && a.x < b.x + b.width && b.x < a.x + a.width
        && a.y < b.y + b.height && b.y < a.y + a.height;
}

std::optional<Field> atClearPlace(
    const PlainInstrument& in, const PlainDisplay& display, const Page& page, Field field)
{
    const int step = display.metrics.unit == GlassUnit::Pixels ? 8 : 1;
    const int places = placesOf(in, display, field);
    for (field.y = 0; field.y < display.metrics.rows; field.y += step)
        for (field.x = 0; field.x < display.metrics.columns; field.x += step)
            if (fitsGlass(field, places, display) && isClear(in, display, page, field, places))
                return field;
    return std::nullopt;
}

std::vector<Field> letterings(const Field& field, const GlassMetrics& metrics, int mostScale)
{
    if (metrics.unit != GlassUnit::Pixels || !field.traits().isWritten)
        return {field};
    std::vector<Field> all;
    for (const auto& font : pixelFonts())
        for (int scale = 1; scale <= mostScale; ++scale) {
            auto& lettering = all.emplace_back(field);
            lettering.font = std::string(font.name);
            lettering.scale = scale;
        }
    return all;
}

std::string letteringText(const Field& field)
{
    return field.scale == 1 ? field.font : fmt::format("{} ×{}", field.font, field.scale);
}

} // namespace fern
