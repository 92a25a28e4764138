#pragma once
// Which event of a lane stands at an instant.

#include "world/spec.h"

#include <algorithm>
#include <string>
#include <vector>

namespace fern {

constexpr double shortPress = 0.2; ///< seconds that a key is down which nobody holds

/// Returns the last event at or before an instant, or null.
inline const LaneEvent* eventAt(const std::vector<LaneEvent>& events, double seconds)
{
    const auto next = std::upper_bound(events.begin(), events.end(), seconds,
        [](double at, const LaneEvent& e) { return at < e.at; });
    return next == events.begin() ? nullptr : &*(next - 1);
}

/// Returns the keys that are down at an instant: those of the last press, as long as it is held;
/// "1+2 held 0.5" are two at once.
std::vector<std::string> keysDown(const std::vector<LaneEvent>& events, double seconds);

} // namespace fern
