#pragma once
// The part of a display: one line for each kind.

#include "glass/display_spec.h"
#include "glass/parts/glass_part.h"

namespace fern {

/// Returns the display as it is when it is switched on, seen as it is built in. The address is that
/// of its I²C bus, where it has one.
std::unique_ptr<GlassPart> makeGlassPart(const DisplaySpec& spec, int address);

} // namespace fern
