#include "judge/words.h"

#include "base/number_text.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

std::string valueText(const PlainChannel& channel, double si, int digits)
{
    return significantText(fromSi(si, channel.unit), digits) + " " + prettyUnit(channel.unit.name);
}

std::string inUnitText(const PlainChannel& c, double value, int digits)
{
    const auto unit = prettyUnit(c.unit.name);
    return significantText(value, digits) + (unit.empty() ? "" : " " + unit);
}

std::string differenceText(const PlainChannel& channel, double si, int digits)
{
    return significantText(differenceFromSi(si, channel.unit), digits) + " "
        + prettyUnit(channel.unit.name);
}

namespace {

struct VoltUnit {
    double scale;
    const char* name;
};
/// The prefix that reads best for a voltage of that size.
VoltUnit voltUnit(double size)
{
    constexpr double least = 0.1; // of a unit; below, the next prefix reads better
    if (size >= least || size == 0 || std::isnan(size))
        return {1, "V"};
    return size >= least * 1e-3 ? VoltUnit{1e3, "mV"}
        : size >= least * 1e-6  ? VoltUnit{1e6, "µV"}
                                : VoltUnit{1e9, "nV"};
}

} // namespace

std::string voltText(double volts, int digits)
{
    const auto unit = voltUnit(std::fabs(volts));
    return fmt::format("{} {}", significantText(volts * unit.scale, digits), unit.name);
}

std::string voltsText(double from, double to, int digits)
{
    const auto unit = voltUnit(std::max(std::fabs(from), std::fabs(to)));
    return fmt::format("{} … {} {}", significantText(from * unit.scale, digits),
        significantText(to * unit.scale, digits), unit.name);
}

std::string milliampereText(double ampere)
{
    return significantText(ampere * 1e3, 3) + " mA";
}

std::string ohmText(double ohm)
{
    const double scale = ohm < 1e3 ? 1 : ohm < 1e6 ? 1e3 : 1e6;
    return significantText(ohm / scale, 3) + (scale == 1 ? " Ω" : scale == 1e3 ? " kΩ" : " MΩ");
}

} // namespace fern
