#include "world/lane_events.h"

#include "base/split.h"
#include "world/device.h"

namespace fern {

std::vector<std::string> keysDown(const std::vector<LaneEvent>& events, double seconds)
{
    const auto* event = eventAt(events, seconds);
    if (event == nullptr)
        return {};
    const auto press = pressOf(event->what);
    if (seconds >= event->at + std::max(shortPress, press.seconds))
        return {};
    std::vector<std::string> keys;
    if (press.key.size() > 1)
        for (const auto& key : splitAt(press.key, '+'))
            keys.push_back(key);
    if (keys.size() < 2 || std::find(keys.begin(), keys.end(), "") != keys.end())
        return {press.key};
    return keys;
}

} // namespace fern
