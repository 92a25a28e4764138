#include "glass/parts/digits.h"

#include "glass/parts/segment_shapes.h"

#include <utility>

namespace fern {

namespace {

constexpr double thickness = 0.1; ///< of a segment, as a share of the digit's height
constexpr double wide = 0.5; ///< of a digit
constexpr double apart = 0.8; ///< from one digit to the next

GlassOutline across(double x, double y, double h)
{
    const double t = thickness * h / 2;
    const double w = wide * h;
    return {{x + t, y}, {x + 2 * t, y - t}, {x + w - 2 * t, y - t}, {x + w - t, y},
        {x + w - 2 * t, y + t}, {x + 2 * t, y + t}};
}

GlassOutline upright(double x, double y, double h)
{
    const double t = thickness * h / 2;
    const double half = h / 2;
    return {{x, y + t}, {x + t, y + 2 * t}, {x + t, y + half - 2 * t}, {x, y + half - t},
        {x - t, y + half - 2 * t}, {x - t, y + 2 * t}};
}

/// Appends a square; an outline of two squares is one element that glows at both places.
void addSquare(GlassOutline& outline, double x, double y, double h)
{
    const double t = thickness * h / 2;
    const GlassOutline square{
        {x - t, y - t}, {x + t, y - t}, {x + t, y + t}, {x - t, y + t}, {x - t, y - t}};
    outline.insert(outline.end(), square.begin(), square.end());
}

void addDigit(GlassFace& face, double x, double y, double h, bool hasColon)
{
    const double w = wide * h;
    face.outlines.push_back(across(x, y, h)); // A
    face.outlines.push_back(upright(x + w, y, h)); // B
    face.outlines.push_back(upright(x + w, y + h / 2, h)); // C
    face.outlines.push_back(across(x, y + h, h)); // D
    face.outlines.push_back(upright(x, y + h / 2, h)); // E
    face.outlines.push_back(upright(x, y, h)); // F
    face.outlines.push_back(across(x, y + h / 2, h)); // G
    GlassOutline point;
    const double beside = x + (wide + apart) / 2 * h;
    if (hasColon)
        addSquare(point, beside, y + h * 0.3, h);
    addSquare(point, beside, hasColon ? y + h * 0.7 : y + h, h);
    face.outlines.push_back(point);
}

} // namespace

GlassFace digitFace(int digits, double height, bool hasColon)
{
    GlassFace face;
    const double margin = 0.3 * height;
    for (int i = 0; i < digits; ++i)
        addDigit(face, margin + i * apart * height, margin, height, hasColon && i == 1);
    face.width = 2 * margin + ((digits - 1) * apart + wide) * height;
    face.height = 2 * margin + height;
    face.palette = {{0x1A, 0x10, 0x10}, {0xFF, 0x5A, 0x3C}};
    return face;
}

Digits::Digits(GlassFace face, bool hasColon)
    : m_face(std::make_shared<const GlassFace>(std::move(face)))
    , m_hasColon(hasColon)
{
}

GlassPicture Digits::seen(Ticks /*at*/) const
{
    GlassPicture picture{m_face, {}, light()};
    for (int digit = 0; digit < digits(); ++digit)
        for (int segment = 0; segment < 8; ++segment)
            picture.levels.push_back((segments(digit) >> segment) & 1);
    return picture;
}

std::vector<std::string> Digits::text() const
{
    std::vector<std::uint8_t> all;
    all.reserve(static_cast<std::size_t>(digits()));
    for (int digit = 0; digit < digits(); ++digit)
        all.push_back(segments(digit));
    if (!m_hasColon || digits() < 2)
        return {textOf(all)};
    const auto hours =
        textOf({static_cast<std::uint8_t>(all[0]), static_cast<std::uint8_t>(all[1] & 0x7F)});
    return {hours + ((all[1] & 0x80) != 0 ? ":" : "") + textOf({all.begin() + 2, all.end()})};
}

} // namespace fern
