#pragma once
// What the file says about the program of the firmware: a loop that visits its tasks in order, one
// for each board, and for each core that has tasks.

#include "base/archive.h"

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace fern {

/// What a task of the program does.
enum class TaskDoes {
    Sample, ///< a channel
    Redraw, ///< a display
    Drive, ///< an output
    Print, ///< a line over the serial port
    Wait, ///< nothing, for a time
    Save, ///< a channel's number into memory that keeps it without power
    Sleep, ///< switched off but for the clock, or a pin, that wakes it
};
constexpr std::size_t taskKinds = 7;
inline constexpr Words<taskKinds> taskDoesWords{
    "sample", "redraw", "drive", "print", "wait", "save", "sleep"};

/// When a task is run.
enum class TaskWhen {
    Due, ///< on the grid of its interval
    EveryTurn, ///< of the loop
    Changed, ///< the same, but only where something that it shows has a new value
};
inline constexpr Words<3> taskWhenWords{"when due", "every turn", "on change"};

/// How a redraw reaches its display.
enum class Sending {
    AtOnce, ///< the loop waits until all is sent
    InPieces, ///< some bytes in each turn of the loop
    Background, ///< the processor goes on meanwhile
};
inline constexpr Words<3> sendingWords{"at once", "in pieces", "in the background"};

struct TaskTraits {
    bool isByItself; ///< every program has one for each that it can be of
    bool isOf; ///< a channel, a display or an output
    bool hasWhen; ///< else it is run in every turn, or when it is due
    bool isAlways; ///< without a when: in every turn
    bool hasInterval; ///< of its own; a display and an output have theirs
    bool hasTime, hasBytes, hasSending, wears, sleeps;
};
/// In the order of TaskDoes.
inline constexpr std::array<TaskTraits, taskKinds> taskTraits{{
    {true, true, true, false, false, false, false, false, false, false},
    {true, true, true, false, false, false, false, true, false, false},
    {true, true, false, false, false, false, false, false, false, false},
    {false, false, true, false, true, false, true, false, false, false},
    {false, false, false, true, false, true, false, false, false, false},
    {false, true, true, false, true, false, true, false, true, false},
    {false, false, false, true, false, true, false, false, false, true},
}};
constexpr const TaskTraits& traitsOf(TaskDoes does)
{
    return taskTraits[static_cast<std::size_t>(does)];
}

/// A task, in its place of the loop.
struct ProgramTask {
    std::string id;
    TaskDoes does = TaskDoes::Wait;
    std::string of; ///< id of the channel, display or output
    TaskWhen when = TaskWhen::Due;
    std::string board; ///< id; empty: of what it is of, else the first
    int core = 1; ///< that runs it
    std::string only; ///< modes in which it is run, apart by commas; empty: in all
    std::string to; ///< of a line: the device as which another board hears it; empty: nobody
    std::string wokenBy; ///< of a sleep: a channel whose events end it too; empty: only the clock
    Quantity every{1, "s"}; ///< from one line, or save, to the next
    Quantity time{100, "ms"}; ///< waited, or asleep
    Quantity startUp{0.3, "s"}; ///< from waking until the loop goes on, a network joined
    Quantity startUpDraw{0, "mA"}; ///< meanwhile, beside what the parts draw: of a radio that joins
    int bytes = 20; ///< of a line, its end included, or of what is saved
    int life = 100'000; ///< writes that a place of the memory bears
    int places = 1; ///< that are written in turn
    Sending sends = Sending::AtOnce;
    int piece = 64; ///< bytes that are sent in a turn, at least a whole transfer

    const TaskTraits& traits() const { return traitsOf(does); }
    bool operator==(const ProgramTask&) const = default;
};

/// Whether a task is run in every turn of the loop, which is never idle then.
inline bool isEveryTurn(const ProgramTask& task)
{
    return task.traits().hasWhen ? task.when == TaskWhen::EveryTurn : task.traits().isAlways;
}

template <class Archive> void describe(Archive& a, ProgramTask& t)
{
    a.text("id", t.id);
    a.choice("does", t.does, taskDoesWords);
    const auto& traits = t.traits();
    if (traits.isOf)
        a.text("of", t.of);
    else
        a.optionalText("board", t.board);
    a.optionalInteger("core", t.core, 1, 1, 2);
    a.optionalText("only", t.only);
    if (t.does == TaskDoes::Print)
        a.optionalText("to", t.to);
    if (traits.sleeps)
        a.optionalText("wokenBy", t.wokenBy);
    if (t.does == TaskDoes::Sample) // older files do not say
        a.optionalChoice("when", t.when, taskWhenWords);
    else if (traits.hasWhen)
        a.choice("when", t.when, taskWhenWords);
    if (traits.hasInterval && t.when == TaskWhen::Due)
        a.quantity("every", t.every, "s", {0.001, 86400});
    if (traits.hasTime)
        a.quantity("time", t.time, "s", traits.sleeps ? Range{0.001, 7 * 86400} : Range{0, 60});
    if (traits.sleeps) {
        a.quantity("startUp", t.startUp, "s", {0, 600});
        a.optionalQuantity("startUpDraw", t.startUpDraw, "A", {0, 10});
    }
    if (traits.hasBytes)
        a.integer("bytes", t.bytes, 1, 1000);
    if (traits.hasSending)
        a.optionalChoice("sends", t.sends, sendingWords);
    if (traits.hasSending && t.sends == Sending::InPieces)
        a.integer("piece", t.piece, 1, 65536);
    if (traits.wears) {
        a.integer("life", t.life, 1, 2'000'000'000);
        a.integer("places", t.places, 1, 1'000'000);
    }
    if (!Archive::isReading)
        return;
    if (t.does == TaskDoes::Print && t.when == TaskWhen::Changed)
        a.failAt("when", "a line is printed when it is due, or in every turn");
    if (t.does == TaskDoes::Sample && t.when == TaskWhen::Changed)
        a.failAt("when", "a channel is sampled when it is due, or in every turn");
    if (t.does == TaskDoes::Save && t.when == TaskWhen::EveryTurn)
        a.failAt("when", "a number is saved when it is due, or on change");
}

/// The serial port that lines are printed to. What finds no room in its buffer is waited for.
struct SerialOut {
    int baud = 9600;
    int bufferBytes = 64;

    bool operator==(const SerialOut&) const = default;
};

template <class Archive> void describe(Archive& a, SerialOut& s)
{
    a.integer("baud", s.baud, 300, 4000000);
    a.integer("bufferBytes", s.bufferBytes, 0, 65536);
}

/// How the firmware is run.
enum class Runtime {
    Compiled,
    Interpreted, ///< from its source, on the board; where it has room for that
};
inline constexpr Words<2> runtimeWords{"compiled", "interpreted"};

/// How a board runs its loop.
struct LoopSpec {
    Runtime runtime = Runtime::Compiled;
    Quantity loopWait{0, "ms"}; ///< blocking wait at the end of each turn of the loop
    SerialOut serial;

    bool operator==(const LoopSpec&) const = default;
};

template <class Archive> void describeLoop(Archive& a, LoopSpec& l)
{
    a.optionalChoice("runtime", l.runtime, runtimeWords);
    a.quantity("loopWait", l.loopWait, "s", {0, 60});
    if (Archive::isReading ? a.has("serial") : l.serial != SerialOut{})
        a.object("serial", l.serial);
}

/// The same of a board that is not the first.
struct BoardLoop {
    std::string id; ///< of the board
    LoopSpec loop;

    bool operator==(const BoardLoop&) const = default;
};

template <class Archive> void describe(Archive& a, BoardLoop& b)
{
    a.text("id", b.id);
    describeLoop(a, b.loop);
}

/// What a control switches between: tasks can be run in some modes only.
struct ModesSpec {
    std::string by; ///< id of the setting; each of its steps is a mode
    std::string names; ///< from its least on, apart by commas

    bool operator==(const ModesSpec&) const = default;
};

template <class Archive> void describe(Archive& a, ModesSpec& m)
{
    a.text("by", m.by);
    a.text("names", m.names);
}

struct TimingSpec {
    LoopSpec loop; ///< of the first board
    std::vector<BoardLoop> boards; ///< others, that differ from what is usual
    std::optional<ModesSpec> modes;
    /// What is not named here stands before it, in the order of the file: channels, displays,
    /// outputs; each when it is due.
    std::vector<ProgramTask> program;
    Extras extras;

    bool operator==(const TimingSpec&) const = default;
};

template <class Archive> void describe(Archive& a, TimingSpec& t)
{
    describeLoop(a, t.loop);
    a.optionalList("boards", t.boards);
    a.optionalObject("modes", t.modes);
    a.optionalList("program", t.program);
    a.extras(t.extras);
}

} // namespace fern
