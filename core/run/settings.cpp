#include "run/settings.h"

#include "base/number_text.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace fern {

namespace {

constexpr std::size_t mostTyped = 9; ///< cells, the point included

bool isDigit(std::string_view name)
{
    return name.size() == 1 && name[0] >= '0' && name[0] <= '9';
}

/// Takes a digit or the point; false when no number within the limits can begin so.
bool type(const Setting& s, std::string& typed, std::string_view cell)
{
    const bool isPoint = cell == ".";
    if (typed.size() >= mostTyped || (isPoint && typed.find('.') != std::string::npos))
        return false;
    const auto next = (isPoint && typed.empty() ? "0" : typed) + std::string(cell);
    if (parseNumber(next).value_or(0) > in(s.most, s.value.unit))
        return false;
    typed = next;
    return true;
}

Hearing hearEntry(const Setting& s, SettingState& state, std::string_view name)
{
    const auto& entry = *s.entry;
    const bool isPoint = !entry.point.empty() && name == entry.point;
    if (isDigit(name) || isPoint)
        return type(s, state.typed, isPoint ? "." : name) ? Hearing::Accepted : Hearing::Refused;
    // With nothing typed, these two may mean something else.
    if (state.typed.empty() || name.empty() || (name != entry.clear && name != entry.confirm))
        return Hearing::NotMeant;
    const double number = entryOf(state);
    state.typed.clear();
    if (name == entry.clear)
        return Hearing::Accepted;
    if (number < in(s.least, s.value.unit) || number > in(s.most, s.value.unit))
        return Hearing::Refused;
    state.value = number;
    return Hearing::Accepted;
}

} // namespace

double entryOf(const SettingState& state)
{
    return state.typed.empty() ? state.value : parseNumber(state.typed).value_or(state.value);
}

Hearing hearSetting(const Setting& s, SettingState& state, std::string_view name)
{
    if (const auto typed = s.entry ? hearEntry(s, state, name) : Hearing::NotMeant;
        typed != Hearing::NotMeant)
        return typed;
    const bool isPreset = name == s.seek && !s.seeking && !s.presets.empty(); // else it seeks
    if (name.empty() || (name != s.up && name != s.down && !isPreset))
        return Hearing::NotMeant;
    const double before = std::exchange(state.value, settingAfter(s, state.value, name));
    return state.value != before ? Hearing::Accepted : Hearing::Refused;
}

double settingAfter(const Setting& s, double value, std::string_view name)
{
    const auto& unit = s.value.unit;
    if (name.empty())
        return value;
    if (name == s.seek && !s.presets.empty()) {
        const auto next = std::upper_bound(s.presets.begin(), s.presets.end(), value);
        return std::clamp(next == s.presets.end() ? s.presets.front() : *next, in(s.least, unit),
            in(s.most, unit));
    }
    return name == s.up  ? settingStepped(s, value, 1)
        : name == s.down ? settingStepped(s, value, -1)
                         : value;
}

double settingStepped(const Setting& s, double value, int by)
{
    const auto& unit = s.value.unit;
    const double least = in(s.least, unit);
    const double most = in(s.most, unit);
    const double step = in(s.step, unit);
    // In whole steps from the least, so that many steps add up to no error.
    const double steps = std::round((value - least) / step) + by;
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
