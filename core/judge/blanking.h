#pragma once
// How long a display is dark with each redraw.

#include "instrument/resolve.h"

namespace fern {

constexpr double flickerSeconds = 0.01; ///< dark for longer is seen as a flicker (common practice)
constexpr double rareSeconds = 30; ///< between two redraws, beyond which nobody minds

/// Returns the seconds for which a redraw leaves the glass dark, at most: from its clear until all
/// is written, or while paper that could do it partially refreshes all; 0 where it never is. Liquid
/// crystal follows in a tenth of a second, so that a short one is not seen.
double darkSeconds(const PlainDisplay& display);

} // namespace fern
