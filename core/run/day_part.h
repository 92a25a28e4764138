#pragma once
// The part of the day that counts for a display.

#include "run/reader_text.h"

#include <functional>
#include <optional>
#include <vector>

namespace fern {

using ValueOf = std::function<LatestValue(std::size_t channel)>;

/// Returns the minute of the day by the clock of a display's day plan; none while it has no time.
std::optional<int> minuteOfDay(const PlainDisplay& display, const ValueOf& valueOf);

/// Returns the part of its day plan that counts for a display at a minute of the day; null without
/// a plan, and while the minute is not known.
const PlainDayPart* dayPartAt(const PlainDisplay& display, std::optional<int> minute);
/// The same by the clock of the plan.
const PlainDayPart* dayPartOf(const PlainDisplay& display, const ValueOf& valueOf);

/// Returns the pages that are turned in a part of the day; without one all of the display's.
const std::vector<std::size_t>& turnedIn(const PlainDisplay& display, const PlainDayPart* part);

} // namespace fern
