#pragma once
// What a new field of a page begins with.

#include "base/result.h"
#include "instrument/instrument.h"

#include <string_view>

namespace fern {

/// Returns whether a display can show fields of a kind.
bool canShow(const Instrument& in, std::string_view display, FieldKind kind);

/// Returns a field of that kind for a page: it shows what the page shows already, or the first
/// reader of the instrument, over the range that is wished, at the first place where it is clear of
/// the other fields, else at the top left corner. Error where the page is gone or there is no
/// reader.
Result<Field> newField(const Instrument& in, std::string_view page, FieldKind kind);

} // namespace fern
