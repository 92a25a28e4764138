#include "instrument/program_edits.h"

#include "instrument/describe.h"
#include "instrument/edits.h"
#include "instrument/figures.h"
#include "instrument/ids.h"
#include "instrument/loops.h"
#include "instrument/source_parameters.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

bool isThere(const Instrument& in, const ProgramTask& task)
{
    switch (task.does) {
    case TaskDoes::Sample:
    case TaskDoes::Save:
        return findById(in.channels, task.of) != nullptr;
    case TaskDoes::Redraw:
        return findById(in.displays, task.of) != nullptr;
    case TaskDoes::Drive:
        return findById(in.outputs, task.of) != nullptr;
    case TaskDoes::Print:
    case TaskDoes::Wait:
    case TaskDoes::Sleep:
        break;
    }
    return true;
}

std::string freeTaskId(const std::vector<ProgramTask>& program, std::string_view wanted)
{
    const auto slug = slugOf(wanted);
    auto id = slug;
    for (int number = 2; std::any_of(program.begin(), program.end(),
             [&](const ProgramTask& task) { return task.id == id; });
         ++number)
        id = fmt::format("{}-{}", slug, number);
    return id;
}

std::vector<ProgramTask>::iterator find(std::vector<ProgramTask>& program, std::string_view id)
{
    return std::find_if(
        program.begin(), program.end(), [&](const ProgramTask& task) { return task.id == id; });
}

/// Where the interval of what a task is of stands; empty where the task has its own.
constexpr std::string_view intervalPath(TaskDoes does)
{
    return does == TaskDoes::Sample ? "sampleEvery"
        : does == TaskDoes::Redraw  ? "redrawEvery"
        : does == TaskDoes::Drive   ? "every"
                                    : "";
}

constexpr std::string_view digitsPath = "digitsEvery"; ///< of a display

/// The figures of what a task is of.
std::vector<Parameter> figuresOf(const Instrument& in, const ProgramTask& task)
{
    switch (task.does) {
    case TaskDoes::Sample:
        return sourceParameters(in, *findById(in.channels, task.of), SourceSide::Firmware);
    case TaskDoes::Redraw:
        return rowsOf(*findById(in.displays, task.of));
    case TaskDoes::Drive:
        return rowsOf(*findById(in.outputs, task.of));
    case TaskDoes::Print:
    case TaskDoes::Wait:
    case TaskDoes::Save:
    case TaskDoes::Sleep:
        break;
    }
    return {};
}

std::string labelOf(const Parameter& row)
{
    if (row.path == "when")
        return "run";
    if (row.path == "sends")
        return "sent";
    if (row.path == digitsPath)
        return "digits every";
    if (row.path == "only")
        return "in modes";
    if (row.path == "to")
        return "heard as";
    if (row.path == "wokenBy")
        return "also woken by";
    if (row.path == "startUpDraw")
        return "draws meanwhile";
    if (row.path == "core" || row.path == "board")
        return row.path;
    if (row.path == "piece")
        return "bytes a piece";
    if (row.path == "time")
        return "for";
    if (row.path == "bytes")
        return "bytes";
    if (row.path == "startUp")
        return "starts in";
    if (row.path == "life")
        return "writes a place bears";
    if (row.path == "places")
        return "places in turn";
    return row.path == "of" ? "channel" : "every";
}

Result<Instrument> withInterval(
    const Instrument& in, const ProgramTask& task, std::string_view path, std::string_view text)
{
    if (task.does == TaskDoes::Sample)
        return withSourceParameter(in, task.of, path, text);
    if (task.does == TaskDoes::Redraw) {
        const auto display = withFigure(*findById(in.displays, task.of), path, text);
        return display ? withDisplay(in, *display) : Result<Instrument>(display.error());
    }
    auto output = withFigure(*findById(in.outputs, task.of), path, text);
    if (!output)
        return output.error();
    Instrument out = in;
    for (auto& each : out.outputs)
        if (each->id == task.of)
            each = std::make_shared<const Output>(*output);
    return accepted(std::move(out));
}

