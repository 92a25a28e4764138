#include "judge/blanking.h"

#include "run/display_run.h"

namespace fern {

double darkSeconds(const PlainDisplay& display)
{
    const auto& firmware = *display.firmware;
    const auto* paper = std::get_if<PaperSpec>(&firmware.setup().part.shape);
    if (paper != nullptr && paper->partialRefresh.value > 0
        && firmware.strategy() != RedrawStrategy::DirtyBox)
        return inSi(paper->fullRefresh);
    return firmware.strategy() == RedrawStrategy::ClearAndWrite
        ? sendSeconds(display, *display.most, display.busHertz)
        : 0;
}

} // namespace fern
