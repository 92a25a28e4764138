#include "glass/face.h"

#include <cassert>
#include <cmath>
#include <utility>

namespace fern {

namespace {

constexpr GlassColour darkGlass{0x0D, 0x15, 0x12};
constexpr GlassColour litPixel{0xBF, 0xE8, 0xC8};

class Fnv {
public:
    void add(unsigned value) { m_hash = (m_hash ^ value) * 0x100000001B3ULL; }
    std::uint64_t hash() const { return m_hash; }

private:
    std::uint64_t m_hash = 0xCBF29CE484222325ULL;
};

/// Eight rows of a column in one number, the upper one lowest.
unsigned pageByte(const GlassPicture& picture, int column, int page)
{
    unsigned byte = 0;
    for (int bit = 0; bit < 8 && page * 8 + bit < picture.face->rows; ++bit)
        byte |= static_cast<unsigned>(picture.at(column, page * 8 + bit) & 1U)
            << static_cast<unsigned>(bit);
    return byte;
}

} // namespace

GlassColour colourOf(const GlassFace& face, std::uint16_t level)
{
    if (!face.palette.empty())
        return face.palette[level];
    const auto wide = [level](unsigned shift, unsigned bits) {
        const unsigned value = (level >> shift) & ((1U << bits) - 1);
        return static_cast<std::uint8_t>(value << (8 - bits) | value >> (2 * bits - 8));
    };
    return {wide(11, 5), wide(5, 6), wide(0, 5)};
}

bool isGround(const GlassFace& face, std::uint16_t level)
{
    return level == face.ground
        || (face.ghosts > 0
            && static_cast<int>(level) >= static_cast<int>(face.palette.size()) - face.ghosts);
}

double seenShare(double light)
{
    constexpr double gamma = 2.2; // of eyes and screens (common practice)
    return std::pow(light, 1 / gamma);
}

GlassPicture withoutGhosts(GlassPicture picture)
{
    for (auto& level : picture.levels)
        if (isGround(*picture.face, level))
            level = picture.face->ground;
    return picture;
}

GlassFace monoFace(int columns, int rows, double pitch)
{
    GlassFace face;
    face.columns = columns;
    face.rows = rows;
    face.pitch = pitch;
    face.palette = {darkGlass, litPixel};
    return face;
}

GlassPicture pictureOf(const MonoFrame& frame, std::shared_ptr<const GlassFace> face)
{
    assert(frame.width() == face->columns && frame.height() == face->rows);
    const auto width = static_cast<std::size_t>(frame.width());
    GlassPicture picture{std::move(face), {}};
    picture.levels.resize(frame.bytes().size() * 8);
    for (std::size_t y = 0; y < static_cast<std::size_t>(frame.height()); ++y) {
        const auto* page = frame.bytes().data() + y / 8 * width;
        auto* row = picture.levels.data() + y * width;
        for (std::size_t x = 0; x < width; ++x)
            row[x] = static_cast<std::uint16_t>((page[x] >> (y % 8)) & 1);
    }
    return picture;
}

std::uint64_t pictureHash(const GlassPicture& picture)
{
    const auto& face = *picture.face;
    Fnv fnv;
    fnv.add(static_cast<unsigned>(face.columns));
    fnv.add(static_cast<unsigned>(face.rows));
    if (face.palette.size() != 2 || face.rows == 0) {
        for (const auto level : picture.levels)
            fnv.add(level);
        return fnv.hash();
    }
    for (int page = 0; page * 8 < face.rows; ++page)
        for (int column = 0; column < face.columns; ++column)
            fnv.add(pageByte(picture, column, page));
    return fnv.hash();
}

} // namespace fern
