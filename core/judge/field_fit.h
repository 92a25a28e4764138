#pragma once
// Whether the lettering of a field fits where it stands.

#include "instrument/resolve.h"
#include "screens/draw_page.h"

namespace fern {

/// Returns the cells that a field takes: of a value its reader's width, of a label its text's.
int cellsOf(const PlainInstrument& instrument, const Field& field);

/// Returns whether a field of so many cells stays on the glass.
bool fitsGlass(const Field& field, int cells, const PlainDisplay& display);

/// Returns whether a field of so many cells stays clear of the others of its page.
bool isClear(const PlainInstrument& instrument, const Page& page, const Field& field, int cells);

/// Returns the field in every font and at every scale up to `mostScale`.
std::vector<Field> letterings(const Field& field, int mostScale);

/// Returns the lettering for people: "12x24 ×2".
std::string letteringText(const Field& field);

} // namespace fern
