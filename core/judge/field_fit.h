#pragma once
// Whether the lettering of a field fits where it stands.

#include "instrument/resolve.h"
#include "screens/draw_page.h"

#include <optional>

namespace fern {

/// Returns the places that a field takes: of a value its reader's width, of page dots the dots or
/// what stands for them, else its text's; on digits without the point.
int placesOf(const PlainInstrument& instrument, const PlainDisplay& display, const Field& field);

/// Returns what people see of a field: what it reads, its text, or its id.
std::string nameOfField(const Field& field);

/// Returns whether a field of so many places stays on the glass.
bool fitsGlass(const Field& field, int places, const PlainDisplay& display);

/// Returns whether a field of so many places stays clear of the others of its page.
bool isClear(const PlainInstrument& instrument, const PlainDisplay& display, const Page& page,
    const Field& field, int places);

/// Returns the box of what a field draws where it is fullest: without the blank rows and columns of
/// its lettering. Empty where it draws nothing.
Box inkBox(const PlainInstrument& instrument, const PlainDisplay& display, const Field& field);

/// Returns whether two fields of a page draw over one another where they are fullest.
bool collide(const PlainInstrument& instrument, const PlainDisplay& display, const Field& one,
    const Field& other);

/// Returns the field at the first place, row by row, where it is clear of the others of its page;
/// nothing where there is none.
std::optional<Field> atClearPlace(
    const PlainInstrument& instrument, const PlainDisplay& display, const Page& page, Field field);

/// Returns the field in every font and at every scale up to `mostScale`; cells and digits have one
/// lettering.
std::vector<Field> letterings(const Field& field, const GlassMetrics& metrics, int mostScale);

/// Returns the lettering for people: "12x24 ×2".
std::string letteringText(const Field& field);

} // namespace fern
