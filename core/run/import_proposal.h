#pragma once
// Where the columns of a log from elsewhere go in an instrument, as far as their names say.

#include "instrument/resolve.h"
#include "reading/log_import.h"

namespace fern {

/// Returns where the times of a table come from, as the names and forms of its columns say; without
/// such a column the time from row to row is 0: somebody must say it.
LogTime proposedTime(const LogLook& look);

/// Returns the plan that the names and units of the columns suggest: a column "t", "time",
/// "seconds", "ms" … or of dates gives the time; a column named as a channel, "channel.tap" or as
/// the field of a channel's live source goes there; what a receiver gives goes to the channel that
/// shows it. A log with one column of numbers beside its time goes to `channel`.
ImportPlan proposeImport(
    const LogLook& look, const PlainInstrument& instrument, std::size_t channel);

/// Error when nothing is taken, a channel gets two columns at one tap, or a unit does not fit.
Result<void> checkImport(const ImportPlan& plan, const PlainInstrument& instrument);

} // namespace fern
