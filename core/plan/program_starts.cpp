#include "plan/program_starts.h"

#include "instrument/edits.h"
#include "instrument/program_edits.h"

#include <array>

namespace fern {

namespace {

/// The whole program with every task when it is due, sent at once, without lines and waits.
Instrument bare(const Instrument& in)
{
    Instrument out = in;
    out.timing.loop.loopWait.value = 0;
    for (auto& other : out.timing.boards)
        other.loop.loopWait.value = 0;
    std::erase_if(
        out.timing.program, [](const ProgramTask& task) { return !task.traits().isByItself; });
    for (auto& task : out.timing.program) {
        task.when = TaskWhen::Due;
        task.sends = Sending::AtOnce;
    }
    out.timing.program = wholeProgram(out);
    return out;
}

template <class Change> Result<Instrument> withRedraws(const Instrument& in, Change change)
{
    auto out = bare(in);
    for (auto& task : out.timing.program)
        if (task.does == TaskDoes::Redraw)
            change(task);
    return accepted(std::move(out));
}

Result<Instrument> whenDue(const Instrument& in)
{
    return accepted(bare(in));
}

Result<Instrument> onChange(const Instrument& in)
{
    return withRedraws(in, [](ProgramTask& task) { task.when = TaskWhen::Changed; });
}

Result<Instrument> inPieces(const Instrument& in)
{
    return withRedraws(in, [](ProgramTask& task) { task.sends = Sending::InPieces; });
}

Result<Instrument> inBackground(const Instrument& in)
{
    return withRedraws(in, [](ProgramTask& task) { task.sends = Sending::Background; });
}

Result<Instrument> redrawEveryTurn(const Instrument& in)
{
    return withRedraws(in, [](ProgramTask& task) { task.when = TaskWhen::EveryTurn; });
}

Result<Instrument> waitAtTheEnd(const Instrument& in)
{
    const auto drawn = redrawEveryTurn(in);
    return drawn ? withNewTask(*drawn, "", TaskDoes::Wait) : drawn;
}

Result<Instrument> printEveryTurn(const Instrument& in)
{
    auto printing = withNewTask(bare(in), "", TaskDoes::Print);
    return printing ? withTaskParameter(*printing, printing->timing.program.back().id, "when",
               taskWhenWords[static_cast<std::size_t>(TaskWhen::EveryTurn)])
                    : printing;
}

constexpr std::array starts{
    ProgramStart{"each when it is due",
        "Nothing waits but for the bus; what comes meanwhile is late by a redraw at most.", true,
        whenDue},
    ProgramStart{"redraws in pieces",
        "Between two pieces everything else has its turn; the picture is a little later.", true,
        inPieces},
    ProgramStart{"redraws in the background",
        "The processor goes on while the frame is sent, where its bus can do that.", true,
        inBackground},
    ProgramStart{"redraws on change", "Nothing is sent while nothing changes.", true, onChange},
    ProgramStart{"redraws in every turn",
        "The display is as fast as it can, and everything else waits for it.", false,
        redrawEveryTurn},
    ProgramStart{"a wait at the end", "100 ms in which no pin is looked at, and no button is seen.",
        false, waitAtTheEnd},
    ProgramStart{"a line in every turn", "The loop goes at the pace of the serial port.", false,
        printEveryTurn},
};

} // namespace

std::span<const ProgramStart> programStarts()
{
    return starts;
}

} // namespace fern
