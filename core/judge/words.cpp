#include "judge/words.h"

#include "base/number_text.h"

namespace fern {

std::string valueText(const PlainChannel& channel, double si, int digits)
{
    return significantText(fromSi(si, channel.unit), digits) + " " + prettyUnit(channel.unit.name);
}

std::string differenceText(const PlainChannel& channel, double si, int digits)
{
    return significantText(fromSi(si, channel.unit) - fromSi(0, channel.unit), digits) + " "
        + prettyUnit(channel.unit.name);
}

std::string voltText(double volts)
{
    return significantText(volts, 3) + " V";
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
