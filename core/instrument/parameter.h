#pragma once
// One figure of a part or a source as a row that can be shown and edited.

#include "parts/pin_spec.h"

#include <optional>
#include <string>
#include <vector>

namespace fern {

enum class ParameterKind {
    Text,
    LongText, ///< such as a formula: it wants a line of its own
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

/// Makes it a choice with one more value.
void offer(Parameter& row, const std::string& value, const std::string& words);
/// Lets a choice have its present value too, even where that leads nowhere.
void offerItself(Parameter& row);

} // namespace fern
