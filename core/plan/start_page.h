#pragma once
// The page that a new channel begins with.

#include "glass/metrics.h"
#include "screens/spec.h"
#include "text/spec.h"

namespace fern {

/// Returns the characters that fit side by side in the narrowest lettering.
int mostCharacters(const GlassMetrics& metrics);

/// Gives a text that a display shows marks that its digits can form, and words that fit it.
void suitGlass(TextSpec& text, const GlassMetrics& metrics);

/// Returns after how many seconds a reader calls a new channel's value old: a code stays until the
/// next one, a number may miss two of its instants, of `pace` seconds.
double usualStaleAfter(bool isCode, double pace);

/// What a page begins with.
struct StartContent {
    std::string_view name;
    std::string unit;
    bool isAmount = false; ///< how full or how far something is: a bar says it at a glance
    bool hasHistory = false; ///< the display is redrawn often enough for one
    double least = 0, most = 0; ///< ends of a bar or history; alike where there is none
};

/// Returns a page with a title, where there is room, and under it the value as large as the glass
/// allows; on a large glass a bar or a history below. Where the title does not tell the unit and
/// there is room behind the number, it is written there.
Page startPage(const GlassMetrics& metrics, std::string_view display, const StartContent& content,
    TextSpec& text);

} // namespace fern
