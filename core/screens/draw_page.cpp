#include "screens/draw_page.h"

#include "glass/pixel_font.h"
#include "text/format.h"

#include <cassert>

namespace fern {

void drawPage(
    MonoFrame& frame, const Page& page, const std::function<std::string(std::size_t field)>& textOf)
{
    frame.clearBox(0, 0, frame.width(), frame.height());
    for (std::size_t i = 0; i < page.fields.size(); ++i) {
        const auto& field = page.fields[i];
        const auto* font = findPixelFont(field.font);
        assert(font != nullptr);
        const auto text = field.kind == FieldKind::Value ? textOf(i) : field.text;
        drawText(frame, field.x, field.y, text, *font, field.scale);
    }
}

Box fieldBox(const Field& field, int cells)
{
    const auto* font = findPixelFont(field.font);
    assert(font != nullptr);
    return {field.x, field.y, cells * font->width * field.scale, font->height * field.scale};
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
