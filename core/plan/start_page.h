#pragma once
// The page that a new channel begins with.

#include "glass/metrics.h"
#include "screens/spec.h"
#include "text/spec.h"

namespace fern {

/// Returns the characters that fit side by side in the narrowest lettering.
int mostCharacters(const GlassMetrics& metrics);

/// Returns a page with a title, where there is room, and under it the value as large as the glass
/// allows. Where the title does not tell the unit and there is room behind the number, it is
/// written there.
Page startPage(const GlassMetrics& metrics, std::string_view display, std::string_view name,
    const std::string& unit, TextSpec& text);

} // namespace fern
