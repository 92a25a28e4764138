#pragma once
// A field put to an edge or to the middle of the glass.

#include "glass/metrics.h"
#include "screens/draw_page.h"

namespace fern {

enum class FieldAlign { Left, Centre, Right, Top, Middle, Bottom };
inline constexpr Words<6> fieldAlignWords{"left", "centre", "right", "top", "middle", "bottom"};

/// Returns the field where its box stands so on the glass; one that is larger begins at the edge.
Field aligned(Field field, const Box& box, const GlassMetrics& metrics, FieldAlign align);

} // namespace fern
