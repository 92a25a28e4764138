#include "screens/draw_page.h"

#include "glass/pixel_font.h"
#include "text/format.h"

#include <cassert>

namespace fern {

std::string textOfField(const Page& page, std::size_t field, const FieldText& textOf)
{
    const auto& f = page.fields[field];
    return f.kind == FieldKind::Value ? textOf(field) : f.text;
}

Box fieldBox(const Field& field, int places, const GlassMetrics& metrics)
{
    if (metrics.unit != GlassUnit::Pixels)
        return {field.x, field.y, places, 1};
    const auto* font = findPixelFont(field.font);
    assert(font != nullptr);
    return {field.x, field.y, places * font->width * field.scale, font->height * field.scale};
}

double digitHeight(const Field& field, const GlassMetrics& metrics)
{
    if (metrics.unit != GlassUnit::Pixels)
        return metrics.characterHeight;
    return inkRows(*findPixelFont(field.font)) * field.scale * metrics.pitch;
}

int glyphCount(const Page& page, const std::function<int(std::size_t field)>& cellsOf)
{
    int count = 0;
    for (std::size_t i = 0; i < page.fields.size(); ++i)
        count +=
            page.fields[i].kind == FieldKind::Value ? cellsOf(i) : cellCount(page.fields[i].text);
    return count;
}

} // namespace fern
