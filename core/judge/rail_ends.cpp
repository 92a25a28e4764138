#include "judge/rail_ends.h"

#include "run/channel_run.h"

#include <cmath>

namespace fern {

RailEnd railEnd(const PlainChannel& c, double code)
{
    const auto converter = converterOf(c);
    if (code <= static_cast<double>(converter.bottomCode()))
        return RailEnd::Bottom;
    return code >= static_cast<double>(converter.topCode()) ? RailEnd::Top : RailEnd::None;
}

bool isWishedEnd(const PlainChannel& c, double code)
{
    const double near = 2 * converterOf(c).stepCodes();
    return std::fabs(code - static_cast<double>(nominalCode(c, c.from))) <= near
        || std::fabs(code - static_cast<double>(nominalCode(c, c.to))) <= near;
}

} // namespace fern
