#pragma once
// The colours of what keeps the processor, a bus or a panel busy.

#include "app/look/tokens.h"
#include "run/records.h"

namespace fern::app {

/// Returns the colour of an activity in the present look.
QColor activityColour(BusyWith with);

} // namespace fern::app
