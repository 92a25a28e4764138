#pragma once
// A field put to an edge or to the middle of the glass, or of another field.

#include "screens/draw_page.h"

namespace fern {

enum class FieldAlign { Left, Centre, Right, Top, Middle, Bottom };
inline constexpr Words<6> fieldAlignWords{"left", "centre", "right", "top", "middle", "bottom"};

/// Returns the field, whose box is given, where it stands so in a frame; it begins nowhere left of
/// the glass nor above it.
Field aligned(Field field, const Box& box, const Box& frame, FieldAlign align);

} // namespace fern
