#pragma once
// Which board, and which of its cores, runs what, and in which modes.

#include "instrument/instrument.h"
#include "instrument/resolve.h"

#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// Returns the names in a list that is written with commas, without blanks around them.
std::vector<std::string> namesIn(std::string_view list);

/// Returns the boards of an instrument, in the order of its parts.
std::vector<const Part*> boardsOf(const Instrument& in);

/// Returns the id of the board that runs a task; empty where there is no board.
std::string boardIdOf(const Instrument& in, const ProgramTask& task);

/// Returns how many cores the board has that runs a task.
int coresFor(const Instrument& in, const ProgramTask& task);

/// Returns how a board runs its loop; an empty id is the first board.
const LoopSpec& loopSpecOf(const Instrument& in, std::string_view board);

/// Returns the loops of all boards, each core by itself; one where there is no board.
std::vector<PlainLoop> plainLoops(const Instrument& in);

/// Returns the place of a board's loop; that of the first where it has none.
std::size_t loopAt(const std::vector<PlainLoop>& loops, std::string_view board, int core);

/// Returns the instrument weighed in one mode: displays that are not redrawn in it have no pages.
PlainInstrument inMode(const PlainInstrument& in, std::size_t mode);

/// Returns the mode of a value of its setting; 0 where there are none.
std::size_t modeAt(const PlainInstrument& in, double settingValue);

} // namespace fern
