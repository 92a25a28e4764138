#include "io/pictures.h"

#include "io/files.h"

#include <QBuffer>
#include <QPainter>
#include <QPolygonF>

#include <algorithm>
#include <cmath>

namespace fern::io {

namespace {

/// The colours of a picture as they are seen by its light.
class SeenColours {
public:
    explicit SeenColours(const GlassPicture& picture)
        : m_face(*picture.face)
        , m_ground(colourOf(m_face, m_face.ground))
        , m_contrast(picture.contrast)
        , m_light(seenShare(picture.light))
    {
    }
    QRgb operator()(std::uint16_t level) const
    {
        const auto colour = colourOf(m_face, level);
        const auto mixed = [this](std::uint8_t ground, std::uint8_t of) {
            return static_cast<int>(m_face.isLitThrough
                    ? std::lround((ground + (of - ground) * m_contrast) * m_light)
                    : std::lround(ground + (of - ground) * m_contrast * m_light));
        };
        return qRgb(mixed(m_ground.red, colour.red), mixed(m_ground.green, colour.green),
            mixed(m_ground.blue, colour.blue));
    }

private:
    const GlassFace& m_face;
    GlassColour m_ground;
    double m_contrast, m_light;
};

/// Where a pixel stands, in pixels, with the gaps before it.
int withGaps(int index, int cell)
{
    return cell > 0 ? index + index / cell : index;
}

/// Of a grid, in pixels, with the gaps between its cells.
QSize sizeOf(const GlassFace& face)
{
    return {withGaps(face.columns - 1, face.cellColumns) + 1,
        withGaps(face.rows - 1, face.cellRows) + 1};
}

QImage imageOfGrid(const GlassPicture& picture, int zoom)
{
    const auto& face = *picture.face;
    QImage image(sizeOf(face), QImage::Format_RGB32);
    const SeenColours colours(picture);
    image.fill(colours(face.ground));
    for (int row = 0; row < face.rows; ++row)
        for (int column = 0; column < face.columns; ++column)
            image.setPixel(withGaps(column, face.cellColumns), withGaps(row, face.cellRows),
                colours(picture.at(column, row)));
    return image.scaled(
        image.width() * zoom, image.height() * zoom, Qt::IgnoreAspectRatio, Qt::FastTransformation);
}

/// The scale is in dots to a metre.
QImage imageOfOutlines(const GlassPicture& picture, double scale)
{
    const auto& face = *picture.face;
    QImage image(static_cast<int>(face.width * scale), static_cast<int>(face.height * scale),
        QImage::Format_RGB32);
    const SeenColours colours(picture);
    image.fill(colours(face.ground));
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    for (std::size_t i = 0; i < picture.levels.size(); ++i) {
        QPolygonF outline;
        for (const auto& [x, y] : face.outlines[i])
            outline << QPointF(x * scale, y * scale);
        painter.setBrush(QColor(colours(picture.levels[i])));
        painter.drawPolygon(outline);
    }
    return image;
}

} // namespace

QImage imageOf(const GlassPicture& picture, int zoom)
{
    constexpr double dotsToMetre = 2e3;
    return picture.face->rows > 0 ? imageOfGrid(picture, zoom)
                                  : imageOfOutlines(picture, dotsToMetre * zoom);
}

double widthOverHeight(const GlassFace& face)
{
    const auto size = face.rows > 0 ? QSizeF(sizeOf(face)) : QSizeF(face.width, face.height);
    return size.width() / size.height();
}

QImage imageWithin(const GlassPicture& picture, QSize dots)
{
    const auto& face = *picture.face;
    if (face.rows == 0)
        return imageOfOutlines(
            picture, std::min(dots.width() / face.width, dots.height() / face.height));
    const auto size = sizeOf(face);
    const int zoom = std::min(dots.width() / size.width(), dots.height() / size.height());
    if (zoom > 0)
        return imageOfGrid(picture, zoom);
    return imageOfGrid(picture, 1).scaled(dots, Qt::KeepAspectRatio, Qt::SmoothTransformation);
}

Result<void> writeGlassPng(const GlassPicture& picture, int zoom, const std::string& path)
{
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    if (!imageOf(picture, zoom).save(&buffer, "PNG"))
        return Error{ErrorCode::CannotWrite, "the picture cannot be made", path};
    return writeFileAtomically(path, {bytes.constData(), static_cast<std::size_t>(bytes.size())});
}

} // namespace fern::io
