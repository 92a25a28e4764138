#pragma once
// Pictures of a glass as text: portable bitmaps and pixmaps.

#include "glass/face.h"

#include <string>

namespace fern {

/// Returns a grid as a portable bitmap (P1): 1 is what shows something.
std::string asBitmap(const GlassPicture& picture);

/// Returns a grid as a portable pixmap (P3) in the colours of its levels.
std::string asPixmap(const GlassPicture& picture);

} // namespace fern
