// D03, D07: glyphs and pictures that a display has no room or no colours for.

#include "judge/rules/rules.h"

#include "instrument/edits.h"
#include "screens/draw_cells.h"
#include "screens/part_picture.h"
#include "screens/ready_glyphs.h"

#include <algorithm>
#include <functional>

#include <fmt/format.h>

namespace fern {

namespace {

/// The change is made only when the fix is wanted.
Fix fieldFix(
    std::string label, const Page& page, const Field& field, std::function<void(Field&)> change)
{
    return {std::move(label),
        [page = page.id, field, change = std::move(change)](const Instrument& before) {
            auto changed = field;
            change(changed);
            return withField(before, page, changed);
        }};
}

void checkGlyph(const Page& page, const Field& field, Findings& out)
{
    const auto place = fmt::format("/pages/{}/fields/{}", page.id, field.id);
    const auto& dots = field.dots;
    if (!fitsCell(dots)) {
        out.push_back({"D03", Severity::Check, place,
            fmt::format("“{}” has {} × {} dots, a cell has {} × {}", field.id, dots.width(),
                dots.height(), cellDots, cellRows),
            "Nothing is shown in its place.", "data of the usual controllers",
            {fieldFix(fmt::format("Cut it to {} × {}", cellDots, cellRows), page, field,
                [](Field& f) { f.dots = f.dots.resized(cellDots, cellRows); })},
            {}});
        return;
    }
    const auto rows = dots.rows();
    if (rows.size() < cellRows || rows.back() == 0)
        return;
    out.push_back({"D03", Severity::Note, place,
        fmt::format("“{}” uses the row of the cursor", field.id),
        "Row 8 of a cell belongs to the cursor: where a firmware shows it, both are drawn there.",
        "data of the usual controllers",
        {fieldFix("Clear its last row", page, field,
            [](Field& f) {
                for (int x = 0; x < f.dots.width(); ++x)
                    f.dots.set(x, cellRows - 1, false);
            })},
        {}});
}

/// Whether a display can show what the pixels of a picture mean.
bool hasColours(const DisplaySpec& part, PictureColours colours)
{
    switch (colours) {
    case PictureColours::Mono:
        return true;
    case PictureColours::Inks:
        return part.kind() == DisplayKind::ColourPanel
            || std::holds_alternative<PaperSpec>(part.shape);
    case PictureColours::Rgb565:
        return part.kind() == DisplayKind::ColourPanel;
    }
    return false;
}

void checkPicture(const PlainDisplay& display, const Page& page, const Field& field, Findings& out)
{
    const auto& picture = *field.picture;
    const auto place = fmt::format("/pages/{}/fields/{}", page.id, field.id);
    if (!hasColours(display.firmware->setup().part, picture.colours))
        out.push_back({"D07", Severity::Check, place,
            fmt::format("“{}” is a picture in {}, which {} cannot show", field.id,
                pictureColoursWords[static_cast<std::size_t>(picture.colours)], display.id),
            "Its bytes mean other colours there, or none. Make it anew for this display, or take "
            "its light parts as lit pixels.",
            "common practice",
            {fieldFix("Take its light parts", page, field,
                [](Field& f) {
                    f.picture =
                        pictureIn(seenOf(*f.picture), PicturePalette::Mono, Dither::Threshold);
                })},
            {}});
}

} // namespace

void checkGlyphs(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays)
        if (display.metrics.unit == GlassUnit::Cells)
            for (const auto& page : display.pages)
                for (const auto& field : page.fields)
                    if (field.kind == FieldKind::Glyph)
                        checkGlyph(page, field, out);
}

void checkPictures(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays)
        if (display.metrics.unit == GlassUnit::Pixels)
            for (const auto& page : display.pages)
                for (const auto& field : page.fields)
                    if (field.kind == FieldKind::Picture)
                        checkPicture(display, page, field, out);
}

} // namespace fern
