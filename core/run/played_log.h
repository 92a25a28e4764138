#pragma once
// A log sent again: its own lines, at the times that they tell.

#include "run/stand_in.h"

namespace fern {

/// How long it is from one line to the next where a log tells no times.
constexpr double untimedSeconds = 0.1;

/// Makes a stand-in that sends the lines of a log as they stand. The times come from the sentences
/// of a receiver, or from the column of a table whose name or form says that it holds them; the
/// first one is the begin. A line without a time, or with one that lies before the line above it,
/// is sent together with that. A log without any times is sent evenly, a line every
/// `everySeconds`.
std::unique_ptr<StandIn> playedLog(std::string text, double everySeconds = untimedSeconds);

} // namespace fern
