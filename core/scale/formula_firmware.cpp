#include "scale/formula_firmware.h"

#include "base/c_text.h"

#include <algorithm>
#include <map>
#include <vector>

#include <fmt/format.h>

namespace fern {

namespace {

using Asked = std::pair<std::string, FormulaAsks>;

/// Identifiers of what is asked, each one different.
std::map<Asked, std::string> parametersOf(const Formula& formula)
{
    std::map<Asked, std::string> names;
    std::vector<std::string> taken;
    for (const auto& asked : formula.asked()) {
        const auto& question = formulaQuestions[static_cast<std::size_t>(asked.second)];
        const auto plain = identifierInC(asked.first) + std::string(question.suffix);
        auto name = plain;
        for (int i = 2; std::find(taken.begin(), taken.end(), name) != taken.end(); ++i)
            name = fmt::format("{}_{}", plain, i);
        taken.push_back(name);
        names.emplace(asked, name);
    }
    return names;
}

} // namespace

std::string formulaForFirmware(
    const Formula& formula, NumberKind kind, std::string_view name, const Unit& unit)
{
    const bool single = kind == NumberKind::Float32;
    const auto* real = single ? "float" : "double";
    const auto id = identifierInC(name);
    const auto number = [=](double value) { return numberInC(value, single); };
    const auto names = parametersOf(formula);
    const FormulaInC c{single, id + "_", number, [&](std::string_view variable, FormulaAsks asks) {
                           return names.at({std::string(variable), asks});
                       }};
    std::string parameters;
    for (const auto& asked : formula.asked())
        parameters += fmt::format("{}{} {}", parameters.empty() ? "" : ", ", real, names.at(asked));
    const double perUnit = fromSi(1, unit) - fromSi(0, unit);
    const double zero = fromSi(0, unit);
    auto value = formula.inC(c);
    if (perUnit != 1)
        value = fmt::format("{} * {}", value, number(perUnit));
    if (zero != 0)
        value += " + " + number(zero);
    return fmt::format("/* {} = {}, in {}; parameters in SI units */\n#include <math.h>\n",
               commentInC(name), commentInC(formula.text()), unit.name)
        + formula.helpersInC(c)
        + fmt::format("static {} {}_made_of({})\n{{\n    return {};\n}}\n", real, id,
            parameters.empty() ? "void" : parameters, value);
}

} // namespace fern
