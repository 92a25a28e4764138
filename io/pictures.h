#pragma once
// The glass as a picture.

#include "base/result.h"
#include "glass/mono_frame.h"

#include <QImage>

#include <string>

namespace fern::io {

/// Returns the frame with each pixel as zoom × zoom dots (1 … 64), lit and dark as given.
QImage pictureOf(const MonoFrame& frame, int zoom, QRgb lit, QRgb dark);

/// Writes the frame as PNG in the colours of the simulated glass.
Result<void> writeGlassPng(const MonoFrame& frame, int zoom, const std::string& path);

} // namespace fern::io
