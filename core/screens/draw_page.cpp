#include "screens/draw_page.h"

#include "glass/pixel_font.h"
#include "text/format.h"

#include <cassert>

namespace fern {

void drawPage(MonoFrame& frame, const Page& page,
    const std::function<std::string(const std::string&)>& textOf)
{
    frame.clearBox(0, 0, frame.width(), frame.height());
    for (const auto& field : page.fields) {
        const auto* font = findPixelFont(field.font);
        assert(font != nullptr);
        const auto text = field.kind == FieldKind::Value ? textOf(field.reader) : field.text;
        drawText(frame, field.x, field.y, text, *font, field.scale);
    }
}

Box fieldBox(const Field& field, int cells)
{
    const auto* font = findPixelFont(field.font);
    assert(font != nullptr);
    return {field.x, field.y, cells * font->width * field.scale, font->height * field.scale};
}

int glyphCount(const Page& page, const std::function<int(const std::string&)>& cellsOf)
{
    int count = 0;
    for (const auto& field : page.fields)
        count += field.kind == FieldKind::Value ? cellsOf(field.reader) : cellCount(field.text);
    return count;
}

} // namespace fern
