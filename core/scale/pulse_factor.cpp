#include "scale/pulse_factor.h"

#include <fmt/format.h>

namespace fern {

Result<double> pulsesPerUnit(const CountedAmount& counted, const Unit& unit, bool isRate)
{
    const auto amountUnit = parseUnit(counted.amount.unit);
    if (!amountUnit)
        return amountUnit.error();
    auto wanted = unit.dimension;
    if (isRate)
        ++wanted.second;
    if (amountUnit->dimension != wanted)
        return Error{ErrorCode::InvalidArgument,
            fmt::format("an amount in {} does not give {}{}", counted.amount.unit, unit.name,
                isRate ? ": it must be what goes by, such as a distance for a speed" : ""),
            ""};
    const double amount = toSi(counted.amount.value, *amountUnit);
    if (!(amount > 0 && counted.pulses > 0))
        return Error{ErrorCode::InvalidArgument, "the pulses and the amount must be above 0", ""};
    return toSi(1, unit) * counted.pulses / amount;
}

std::string usualAmountUnit(const Unit& unit, bool isRate)
{
    for (const auto* name : {"m", "L", "kg", "Wh", "count"})
        if (pulsesPerUnit({1, {1, name}}, unit, isRate))
            return name;
    return {};
}

double countedRelative(double pulses)
{
    return 1 / pulses;
}

} // namespace fern
