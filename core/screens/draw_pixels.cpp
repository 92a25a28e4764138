#include "screens/draw_pixels.h"

#include "glass/pixel_font.h"

#include <algorithm>

namespace fern {

namespace {

void fill(MonoFrame& frame, int left, int top, int right, int bottom)
{
    for (int y = top; y <= bottom; ++y)
        for (int x = left; x <= right; ++x)
            frame.setPixel(x, y, true);
}

/// The pixels of `most` that a share lights.
int lit(double share, int most)
{
    return std::isnan(share) ? 0
                             : static_cast<int>(std::lround(std::clamp(share, 0.0, 1.0) * most));
}

/// An outline, a gap of a pixel where there is room, and the filled part.
void drawBar(MonoFrame& frame, const Field& f, double share)
{
    constexpr int roomy = 7; // pixels across, from which on a gap is left
    const int right = f.x + f.width - 1;
    const int bottom = f.y + f.height - 1;
    fill(frame, f.x, f.y, right, f.y);
    fill(frame, f.x, bottom, right, bottom);
    fill(frame, f.x, f.y, f.x, bottom);
    fill(frame, right, f.y, right, bottom);
    const int rim = std::min(f.width, f.height) >= roomy ? 2 : 1;
    const int across = f.width - 2 * rim;
    const int down = f.height - 2 * rim;
    if (f.isUpright)
        fill(frame, f.x + rim, bottom - rim - lit(share, down) + 1, right - rim, bottom - rim);
    else
        fill(frame, f.x + rim, f.y + rim, f.x + rim + lit(share, across) - 1, bottom - rim);
}

/// The newest point at the right; neighbours are joined.
void drawHistory(MonoFrame& frame, const Field& f, const std::vector<double>& shares)
{
    const int bottom = f.y + f.height - 1;
    int before = -1;
    const int first = f.x + f.width - static_cast<int>(shares.size());
    for (std::size_t i = 0; i < shares.size(); ++i) {
        const int x = first + static_cast<int>(i);
        if (std::isnan(shares[i]) || x < f.x) {
            before = -1;
            continue;
        }
        const int y = bottom - lit(shares[i], f.height - 1);
        const auto [top, low] =
            before < 0 ? std::pair(y, y) : std::pair<int, int>(std::minmax(before, y));
        fill(frame, x, top, x, low);
        before = y;
    }
}

/// A square for each page, filled for the one that is shown.
void drawPageDots(MonoFrame& frame, const Field& f, const FieldContent& content)
{
    for (int i = 0; i < content.count; ++i) {
        const int left = f.x + i * 2 * dotSide;
        fill(frame, left, f.y, left + dotSide - 1, f.y + dotSide - 1);
        if (i != content.index)
            frame.clearBox(left + 1, f.y + 1, dotSide - 2, dotSide - 2);
    }
}

void drawDots(MonoFrame& frame, const Field& f)
{
    for (int y = 0; y < f.dots.height(); ++y)
        for (int x = 0; x < f.dots.width(); ++x)
            if (f.dots.isLit(x, y))
                fill(frame, f.x + x * f.scale, f.y + y * f.scale, f.x + (x + 1) * f.scale - 1,
                    f.y + (y + 1) * f.scale - 1);
}

/// Of mono pixels; the others are no matter of one ink.
void drawPicture(MonoFrame& frame, const Field& f)
{
    const auto& picture = *f.picture;
    if (picture.colours != PictureColours::Mono)
        return;
    for (int y = 0; y < picture.height; ++y)
        for (int x = 0; x < picture.width; ++x)
            if (picture.at(x, y) != 0)
                frame.setPixel(f.x + x, f.y + y, true);
}

} // namespace

void drawField(MonoFrame& frame, const Field& f, const FieldContent& content)
{
    const auto& font = *findPixelFont(f.font);
    switch (f.kind) {
    case FieldKind::Bar:
        return drawBar(frame, f, content.share);
    case FieldKind::History:
        return drawHistory(frame, f, content.shares);
    case FieldKind::PageDots:
        return drawPageDots(frame, f, content);
    case FieldKind::Glyph:
        return drawDots(frame, f);
    case FieldKind::Picture:
        return drawPicture(frame, f);
    case FieldKind::TextBlock:
    case FieldKind::List: {
        int y = f.y;
        for (const auto& line : linesOf(f, content.text)) {
            drawText(frame, f.x, y, line, font, f.scale);
            y += font.height * f.scale;
        }
        return;
    }
    case FieldKind::Value:
    case FieldKind::Label:
    case FieldKind::Scroller:
    case FieldKind::Alarm:
    case FieldKind::Count:
        return drawText(frame, f.x, f.y, content.text, font, f.scale);
    }
}

} // namespace fern
