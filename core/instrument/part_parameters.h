#pragma once
// Every figure of a part as a row that can be shown and edited, found through the same description
// that reads and writes the file: what the file can say, the sheet can change.

#include "base/result.h"
#include "instrument/instrument.h"
#include "instrument/parameter.h"

#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// Returns the parameters in the order of the file; what leads to another part or to a pin offers
/// those that fit. Left out are pins of a board, which the strip of pins shows, and the bus a part
/// hangs on, which is changed by withPartOnBus().
std::vector<Parameter> parametersOf(const Instrument& in, const Part& part);

/// Sets one parameter from what a maker types. Error says what is accepted; nothing has changed.
Result<Instrument> withParameter(
    const Instrument& in, std::string_view part, std::string_view path, std::string_view text);

} // namespace fern
