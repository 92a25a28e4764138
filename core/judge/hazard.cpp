#include "judge/hazard.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace fern {

Hazard hazardOf(const PlainChannel& channel)
{
    if (!channel.isAnalog() || channel.unit.dimension != parseUnit("V")->dimension)
        return Hazard::None;
    const bool swings = channel.from < 0 && channel.to > 0;
    const double wet = swings ? 25 * std::numbers::sqrt2 : 60; // volt
    const double dry = swings ? 50 * std::numbers::sqrt2 : 120;
    const double most = std::max(std::fabs(channel.from), std::fabs(channel.to));
    return most > dry ? Hazard::Always : most > wet ? Hazard::WhereWet : Hazard::None;
}

} // namespace fern
