#include "instrument/scaling_check.h"

#include "curves/formula.h"

#include <fmt/format.h>

namespace fern {

namespace {

void checkFormula(const Channel& c, const std::string& text, const SourceFault& fault)
{
    const auto wanted = parseUnit(unitOf(c))->dimension;
    const auto formula = Formula::parse(text, {std::string(scalingVariable)}, FormulaOf::Reading);
    if (!formula)
        return fault("/formula", formula.error().message);
    const auto made = formula->dimension([](std::string_view) { return Dimension{}; });
    if (!made)
        fault("/formula", made.error().message);
    else if (*made != Dimension{} && *made != wanted)
        fault("/formula", fmt::format("the formula does not give {}", unitOf(c)));
}

void checkOne(const Channel& c, const ScalingSpec& s, const SourceFault& fault)
{
    if (s.kind == ScalingKind::Formula)
        checkFormula(c, s.formula, fault);
    if (s.unit.empty())
        return;
    const auto unit = parseUnit(s.unit);
    if (!unit)
        fault("/unit", unit.error().message);
    else if (unit->dimension != parseUnit(unitOf(c))->dimension)
        fault(
            "/unit", fmt::format("the channel is in {}; this scaling gives {}", unitOf(c), s.unit));
}

bool needsParts(ScalingKind kind)
{
    return kind == ScalingKind::FromParts || kind == ScalingKind::SteinhartHart;
}

} // namespace

void checkScaling(const Channel& c, const SourceFault& fault)
{
    const auto below = [&](const std::string& place) {
        return [&fault, place](const std::string& rest, const std::string& message) {
            fault(place + rest, message);
        };
    };
    checkOne(c, c.scaling, below("/scaling"));
    const bool isThermistor =
        c.source.kind == SourceKind::Analog && c.sensor.kind == SensorKind::Thermistor;
    if (c.scaling.kind == ScalingKind::SteinhartHart && !isThermistor)
        fault("/scaling/kind", "the equation of Steinhart and Hart is one of thermistors");
    for (std::size_t i = 0; i < c.calibrations.size(); ++i) {
        const auto place = fmt::format("/calibrations/{}/result", i);
        checkOne(c, c.calibrations[i].result, below(place));
        if (needsParts(c.calibrations[i].result.kind))
            fault(place + "/kind", "a calibration gives a curve of its own");
    }
}

} // namespace fern
