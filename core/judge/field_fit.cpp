#include "judge/field_fit.h"

#include "glass/pixel_font.h"
#include "text/format.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

int placesOf(const PlainInstrument& in, const PlainDisplay& display, const Field& field)
{
    if (field.kind == FieldKind::PageDots) {
        const auto pages = static_cast<int>(display.pages.size());
        return display.metrics.unit == GlassUnit::Pixels ? pages
                                                         : cellCount(fmt::format("{0}/{0}", pages));
    }
    if (field.kind != FieldKind::Value)
        return placesOf(display.metrics, field.text);
    const auto& text = in.readers[indexOf(in.readers, field.reader)].text;
    const bool hasPoint = text.form == TextForm::Number && text.decimals > 0;
    return text.width - (display.metrics.unit == GlassUnit::Digits && hasPoint ? 1 : 0);
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
