#pragma once
// The program of the firmware in words and figures, and what limits it.

#include "judge/facts.h"
#include "run/records.h"
#include "signal/csv.h"

#include <string>
#include <vector>

namespace fern {

/// A task of a loop as a row.
struct TaskRow {
    std::string id; ///< of the task
    TaskDoes does = TaskDoes::Wait;
    std::string words; ///< "redraw helm"
    std::string when; ///< "every 500 ms", "in every turn"
    double seconds = 0; ///< of the processor, at most each time
    double share = 0; ///< of its time, at most
    std::size_t loop = 0; ///< that runs it
    std::vector<std::size_t> modes{}; ///< in which it is run; empty: in all

    bool operator==(const TaskRow&) const = default;
};

/// Returns the tasks in the order of the loop; `plain` is the instrument resolved, or what it was
/// before the last edits: tasks that it does not have yet are left out.
std::vector<TaskRow> taskRows(const Instrument& instrument, const PlainInstrument& plain);

/// Returns what keeps the processor, a bus or a panel busy: "sends helm, 26 ms".
std::string activityText(const PlainInstrument& instrument, const BusyRecord& busy);

/// Returns stretches as rows: from, to, in seconds of the run, and what.
TextTable activityTable(
    const PlainInstrument& instrument, const std::vector<BusyRecord>& stretches);

/// Returns what keeps it busy, as a cause: "a redraw of helm".
std::string causeText(const PlainInstrument& instrument, BusyWith with, std::size_t index);

/// Returns what the program can do at most, each figure with what limits it: a turn of the loop,
/// the pulses that it counts, the redraws, the oldest number of each display.
std::vector<Fact> timingLimits(const PlainInstrument& instrument);

} // namespace fern
