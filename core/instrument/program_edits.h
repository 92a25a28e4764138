#pragma once
// Edits of the firmware's program. Each writes the whole program into the file, as the loop visits
// it, and returns the changed instrument; an error says why it cannot be.

#include "base/result.h"
#include "instrument/instrument.h"
#include "instrument/parameter.h"

#include <string_view>
#include <vector>

namespace fern {

/// Returns the tasks in the order of the loop, those that the file does not name included. What a
/// device tells is heard when it comes, and is no task.
std::vector<ProgramTask> wholeProgram(const Instrument& in);

/// Returns the figures of a task, and the interval of what it is of. Empty when the task is not
/// there.
std::vector<Parameter> taskParameters(const Instrument& in, std::string_view task);
Result<Instrument> withTaskParameter(
    const Instrument& in, std::string_view task, std::string_view path, std::string_view text);

/// Lets a task stand at a place of the loop, 0 the first; beyond its ends at the end.
Result<Instrument> withTaskAt(const Instrument& in, std::string_view task, int place);
/// Lets a task stand where another one stands, which makes room for it.
Result<Instrument> withTaskMoved(const Instrument& in, std::string_view task, std::string_view to);
/// Adds a line, a wait, a save or a sleep behind all others, to the program of a board; a save goes
/// with its channel. The others are there by themselves.
Result<Instrument> withNewTask(const Instrument& in, std::string_view board, TaskDoes does);
/// Takes one of those away.
Result<Instrument> withoutTask(const Instrument& in, std::string_view task);

// Of a board; an empty id is the first one:
/// Says how its firmware is run. Error where it has no room for an interpreter.
Result<Instrument> withRuntime(const Instrument& in, std::string_view board, Runtime runtime);
/// Says how long its loop waits at the end of each turn.
Result<Instrument> withLoopWait(const Instrument& in, std::string_view board, const Quantity& wait);

/// The serial port of its lines.
std::vector<Parameter> serialParameters(const Instrument& in, std::string_view board);
Result<Instrument> withSerialParameter(
    const Instrument& in, std::string_view board, std::string_view path, std::string_view text);

/// What a setting switches between: its id, and the names of the modes. Without names there are
/// none, and every task is run always.
std::vector<Parameter> modesParameters(const Instrument& in);
Result<Instrument> withModesParameter(
    const Instrument& in, std::string_view path, std::string_view text);

/// Lets a display be redrawn when it is due, so often.
Result<Instrument> withRedrawEvery(
    const Instrument& in, std::string_view display, const Quantity& every);
/// Takes every blocking wait out of the loop.
Result<Instrument> withoutWaits(const Instrument& in);

/// Forgets tasks of what is not there any more.
void dropLostTasks(Instrument& in);

} // namespace fern
