#pragma once
// What the pages of a display show now, or would show when something is the matter.

#include "run/display_run.h"
#include "run/run_history.h"

namespace fern {

enum class PageTrial {
    Now,
    Least, ///< every value at the lower end of its wish
    Most,
    Stale, ///< nothing new has come for long
    Invalid, ///< samples come, and have no value
    NotYet, ///< nothing has come since power-on
    Alarm, ///< what has limits is beyond them
    Night, ///< as little light as dimming and day plan bring
};
inline constexpr Words<8> pageTrialWords{
    "now", "least", "most", "stale", "no value", "not yet", "alarm", "night"};

/// What the run knows of a channel now.
LatestValue latestOf(const RunHistory& history, std::size_t channel);

/// Returns how a reader is written now.
ReaderState stateNow(
    const PlainInstrument& instrument, const RunHistory& history, std::size_t reader, Ticks now);

/// Returns the least light that a display is ever dimmed to, as a share of all that it has.
double leastLight(const PlainDisplay& display);

/// Returns what a page shows in a trial other than now.
PageContent triedContent(const PlainInstrument& instrument, const PlainDisplay& display,
    const PlainPage& page, PageTrial trial);

} // namespace fern
