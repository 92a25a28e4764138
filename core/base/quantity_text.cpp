#include "base/quantity_text.h"

#include "base/number_text.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

std::string withUnit(const std::string& number, const Unit& unit)
{
    const auto name = prettyUnit(unit.name);
    return name.empty() ? number : number + " " + name;
}

} // namespace

std::string quantityText(double si, const Unit& unit, int digits)
{
    const auto readable = readableUnit(unit, si);
    return withUnit(significantText(differenceFromSi(si, readable), digits), readable);
}

std::string valueText(double si, const Unit& unit, int digits)
{
    return unit.shift == 0 ? quantityText(si, unit, digits)
                           : withUnit(significantText(fromSi(si, unit), digits), unit);
}

std::string quantitiesText(double from, double to, const Unit& unit, int digits)
{
    const auto readable = readableUnit(unit, std::max(std::fabs(from), std::fabs(to)));
    return fmt::format("{} … {}", significantText(differenceFromSi(from, readable), digits),
        withUnit(significantText(differenceFromSi(to, readable), digits), readable));
}

std::string hoursText(double seconds)
{
    return significantText(seconds / 3600, 3) + " h";
}

std::string countText(long long count, std::string_view word)
{
    return fmt::format("{} {}{}", count, word, count == 1 ? "" : "s");
}

std::string voltText(double volts, int digits)
{
    return quantityText(volts, *parseUnit("V"), digits);
}

std::string voltsText(double from, double to, int digits)
{
    return quantitiesText(from, to, *parseUnit("V"), digits);
}

std::string ampereText(double amperes, int digits)
{
    return quantityText(amperes, *parseUnit("A"), digits);
}

std::string ohmText(double ohms, int digits)
{
    return quantityText(ohms, *parseUnit("ohm"), digits);
}

std::string hertzText(double hertz, int digits)
{
    return quantityText(hertz, *parseUnit("Hz"), digits);
}

std::string wattText(double watts, int digits)
{
    return quantityText(watts, *parseUnit("W"), digits);
}

} // namespace fern
