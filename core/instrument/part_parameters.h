#pragma once
// Every figure of a part as a row that can be shown and edited, found through the same description
// that reads and writes the file: what the file can say, the sheet can change.

#include "base/result.h"
#include "instrument/instrument.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

enum class ParameterKind {
    Text,
    Number,
    Quantity,
    Choice, ///< one of `choices`
    Flag, ///< "yes" or "no"
    Untold, ///< a whole group that nobody has told; any text begins it with usual figures
};

struct Parameter {
    std::string path; ///< into the part: "load/active"
    std::string group; ///< heading: "Draws", "Bus A"; empty for the part itself
    std::string label; ///< "active"
    ParameterKind kind = ParameterKind::Text;
    std::string text; ///< the value for people: "45 mA"
    std::vector<std::string> choices;
    std::vector<std::string> choiceWords; ///< of each choice, for people
    std::optional<PinRole> pinRole; ///< of the line whose pin this is
    std::string typical; ///< of the class in the catalogue; empty when it says nothing
    std::string source; ///< of that: "standard", "common practice", "typical of the class"
};

/// Returns the parameters in the order of the file; what leads to another part or to a pin offers
/// those that fit. Left out are pins of a board, which the strip of pins shows, and the bus a part
/// hangs on, which is changed by withPartOnBus().
std::vector<Parameter> parametersOf(const Instrument& in, const Part& part);

/// Sets one parameter from what a maker types. Error says what is accepted; nothing has changed.
Result<Instrument> withParameter(
    const Instrument& in, std::string_view part, std::string_view path, std::string_view text);

} // namespace fern
