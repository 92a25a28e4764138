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

} // namespace fern
