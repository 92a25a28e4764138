#pragma once
// What a page shows, and where.

#include "glass/metrics.h"
#include "screens/field_content.h"

#include <functional>
#include <string>

namespace fern {

/// The pixels, cells or digits that a field may cover.
struct Box {
    int x = 0, y = 0, width = 0, height = 0;

    bool operator==(const Box&) const = default;
};

/// Returns the box of a field; the text of one that has no size takes `places` characters.
Box fieldBox(const Field& field, int places, const GlassMetrics& metrics);

/// Returns how high the digits of a field are, in metre.
double digitHeight(const Field& field, const GlassMetrics& metrics);

/// Returns the number of glyphs that a redraw of the page draws, for values of `cellsOf`
/// characters; what is no text counts as the glyphs of 8 × 8 pixels that cover it.
int glyphCount(const Page& page, const GlassMetrics& metrics,
    const std::function<int(std::size_t field)>& cellsOf);

} // namespace fern
