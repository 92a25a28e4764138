#include "glass/picture_text.h"

#include <fmt/format.h>

namespace fern {

std::string asBitmap(const GlassPicture& picture)
{
    const auto& face = *picture.face;
    auto text = fmt::format("P1\n{} {}\n", face.columns, face.rows);
    for (int row = 0; row < face.rows; ++row) {
        for (int column = 0; column < face.columns; ++column)
            text += isGround(face, picture.at(column, row)) ? '0' : '1';
        text += '\n';
    }
    return text;
}

std::string asPixmap(const GlassPicture& picture)
{
    const auto& face = *picture.face;
    auto text = fmt::format("P3\n{} {}\n255\n", face.columns, face.rows);
    for (int row = 0; row < face.rows; ++row)
        for (int column = 0; column < face.columns; ++column) {
            const auto [red, green, blue] = colourOf(face, picture.at(column, row));
            text += fmt::format("{} {} {}\n", red, green, blue);
        }
    return text;
}

} // namespace fern