Result<Instrument> withProgram(const Instrument& in, std::vector<ProgramTask> program)
{
    Instrument out = in;
    out.timing.program = std::move(program);
    return accepted(std::move(out));
}

} // namespace

std::vector<ProgramTask> wholeProgram(const Instrument& in)
{
    const auto& named = in.timing.program;
    std::vector<ProgramTask> whole;
    const auto add = [&](TaskDoes does, const std::string& of) {
        if (std::any_of(named.begin(), named.end(),
                [&](const ProgramTask& task) { return task.does == does && task.of == of; }))
            return;
        ProgramTask task;
        task.does = does;
        task.of = of;
        const auto word = taskDoesWords[static_cast<std::size_t>(does)];
        auto taken = whole;
        taken.insert(taken.end(), named.begin(), named.end());
        task.id = freeTaskId(taken, fmt::format("{} {}", word, of));
        whole.push_back(std::move(task));
    };
    for (const auto& channel : in.channels)
        if (!isTold(channel->source.kind))
            add(TaskDoes::Sample, channel->id);
    for (const auto& display : in.displays)
        add(TaskDoes::Redraw, display->id);
    for (const auto& output : in.outputs)
        add(TaskDoes::Drive, output->id);
    whole.insert(whole.end(), named.begin(), named.end());
    return whole;
}

namespace {

bool hearsLines(const Instrument& in)
{
    return std::any_of(in.devices.begin(), in.devices.end(),
        [](const auto& device) { return device->kind == DeviceKind::Lines; });
}

/// Whether a display has bars or histories, beside which its digits can be held.
bool showsBars(const Instrument& in, std::string_view display)
{
    return std::any_of(in.pages.begin(), in.pages.end(), [&](const auto& page) {
        return page->display == display
            && std::any_of(page->fields.begin(), page->fields.end(), [](const Field& field) {
                   return field.traits().hasReader && !isOfDigits(field.kind);
               });
    });
}

/// Whether there is nothing to choose for a figure of a task.
bool isIdle(const Instrument& in, const ProgramTask& task, std::string_view path)
{
    return (path == "board" && boardsOf(in).size() < 2)
        || (path == "core" && coresFor(in, task) < 2) || (path == "only" && !in.timing.modes)
        || (path == "to" && !hearsLines(in)) || (path == "wokenBy" && in.channels.empty());
}

} // namespace

std::vector<Parameter> taskParameters(const Instrument& in, std::string_view id)
{
    auto program = wholeProgram(in);
    const auto task = find(program, id);
    if (task == program.end())
        return {};
    auto rows = rowsOf(*task);
    std::erase_if(rows, [&](const Parameter& row) {
        return row.path == "id" || row.path == "does"
            || (row.path == "of" && task->traits().isByItself) || isIdle(in, *task, row.path);
    });
    for (auto& row : figuresOf(in, *task))
        if ((row.path == intervalPath(task->does) && !isEveryTurn(*task))
            || (row.path == digitsPath && showsBars(in, task->of)))
            rows.push_back(std::move(row));
    for (auto& row : rows)
        row.label = labelOf(row);
    return rows;
}

Result<Instrument> withTaskParameter(
    const Instrument& in, std::string_view id, std::string_view path, std::string_view text)
{
    auto program = wholeProgram(in);
    const auto task = find(program, id);
    if (task == program.end())
        return goneError("task");
    if ((!path.empty() && path == intervalPath(task->does)) || path == digitsPath)
        return withInterval(in, *task, path, text);
    auto set = withFigure(*task, path, text);
    if (!set)
        return set.error();
    *task = *std::move(set);
    return withProgram(in, std::move(program));
}

Result<Instrument> withTaskAt(const Instrument& in, std::string_view id, int place)
{
    auto program = wholeProgram(in);
    const auto task = find(program, id);
    if (task == program.end())
        return goneError("task");
    const auto moved = *task;
    program.erase(task);
    program.insert(program.begin() + std::clamp(place, 0, static_cast<int>(program.size())), moved);
    return withProgram(in, std::move(program));
}

