#include "io/picture_files.h"

#include "io/files.h"

#include <QBuffer>
#include <QImageReader>
#include <QPainter>

#include <algorithm>
#include <array>

#include <fmt/format.h>

namespace fern::io {

namespace {

constexpr std::size_t mostFileBytes = 100'000'000;

Error wrongPicture(std::string message, const std::string& name)
{
    return {ErrorCode::Malformed, std::move(message), name};
}

Result<void> checkSize(QSize size, const std::string& name)
{
    if (size.width() > longestPictureSide || size.height() > longestPictureSide
        || static_cast<qint64>(size.width()) * size.height() > mostPicturePixels)
        return Error{ErrorCode::TooLarge,
            fmt::format(
                "a picture has at most {} million pixels and {} a side; this one has {} × {}",
                mostPicturePixels / 1'000'000, longestPictureSide, size.width(), size.height()),
            name};
    return {};
}

} // namespace

Result<RgbImage> pictureOf(QImage image)
{
    if (image.isNull() || image.width() < 1 || image.height() < 1)
        return wrongPicture("there is no picture", "");
    if (const auto right = checkSize(image.size(), ""); !right)
        return right.error();
    if (image.hasAlphaChannel()) {
        QImage ground(image.size(), QImage::Format_RGB32);
        ground.fill(Qt::white);
        QPainter(&ground).drawImage(0, 0, image);
        image = ground;
    }
    image = image.convertToFormat(QImage::Format_RGB888);
    RgbImage picture(image.width(), image.height());
    for (int y = 0; y < image.height(); ++y) {
        const auto* line = image.constScanLine(y);
        for (int x = 0; x < image.width(); ++x)
            picture.at(x, y) = {line[3 * x], line[3 * x + 1], line[3 * x + 2]};
    }
    return picture;
}

Result<RgbImage> pictureOf(const QByteArray& bytes, const std::string& name)
{
    if (bytes.isEmpty())
        return wrongPicture("the file is empty", name);
    QBuffer buffer;
    buffer.setData(bytes);
    buffer.open(QIODevice::ReadOnly);
    QImageReader reader(&buffer);
    reader.setDecideFormatFromContent(true);
    reader.setAutoTransform(true);
    const auto format = reader.format();
    constexpr std::array<const char*, 7> known{"png", "jpeg", "jpg", "bmp", "pbm", "pgm", "ppm"};
    if (std::none_of(known.begin(), known.end(), [&](const char* one) { return format == one; }))
        return wrongPicture("this is no picture in PNG, JPEG, BMP, PBM, PGM or PPM", name);
    if (!reader.size().isValid())
        return wrongPicture("the picture does not say its size", name);
    if (const auto right = checkSize(reader.size(), name); !right)
        return right.error();
    auto image = reader.read();
    if (image.isNull())
        return wrongPicture(
            "the picture cannot be read: " + reader.errorString().toStdString(), name);
    auto picture = pictureOf(std::move(image));
    return picture ? std::move(picture) : wrongPicture(picture.error().message, name);
}

Result<RgbImage> readPicture(const std::string& path)
{
    const auto file = readFile(path, mostFileBytes);
    if (!file)
        return file.error();
    return pictureOf(
        QByteArray::fromRawData(file->data(), static_cast<qsizetype>(file->size())), path);
}

QImage imageOf(const RgbImage& picture)
{
    QImage image(picture.width, picture.height, QImage::Format_RGB32);
    for (int y = 0; y < picture.height; ++y) {
        auto* line = reinterpret_cast<QRgb*>(image.scanLine(y));
        for (int x = 0; x < picture.width; ++x) {
            const auto& pixel = picture.at(x, y);
            line[x] = qRgb(pixel.red, pixel.green, pixel.blue);
        }
    }
    return image;
}

Result<void> writePicturePng(const RgbImage& picture, const std::string& path)
{
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    if (!imageOf(picture).save(&buffer, "PNG"))
        return Error{ErrorCode::Malformed, "the picture cannot be written as PNG", path};
    return writeFileAtomically(
        path, std::string_view(bytes.constData(), static_cast<std::size_t>(bytes.size())));
}

} // namespace fern::io
