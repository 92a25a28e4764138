#pragma once
// What a display gives away that a wrong number may come from.

#include "judge/findings.h"

namespace fern {

/// Returns those of the findings that are about the firmware of a display that shows the channel.
std::vector<const Finding*> glassFindings(
    const PlainInstrument& plain, std::size_t channel, const std::vector<Finding>& findings);

} // namespace fern