Result<Instrument> withTaskMoved(const Instrument& in, std::string_view id, std::string_view to)
{
    auto program = wholeProgram(in);
    const auto there = find(program, to);
    if (there == program.end())
        return goneError("task");
    return withTaskAt(in, id, static_cast<int>(there - program.begin()));
}

namespace {

/// What grows and is not saved yet, else any that is not; null where all are.
const Channel* firstUnsaved(const Instrument& in)
{
    const Channel* any = nullptr;
    for (const auto& channel : in.channels) {
        const auto& program = in.timing.program;
        if (std::any_of(program.begin(), program.end(), [&](const ProgramTask& task) {
                return task.does == TaskDoes::Save && task.of == channel->id;
            }))
            continue;
        if (channel->source.kind == SourceKind::Pulses
            && channel->source.pulses.gives == PulseGives::Total)
            return channel.get();
        any = any == nullptr ? channel.get() : any;
    }
    return any;
}

} // namespace

Result<Instrument> withNewTask(const Instrument& in, std::string_view board, TaskDoes does)
{
    auto program = wholeProgram(in);
    ProgramTask task;
    task.does = does;
    if (task.traits().isByItself)
        return Error{ErrorCode::InvalidArgument, "the program has every one of them already", ""};
    if (does == TaskDoes::Save) {
        const auto* unsaved = firstUnsaved(in);
        if (unsaved == nullptr)
            return Error{ErrorCode::InvalidArgument,
                in.channels.empty() ? "there is no channel to save" : "every channel is saved", ""};
        task.of = unsaved->id;
        task.every = {300, "s"};
        task.bytes = 4;
    }
    if (const auto boards = boardsOf(in);
        !task.traits().isOf && !board.empty() && !boards.empty() && boards.front()->id != board)
        task.board = board;
    if (does == TaskDoes::Sleep)
        task.time = {10, "s"};
    task.id = freeTaskId(program, taskDoesWords[static_cast<std::size_t>(does)]);
    program.push_back(std::move(task));
    return withProgram(in, std::move(program));
}

Result<Instrument> withoutTask(const Instrument& in, std::string_view id)
{
    auto program = wholeProgram(in);
    const auto task = find(program, id);
    if (task == program.end())
        return goneError("task");
    if (task->traits().isByItself)
        return Error{ErrorCode::InvalidArgument,
            "it goes with what it is for: remove that channel, display or output", ""};
    program.erase(task);
    return withProgram(in, std::move(program));
}

namespace {

/// Sets how a board runs its loop; what is as usual is not written.
Result<Instrument> withLoop(const Instrument& in, std::string_view board, const LoopSpec& loop)
{
    Instrument out = in;
    const auto boards = boardsOf(in);
    if (board.empty() || boards.empty() || boards.front()->id == board) {
        out.timing.loop = loop;
    } else {
        std::erase_if(out.timing.boards, [&](const BoardLoop& other) { return other.id == board; });
        if (loop != LoopSpec{})
            out.timing.boards.push_back({std::string(board), loop});
    }
    return accepted(std::move(out));
}

} // namespace

Result<Instrument> withRuntime(const Instrument& in, std::string_view board, Runtime runtime)
{
    auto loop = loopSpecOf(in, board);
    loop.runtime = runtime;
    return withLoop(in, board, loop);
}

Result<Instrument> withLoopWait(const Instrument& in, std::string_view board, const Quantity& wait)
{
    auto loop = loopSpecOf(in, board);
    loop.loopWait = wait;
    return withLoop(in, board, loop);
}

std::vector<Parameter> serialParameters(const Instrument& in, std::string_view board)
{
    return rowsOf(loopSpecOf(in, board).serial);
}

