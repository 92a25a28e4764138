#include "screens/draw_page.h"

#include "glass/pixel_font.h"
#include "text/format.h"

#include <algorithm>
#include <cassert>

namespace fern {

Box fieldBox(const Field& field, int places, const GlassMetrics& metrics)
{
    const auto size = field.traits().size;
    const bool isPixels = metrics.unit == GlassUnit::Pixels;
    const auto* font = findPixelFont(field.font);
    assert(font != nullptr);
    const int across = isPixels ? font->width * field.scale : 1;
    const int down = isPixels ? font->height * field.scale : 1;
    if (size == FieldSize::OfGlass)
        return {field.x, field.y, field.width, field.height};
    if (field.kind == FieldKind::Picture)
        return {field.x, field.y, field.picture->width, field.picture->height};
    if (field.kind == FieldKind::Glyph)
        return {field.x, field.y, isPixels ? field.dots.width() * field.scale : 1,
            isPixels ? field.dots.height() * field.scale : 1};
    if (field.kind == FieldKind::PageDots && isPixels)
        return {field.x, field.y, std::max(1, 2 * places - 1) * dotSide, dotSide};
    if (size == FieldSize::AsWritten)
        return {field.x, field.y, places * across, down};
    return {field.x, field.y, field.width * across,
        (size == FieldSize::Lines ? field.height : 1) * down};
}

double digitHeight(const Field& field, const GlassMetrics& metrics)
{
    if (metrics.unit != GlassUnit::Pixels)
        return metrics.characterHeight;
    return inkRows(*findPixelFont(field.font)) * field.scale * metrics.pitch;
}

int glyphCount(const Page& page, const GlassMetrics& metrics,
    const std::function<int(std::size_t field)>& cellsOf)
{
    constexpr int pixelsOfGlyph = 64;
    int count = 0;
    for (std::size_t i = 0; i < page.fields.size(); ++i) {
        const auto& field = page.fields[i];
        const auto box = fieldBox(field, 1, metrics);
        if (field.kind == FieldKind::Value)
            count += cellsOf(i);
        else if (field.kind == FieldKind::List)
            count += field.width * field.height;
        else if (field.traits().size == FieldSize::Window)
            count += field.width;
        else if (field.traits().size == FieldSize::OfGlass
            || field.traits().size == FieldSize::AsDrawn)
            count += metrics.unit == GlassUnit::Pixels
                ? (box.width * box.height + pixelsOfGlyph - 1) / pixelsOfGlyph
                : box.width * box.height;
        else
            count += cellCount(field.text);
    }
    return count;
}

} // namespace fern
