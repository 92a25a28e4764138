#include "judge/glass_findings.h"

#include "judge/age.h"

#include <algorithm>
#include <array>

namespace fern {

std::vector<const Finding*> glassFindings(
    const PlainInstrument& plain, std::size_t channel, const std::vector<Finding>& findings)
{
    constexpr std::array<std::string_view, 6> ofFirmware{"D07", "D12", "D13", "D15", "P03", "T03"};
    std::vector<const Finding*> found;
    for (const auto& finding : findings) {
        const auto isAbout = [&](const PlainDisplay& display) {
            const auto place = "/displays/" + display.id;
            return (finding.place == place || finding.place.starts_with(place + "/"))
                && shows(plain, display, channel);
        };
        if (std::find(ofFirmware.begin(), ofFirmware.end(), finding.rule) != ofFirmware.end()
            && std::any_of(plain.displays.begin(), plain.displays.end(), isAbout))
            found.push_back(&finding);
    }
    return found;
}

} // namespace fern
