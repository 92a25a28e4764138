#include "judge/field_fit.h"

#include "glass/pixel_font.h"
#include "text/format.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

int cellsOf(const PlainInstrument& in, const Field& field)
{
    return field.kind == FieldKind::Value ? in.readers[indexOf(in.readers, field.reader)].text.width
                                          : cellCount(field.text);
}

bool fitsGlass(const Field& field, int cells, const PlainDisplay& display)
{
    const auto box = fieldBox(field, cells);
    return box.x >= 0 && box.y >= 0 && box.x + box.width <= display.width
        && box.y + box.height <= display.height;
}

bool isClear(const PlainInstrument& in, const Page& page, const Field& field, int cells)
{
    const auto own = fieldBox(field, cells);
    return std::all_of(page.fields.begin(), page.fields.end(), [&](const Field& other) {
        const auto box = fieldBox(other, cellsOf(in, other));
        return other.id == field.id || own.x + own.width <= box.x || box.x + box.width <= own.x
            || own.y + own.height <= box.y || box.y + box.height <= own.y;
    });
}

std::vector<Field> letterings(const Field& field, int mostScale)
{
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
