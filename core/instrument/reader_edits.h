#pragma once
// How a reader is written beside its own form: other units, and names of ranges.

#include "base/result.h"
#include "instrument/instrument.h"
#include "instrument/parameter.h"

namespace fern {

/// Returns the figures of its other units and of its ranges, of a time whether it is rounded; empty
/// while it has none.
std::vector<Parameter> formParameters(const Instrument& in, std::string_view reader);
/// Sets one of them from what a maker types. Error says what is accepted; nothing has changed.
Result<Instrument> withFormParameter(
    const Instrument& in, std::string_view reader, std::string_view path, std::string_view text);

/// Adds another unit: a usual one by a code where there are codes, else by size the one that is a
/// thousand times as large. Error where the reader writes no number, or there is no such unit.
Result<Instrument> withFormAdded(const Instrument& in, std::string_view reader);
/// Takes the last one away; without any the reader has its own unit only.
Result<Instrument> withoutForm(const Instrument& in, std::string_view reader);

/// Adds a range above the last one, the first at the begin of the wish, and writes names.
Result<Instrument> withRangeAdded(const Instrument& in, std::string_view reader);
/// Takes the last one away; without any the reader writes its number again.
Result<Instrument> withoutRange(const Instrument& in, std::string_view reader);

} // namespace fern
