#pragma once
// Draws a page from the texts of its readers.

#include "glass/mono_frame.h"
#include "screens/spec.h"

#include <functional>
#include <string>

namespace fern {

/// Draws every field onto a dark frame. `textOf` gives the text of a field that shows a value, by
/// its place on the page.
void drawPage(MonoFrame& frame, const Page& page,
    const std::function<std::string(std::size_t field)>& textOf);

/// The pixels that a field may cover.
struct Box {
    int x = 0, y = 0, width = 0, height = 0;

    bool operator==(const Box&) const = default;
};

/// Returns the box of a field whose text has `cells` characters.
Box fieldBox(const Field& field, int cells);

/// Returns the number of glyphs that a redraw of the page draws, for values of `cellsOf`
/// characters.
int glyphCount(const Page& page, const std::function<int(std::size_t field)>& cellsOf);

} // namespace fern
