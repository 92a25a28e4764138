#pragma once
// Values of a channel as words, in its unit.

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "instrument/resolve.h"

#include <string>

namespace fern {

/// Returns a value, given in SI units, with its unit: "13.02 V", "21.5 °C".
inline std::string valueText(const PlainChannel& channel, double si, int digits)
{
    return valueText(si, channel.unit, digits);
}

/// Returns a value or a difference that is given in the channel's unit, with that unit.
inline std::string inUnitText(const PlainChannel& channel, double value, int digits = 3)
{
    return quantityText(differenceToSi(value, channel.unit), channel.unit, digits);
}

/// Returns a long time in days, a shorter one in hours: "13.9 days", "2.78 h".
inline std::string daysText(double seconds)
{
    constexpr double day = 86400;
    return seconds < 2 * day ? significantText(seconds / 3600, 3) + " h"
                             : significantText(seconds / day, 3) + " days";
}

/// Returns a difference or half width: without the zero shift of a temperature scale.
inline std::string differenceText(const PlainChannel& channel, double si, int digits)
{
    return quantityText(si, channel.unit, digits);
}

} // namespace fern
