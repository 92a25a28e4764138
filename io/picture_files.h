#pragma once
// Picture files: PNG, JPEG, BMP, PBM, PGM and PPM in, PNG out.

#include "base/result.h"
#include "picture/rgb_image.h"

#include <QImage>

#include <string>

namespace fern::io {

/// Reads a picture of at most mostPicturePixels. Its size is looked at before it is decoded, so
/// that a small file that claims to be huge takes no memory. What is transparent lies on white.
/// Error says what is there instead.
Result<RgbImage> readPicture(const std::string& path);

/// The same from the bytes of such a file, or from what was copied.
Result<RgbImage> pictureOf(const QByteArray& bytes, const std::string& name);
Result<RgbImage> pictureOf(QImage image);

QImage imageOf(const RgbImage& picture);

/// Writes it as PNG.
Result<void> writePicturePng(const RgbImage& picture, const std::string& path);

} // namespace fern::io
