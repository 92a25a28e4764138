#pragma once
// What a page shows, and where.

#include "glass/metrics.h"
#include "screens/spec.h"

#include <functional>
#include <string>

namespace fern {

/// The text of a field that shows a value, by its place on the page.
using FieldText = std::function<std::string(std::size_t field)>;

/// Returns what a field shows.
std::string textOfField(const Page& page, std::size_t field, const FieldText& textOf);

/// The pixels, cells or digits that a field may cover.
struct Box {
    int x = 0, y = 0, width = 0, height = 0;

    bool operator==(const Box&) const = default;
};

/// Returns the box of a field whose text takes `places` characters.
Box fieldBox(const Field& field, int places, const GlassMetrics& metrics);

/// Returns how high the digits of a field are, in metre.
double digitHeight(const Field& field, const GlassMetrics& metrics);

/// Returns the number of glyphs that a redraw of the page draws, for values of `cellsOf`
/// characters.
int glyphCount(const Page& page, const std::function<int(std::size_t field)>& cellsOf);

} // namespace fern
