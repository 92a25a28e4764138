// P03: what the firmware believes of a display.

#include "judge/rules/rules.h"

#include "instrument/edits.h"
#include "judge/part_fix.h"

#include <fmt/format.h>

namespace fern {

void checkGlassSize(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& display : in.displays) {
        const auto& part = *findById(in.parts, display->part);
        if (!display->setTo || *display->setTo == GlassSize{part.width, part.height})
            continue;
        const auto set = *display->setTo;
        Finding finding{"P03", Severity::Check, "/displays/" + display->id,
            fmt::format("The driver of {} is set to {}×{}, the glass has {}×{}", display->id,
                set.width, set.height, part.width, part.height),
            "Set too large, part of the picture is never seen; set too small, rows stay dark or "
            "double.",
            "common practice",
            {{fmt::format("Set the driver to {}×{}", part.width, part.height),
                [id = display->id](const Instrument& before) -> Result<Instrument> {
                    const auto* found = findById(before.displays, id);
                    if (found == nullptr)
                        return Error{ErrorCode::NotFound, "the display is gone", ""};
                    Display right = *found;
                    right.setTo.reset();
                    return withDisplay(before, right);
                }}},
            {}};
        if (set.height % 8 == 0 && set.width >= 8 && set.height >= 8)
            finding.fixes.push_back(partFix(
                fmt::format("The glass has {}×{}", set.width, set.height), part.id, [set](Part& p) {
                    p.width = set.width;
                    p.height = set.height;
                }));
        out.push_back(std::move(finding));
    }
}

} // namespace fern
