#include "io/pictures.h"

#include "io/files.h"

#include <QBuffer>

namespace fern::io {

QImage pictureOf(const MonoFrame& frame, int zoom, QRgb lit, QRgb dark)
{
    QImage image(frame.width(), frame.height(), QImage::Format_RGB32);
    for (int y = 0; y < frame.height(); ++y)
        for (int x = 0; x < frame.width(); ++x)
            image.setPixel(x, y, frame.pixel(x, y) ? lit : dark);
    return image.scaled(
        frame.width() * zoom, frame.height() * zoom, Qt::IgnoreAspectRatio, Qt::FastTransformation);
}

Result<void> writeGlassPng(const MonoFrame& frame, int zoom, const std::string& path)
{
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    if (!pictureOf(frame, zoom, qRgb(0xBF, 0xE8, 0xC8), qRgb(0x0D, 0x15, 0x12))
             .save(&buffer, "PNG"))
        return Error{ErrorCode::CannotWrite, "the picture cannot be made", path};
    return writeFileAtomically(path, {bytes.constData(), static_cast<std::size_t>(bytes.size())});
}

} // namespace fern::io
