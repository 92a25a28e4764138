#include "glass/pixel_font.h"

#include "base/utf8.h"

#include <algorithm>
#include <bit>
#include <cstdint>

namespace fern {

namespace pixel_font_data {
extern const PixelFont all[8];
}

namespace {

/// Lights one pixel of a font.
void drawCell(MonoFrame& frame, int x, int y, int scale)
{
    for (int dy = 0; dy < scale; ++dy)
        for (int dx = 0; dx < scale; ++dx)
            frame.setPixel(x + dx, y + dy, true);
}

void drawMissing(MonoFrame& frame, int x, int y, const PixelFont& font, int scale)
{
    for (int row = 0; row < font.height; ++row)
        for (int column = 0; column < font.width; ++column)
            if (row == 0 || column == 0 || row == font.height - 1 || column == font.width - 1)
                drawCell(frame, x + column * scale, y + row * scale, scale);
}

void drawGlyph(MonoFrame& frame, int x, int y, char32_t code, const PixelFont& font, int scale)
{
    const auto rows = glyphRows(font, code);
    if (rows.empty())
        return drawMissing(frame, x, y, font, scale);
    const int stride = (font.width + 7) / 8;
    for (int i = 0; i < font.height * stride; ++i)
        for (std::uint8_t lit = rows[static_cast<std::size_t>(i)]; lit != 0;) {
            const int column = std::countl_zero(lit);
            lit = static_cast<std::uint8_t>(lit & ~(0x80U >> column));
            drawCell(frame, x + (i % stride * 8 + column) * scale, y + i / stride * scale, scale);
        }
}

} // namespace

std::span<const PixelFont> pixelFonts()
{
    return pixel_font_data::all;
}

const PixelFont* findPixelFont(std::string_view name)
{
    for (const auto& font : pixelFonts())
        if (font.name == name)
            return &font;
    return nullptr;
}

std::span<const unsigned char> glyphRows(const PixelFont& font, char32_t code)
{
    const auto found = std::lower_bound(font.codes.begin(), font.codes.end(), code);
    if (found == font.codes.end() || *found != code)
        return {};
    const auto size =
        static_cast<std::size_t>(font.height) * static_cast<std::size_t>((font.width + 7) / 8);
    return {font.rows + static_cast<std::size_t>(found - font.codes.begin()) * size, size};
}

int inkRows(const PixelFont& font)
{
    const auto rows = glyphRows(font, U'8');
    const auto bytes = static_cast<std::size_t>((font.width + 7) / 8);
    int count = 0;
    for (std::size_t row = 0; row * bytes < rows.size(); ++row) {
        const auto line = rows.subspan(row * bytes, bytes);
        count += std::any_of(line.begin(), line.end(), [](unsigned char b) { return b != 0; });
    }
    return count;
}

void drawText(
    MonoFrame& frame, int x, int y, std::string_view text, const PixelFont& font, int scale)
{
    for (const char32_t code : codePoints(text)) {
        drawGlyph(frame, x, y, code, font, scale);
        x += font.width * scale;
    }
}

} // namespace fern