Result<Instrument> withSerialParameter(
    const Instrument& in, std::string_view board, std::string_view path, std::string_view text)
{
    auto loop = loopSpecOf(in, board);
    auto set = withFigure(loop.serial, path, text);
    if (!set)
        return set.error();
    loop.serial = *std::move(set);
    return withLoop(in, board, loop);
}

std::vector<Parameter> modesParameters(const Instrument& in)
{
    auto rows = rowsOf(in.timing.modes.value_or(ModesSpec{}));
    for (auto& row : rows)
        row.label = row.path == "by" ? "switched by" : "modes";
    return rows;
}

Result<Instrument> withModesParameter(
    const Instrument& in, std::string_view path, std::string_view text)
{
    auto set = withFigure(in.timing.modes.value_or(ModesSpec{}), path, text);
    if (!set)
        return set.error();
    auto modes = *std::move(set);
    Instrument out = in;
    if (modes.by.empty() && !in.settings.empty())
        modes.by = in.settings.front()->id;
    if (findById(in.settings, modes.by) == nullptr)
        return Error{
            ErrorCode::InvalidArgument, fmt::format("there is no setting \"{}\"", modes.by), ""};
    out.timing.modes = namesIn(modes.names).empty() ? std::nullopt : std::optional(modes);
    dropLostTasks(out);
    return accepted(std::move(out));
}

Result<Instrument> withRedrawEvery(
    const Instrument& in, std::string_view display, const Quantity& every)
{
    const auto* there = findById(in.displays, display);
    if (there == nullptr)
        return goneError("display");
    Instrument out = in;
    for (auto& task : out.timing.program)
        if (task.does == TaskDoes::Redraw && task.of == display)
            task.when = TaskWhen::Due;
    Display changed = *there;
    changed.redrawEvery = every;
    return withDisplay(out, changed);
}

Result<Instrument> withoutWaits(const Instrument& in)
{
    Instrument out = in;
    out.timing.loop.loopWait.value = 0;
    for (auto& other : out.timing.boards)
        other.loop.loopWait.value = 0;
    std::erase_if(
        out.timing.program, [](const ProgramTask& task) { return task.does == TaskDoes::Wait; });
    return accepted(std::move(out));
}

namespace {

/// The names of a list that are among others.
std::string knownOf(const std::string& list, const std::vector<std::string>& known)
{
    std::string left;
    for (const auto& name : namesIn(list))
        if (std::find(known.begin(), known.end(), name) != known.end())
            left += (left.empty() ? "" : ", ") + name;
    return left;
}

} // namespace

void dropLostTasks(Instrument& in)
{
    auto& timing = in.timing;
    std::erase_if(timing.program, [&](const ProgramTask& task) { return !isThere(in, task); });
    std::erase_if(timing.boards,
        [&](const BoardLoop& board) { return findById(in.parts, board.id) == nullptr; });
    if (const auto boards = boardsOf(in); !boards.empty())
        std::erase_if(timing.boards, [&](const BoardLoop& board) { // the first is another one now
            const bool isFirst = board.id == boards.front()->id;
            if (isFirst)
                timing.loop = board.loop;
            return isFirst;
        });
    if (timing.modes && findById(in.settings, timing.modes->by) == nullptr)
        timing.modes.reset();
    for (auto& task : timing.program) {
        task.core = std::min(task.core, coresFor(in, task));
        if (findById(in.parts, task.board) == nullptr)
            task.board.clear();
        if (findById(in.devices, task.to) == nullptr)
            task.to.clear();
        if (findById(in.channels, task.wokenBy) == nullptr)
            task.wokenBy.clear();
        task.only = timing.modes ? knownOf(task.only, namesIn(timing.modes->names)) : std::string();
    }
    for (auto& channel : in.channels)
        if (const auto& carries = channel->source.lines.carries;
            !carries.empty() && findById(in.channels, carries) == nullptr) {
            auto changed = *channel;
            changed.source.lines.carries.clear();
            channel = std::make_shared<const Channel>(std::move(changed));
        }
}

} // namespace fern
