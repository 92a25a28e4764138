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

std::optional<Ink> PixelPage::inkAt(int x, int y) const
{
    const auto [seenX, seenY] = [&] {
        switch (m_rotation) {
        case Rotation::Upright:
            break;
        case Rotation::Right:
            return std::pair(m_rows - 1 - y, x);
        case Rotation::Over:
            return std::pair(m_columns - 1 - x, m_rows - 1 - y);
        case Rotation::Left:
            return std::pair(y, m_columns - 1 - x);
        }
        return std::pair(x, y);
    }();
    for (auto layer = m_layers.rbegin(); layer != m_layers.rend(); ++layer)
        if (layer->frame.pixel(seenX, seenY))
            return layer->ink;
    return std::nullopt;
}

} // namespace fern
