#include "glass/parts/turned_part.h"

#include "glass/grid_index.h"

#include <utility>

namespace fern {

namespace {

GlassFace turned(const GlassFace& face, Rotation rotation)
{
    auto result = face;
    if (isSideways(rotation)) {
        std::swap(result.columns, result.rows);
        std::swap(result.cellColumns, result.cellRows);
        std::swap(result.width, result.height);
    }
    for (auto& outline : result.outlines)
        for (auto& [x, y] : outline) {
            const auto from = GlassPoint{x, y};
            if (rotation == Rotation::Right)
                x = face.height - from.y, y = from.x;
            else if (rotation == Rotation::Over)
                x = face.width - from.x, y = face.height - from.y;
            else if (rotation == Rotation::Left)
                x = from.y, y = face.width - from.x;
        }
    return result;
}

} // namespace

TurnedPart::TurnedPart(std::unique_ptr<GlassPart> part, Rotation rotation)
    : m_part(std::move(part))
    , m_rotation(rotation)
    , m_face(std::make_shared<const GlassFace>(turned(*m_part->seen({}).face, rotation)))
{
}

TurnedPart::TurnedPart(
    std::unique_ptr<GlassPart> part, Rotation rotation, std::shared_ptr<const GlassFace> face)
    : m_part(std::move(part))
    , m_rotation(rotation)
    , m_face(std::move(face))
{
}

GlassPicture TurnedPart::seen(Ticks at) const
{
    const auto upright = m_part->seen(at);
    auto picture = upright;
    picture.face = m_face;
    const int columns = upright.face->columns;
    const int rows = upright.face->rows;
    for (int y = 0; y < rows; ++y)
        for (int x = 0; x < columns; ++x) {
            const auto [toX, toY] = m_rotation == Rotation::Right ? std::pair(rows - 1 - y, x)
                : m_rotation == Rotation::Over ? std::pair(columns - 1 - x, rows - 1 - y)
                : m_rotation == Rotation::Left ? std::pair(y, columns - 1 - x)
                                               : std::pair(x, y);
            picture.levels[gridIndex(toX, toY, m_face->columns)] = upright.at(x, y);
        }
    return picture;
}

} // namespace fern
