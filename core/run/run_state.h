#pragma once
// The state of a run. A copy of it goes on from the same instant, and meets the same.

#include "base/cloned.h"
#include "des/event_queue.h"
#include "run/board_memory.h"
#include "run/tasks/task.h"
#include "world/converter_schedule.h"

#include <cstdint>
#include <map>
#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace fern {

struct RunEvent {
    enum class Kind {
        Look, ///< the loop `task` begins a turn; `part` is its number
        TaskEnd, ///< the processor is done with a task
        Happens, ///< something of a task itself
    };
    Kind kind = Kind::Look;
    std::size_t task = 0;
    int part = 0; ///< of the task's own events
};

/// A place of the loop.
struct LoopPlace {
    std::size_t task = 0;
    bool isEveryTurn = false; ///< else when it is due
    std::optional<std::size_t> program{}; ///< its place there, which says in which modes it is run
};

/// The loop of a processor, or of one of its cores: it visits its tasks in order, and runs those
/// that are due.
struct Loop {
    std::vector<LoopPlace> order;
    Ticks turn; ///< an idle turn, its wait included
    Ticks firstIdleLook; ///< of the idle turns since the last task
    std::size_t next = 0; ///< place in the turn that is under way
    Ticks lookAt = maxTicks; ///< the next turn that is not idle begins; maxTicks: none is planned
    bool isInTurn = false; ///< a turn is under way
    Ticks turnBegan{}; ///< that one
    int look = 0; ///< number of that look: those that were planned before do not count
};

struct RunState {
    std::shared_ptr<const PlainInstrument> instrument;
    BoardMemory memory;
    std::vector<ConverterSchedule> converters; ///< of modules
    std::vector<Cloned<Task>> program; ///< the channels come first
    std::vector<std::size_t> loopOf; ///< of each task
    std::vector<Loop> loops;
    EventQueue<RunEvent> queue{};
    bool isWoken = false; ///< a task has become due earlier than it was
    Ticks now{};
    std::vector<std::uint64_t> redraws{}; ///< completed ones of each display
    std::map<std::string, Ticks, std::less<>>
        serialFree{}; ///< when the buffer of the serial port of a board is empty
    std::map<std::string, Ticks, std::less<>>
        busFree{}; ///< when what is sent beside the loop is done
};

} // namespace fern
