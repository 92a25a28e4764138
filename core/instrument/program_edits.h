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
/// Adds a line, a wait, a save or a sleep behind all others. The others are there by themselves.
Result<Instrument> withNewTask(const Instrument& in, TaskDoes does);
/// Takes one of those away.
Result<Instrument> withoutTask(const Instrument& in, std::string_view task);

/// Says how the firmware is run. Error on a board that has no room for an interpreter.
Result<Instrument> withRuntime(const Instrument& in, Runtime runtime);

/// The serial port of the lines.
std::vector<Parameter> serialParameters(const Instrument& in);
Result<Instrument> withSerialParameter(
    const Instrument& in, std::string_view path, std::string_view text);

/// Lets a display be redrawn when it is due, so often.
Result<Instrument> withRedrawEvery(
    const Instrument& in, std::string_view display, const Quantity& every);
/// Takes every blocking wait out of the loop.
Result<Instrument> withoutWaits(const Instrument& in);

/// Forgets tasks of what is not there any more.
void dropLostTasks(Instrument& in);

} // namespace fern
