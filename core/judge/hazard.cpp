#include "judge/hazard.h"

#include <algorithm>
#include <cmath>

namespace fern {

Hazard hazardOf(const PlainChannel& channel)
{
    constexpr double wet = 60; // volt, DC
    constexpr double dry = 120;
    if (channel.unit.dimension != parseUnit("V")->dimension)
        return Hazard::None;
    const double most = std::max(std::fabs(channel.from), std::fabs(channel.to));
    return most > dry ? Hazard::Always : most > wet ? Hazard::WhereWet : Hazard::None;
}

} // namespace fern
