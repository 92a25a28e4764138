#include "io/pictures.h"

#include "io/files.h"

#include <QBuffer>

namespace fern::io {

namespace {

QRgb rgbOf(const GlassFace& face, std::uint16_t level)
{
    const auto [red, green, blue] = colourOf(face, level);
    return qRgb(red, green, blue);
}

} // namespace

QImage imageOf(const GlassPicture& picture, int zoom)
{
    const auto& face = *picture.face;
    QImage image(face.columns, face.rows, QImage::Format_RGB32);
    for (int row = 0; row < face.rows; ++row)
        for (int column = 0; column < face.columns; ++column)
            image.setPixel(column, row, rgbOf(face, picture.at(column, row)));
    return image.scaled(
        face.columns * zoom, face.rows * zoom, Qt::IgnoreAspectRatio, Qt::FastTransformation);
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
