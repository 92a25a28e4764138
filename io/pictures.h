#pragma once
// What is seen of a display as an image.

#include "base/result.h"
#include "glass/face.h"

#include <QImage>

#include <string>

namespace fern::io {

/// Returns a picture with each of its pixels as zoom × zoom dots (1 … 64), cells with a gap of one
/// pixel between them; a glass of outlines with 2 · zoom dots to a millimetre.
QImage imageOf(const GlassPicture& picture, int zoom);

/// Returns how many times wider than high a picture is.
double widthOverHeight(const GlassFace& face);

/// Returns a picture as large as it can be within a number of dots: pixels as whole dots, all
/// alike, as long as there is room for one each.
QImage imageWithin(const GlassPicture& picture, QSize dots);

/// Writes such an image as PNG.
Result<void> writeGlassPng(const GlassPicture& picture, int zoom, const std::string& path);

} // namespace fern::io
