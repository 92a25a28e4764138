#include "drive/pixel_page.h"

#include "screens/draw_pixels.h"

#include <algorithm>
#include <utility>

namespace fern {

PixelPage::PixelPage(
    int columns, int rows, Rotation rotation, const Page& page, const PageContent& content)
    : m_columns(columns)
    , m_rows(rows)
    , m_rotation(rotation)
{
    for (std::size_t i = 0; i < page.fields.size(); ++i) {
        const auto& field = page.fields[i];
        if (field.kind == FieldKind::Picture)
            drawPicture(field);
        drawField(layerOf(field.ink).frame, field, content[i]);
    }
}

/// A frame's rows fill whole pages.
PixelPage::Layer& PixelPage::layerOf(Ink ink)
{
    const auto found = std::find_if(
        m_layers.begin(), m_layers.end(), [ink](const Layer& layer) { return layer.ink == ink; });
    if (found != m_layers.end())
        return *found;
    const auto [wide, high] =
        isSideways(m_rotation) ? std::pair(m_rows, m_columns) : std::pair(m_columns, m_rows);
    return m_layers.emplace_back(Layer{ink, MonoFrame(wide, (high + 7) / 8 * 8)});
}

const MonoFrame* PixelPage::plainFrame() const
{
    return m_layers.size() == 1 && m_rotation == Rotation::Upright ? &m_layers.front().frame
                                                                   : nullptr;
}

std::pair<int, int> PixelPage::seenAt(int x, int y) const
{
    switch (m_rotation) {
    case Rotation::Upright:
        break;
    case Rotation::Right:
        return {m_rows - 1 - y, x};
    case Rotation::Over:
        return {m_columns - 1 - x, m_rows - 1 - y};
    case Rotation::Left:
        return {y, m_columns - 1 - x};
    }
    return {x, y};
}

/// Its place is cleared of what was drawn before.
void PixelPage::drawPicture(const Field& field)
{
    const auto& picture = *field.picture;
    for (auto& layer : m_layers)
        layer.frame.clearBox(field.x, field.y, picture.width, picture.height);
    if (picture.colours == PictureColours::Rgb565)
        m_painted.push_back({field.x, field.y, field.picture});
    if (picture.colours != PictureColours::Inks)
        return;
    for (int y = 0; y < picture.height; ++y)
        for (int x = 0; x < picture.width; ++x)
            layerOf(static_cast<Ink>(picture.at(x, y)))
                .frame.setPixel(field.x + x, field.y + y, true);
}

std::optional<std::uint16_t> PixelPage::colourAt(int x, int y) const
{
    const auto [seenX, seenY] = seenAt(x, y);
    for (auto painted = m_painted.rbegin(); painted != m_painted.rend(); ++painted) {
        const int column = seenX - painted->x, row = seenY - painted->y;
        if (column >= 0 && row >= 0 && column < painted->picture->width
            && row < painted->picture->height)
            return painted->picture->at(column, row);
    }
    return std::nullopt;
}

std::optional<Ink> PixelPage::inkAt(int x, int y) const
{
    const auto [seenX, seenY] = seenAt(x, y);
    for (auto layer = m_layers.rbegin(); layer != m_layers.rend(); ++layer)
        if (layer->frame.pixel(seenX, seenY))
            return layer->ink;
    return std::nullopt;
}

} // namespace fern
