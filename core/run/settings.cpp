#include "run/settings.h"

#include <algorithm>
#include <cmath>

namespace fern {

double settingAfter(const Setting& s, double value, std::string_view name)
{
    const auto& unit = s.value.unit;
    const double least = in(s.least, unit);
    const double most = in(s.most, unit);
    const double step = in(s.step, unit);
    if (name.empty())
        return value;
    if (name == s.seek && !s.presets.empty()) {
        const auto next = std::upper_bound(s.presets.begin(), s.presets.end(), value);
        return std::clamp(next == s.presets.end() ? s.presets.front() : *next, least, most);
    }
    if (name != s.up && name != s.down)
        return value;
    // In whole steps from the least, so that many steps add up to no error.
    const double steps = std::round((value - least) / step) + (name == s.up ? 1 : -1);
    const double next = least + steps * step;
    constexpr double slack = 1e-9;
    if (next > most + slack * step)
        return s.wraps ? least : most;
    if (next < least - slack * step)
        return s.wraps ? most : least;
    return next;
}

double stoppedLine(double value, double low, double high, double lowTo, double highTo)
{
    const double share = std::clamp((value - low) / (high - low), 0.0, 1.0);
    return lowTo + share * (highTo - lowTo);
}

double outputOf(const PlainOutput& o, double value)
{
    return stoppedLine(value, o.low, o.high, o.lowOutput, o.highOutput);
}

double pulseOf(const ServoTravel& servo, double degrees)
{
    const double least = inSi(servo.leastPulse);
    return least + degrees / in(servo.travel, "deg") * (inSi(servo.mostPulse) - least);
}

} // namespace fern
