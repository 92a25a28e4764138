#include "instrument/output_edits.h"

#include "base/number_text.h"

#include <algorithm>
#include <array>

namespace fern {

namespace {

struct Ends {
    Quantity low, high;
};

/// The usual ends of each kind.
const std::array<Ends, outputKindWords.size()>& usualEnds()
{
    static const std::array<Ends, outputKindWords.size()> ends{
        {{{1, "ms"}, {2, "ms"}}, {{0, "%"}, {100, "%"}}, {{200, "Hz"}, {2000, "Hz"}},
            {{0, "count"}, {1, "count"}}, {{0, "%"}, {100, "%"}}}};
    return ends;
}

bool becomes(Output& output, std::string_view word)
{
    const auto found = std::find(outputKindWords.begin(), outputKindWords.end(), word);
    if (found == outputKindWords.end())
        return false;
    const auto kind = static_cast<std::size_t>(found - outputKindWords.begin());
    output.kind = static_cast<OutputKind>(kind);
    output.lowOutput = usualEnds()[kind].low;
    output.highOutput = usualEnds()[kind].high;
    output.station.clear();
    if (output.kind == OutputKind::Motor)
        output.sequence = {};
    return true;
}

/// A number with a unit in which the ends of such an output may be.
std::optional<Quantity> inAnotherUnit(const Output& output, std::string_view text)
{
    const auto words = trimmed(text);
    const auto split = words.find_first_not_of("+-0123456789.eE");
    if (split == std::string_view::npos)
        return std::nullopt;
    const auto number = parseNumber(trimmed(words.substr(0, split)));
    const auto unit = parseUnit(trimmed(words.substr(split)));
    if (!number || !unit || unit->dimension == parseUnit(output.lowOutput.unit)->dimension)
        return std::nullopt;
    const bool isAngleOrTime = unit->dimension == parseUnit("deg")->dimension
        || unit->dimension == parseUnit("s")->dimension;
    const bool fits =
        output.kind == OutputKind::Motor || (output.kind == OutputKind::Servo && isAngleOrTime);
    return fits ? std::optional(Quantity{*number, unit->name}) : std::nullopt;
}

} // namespace

bool retype(Output& output, std::string_view path, std::string_view text)
{
    if (path == "kind")
        return becomes(output, text);
    const bool isLow = path == "lowOutput";
    if (!isLow && path != "highOutput")
        return false;
    const auto typed = inAnotherUnit(output, text);
    if (!typed)
        return false;
    if (output.kind == OutputKind::Servo) { // the other end is the usual one in that unit
        const bool isAngle = parseUnit(typed->unit)->dimension == parseUnit("deg")->dimension;
        output.lowOutput = {isAngle ? 0.0 : 1.0, isAngle ? "deg" : "ms"};
        output.highOutput = {isAngle ? 90.0 : 2.0, isAngle ? "deg" : "ms"};
    }
    output.lowOutput.unit = output.highOutput.unit = typed->unit;
    (isLow ? output.lowOutput : output.highOutput).value = typed->value;
    return true;
}

} // namespace fern
