#include "instrument/device_edits.h"

#include <array>

#include <fmt/format.h>

namespace fern {

std::string_view usualName(DeviceKind kind)
{
    constexpr std::array<std::string_view, deviceKindWords.size()> names{"Remote control",
        "Label scanner", "Satellite receiver", "Line sender", "Radio", "Computer"};
    return names[static_cast<std::size_t>(kind)];
}

void dropUnheard(Instrument& in, std::string_view device)
{
    if (device.empty() || !channelsOf(in, device).empty())
        return;
    std::erase_if(in.devices, [&](const auto& d) { return d->id == device; });
    for (auto& scenario : in.scenarios) {
        Scenario copy = *scenario;
        if (std::erase_if(copy.faults, [&](const FaultSpec& f) { return f.device == device; }) > 0)
            scenario = std::make_shared<const Scenario>(std::move(copy));
    }
    std::erase_if(in.decisions, [place = fmt::format("/devices/{}", device)](const auto& d) {
        return d->place == place || d->place.starts_with(place + "/");
    });
}

} // namespace fern
