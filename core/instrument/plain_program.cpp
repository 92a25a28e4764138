#include "instrument/plain_program.h"

#include "instrument/loops.h"

#include <algorithm>

namespace fern {

namespace {

std::vector<std::string> idsOf(const PlainInstrument& in, TaskDoes does)
{
    std::vector<std::string> ids;
    switch (does) {
    case TaskDoes::Sample:
    case TaskDoes::Save:
        for (const auto& channel : in.channels)
            ids.push_back(channel.id);
        break;
    case TaskDoes::Redraw:
        for (const auto& display : in.displays)
            ids.push_back(display.id);
        break;
    case TaskDoes::Drive:
        for (const auto& output : in.outputs)
            ids.push_back(output.spec.id);
        break;
    case TaskDoes::Print:
    case TaskDoes::Wait:
    case TaskDoes::Sleep:
        break;
    }
    return ids;
}

} // namespace

namespace {

std::size_t loopOf(const PlainInstrument& plain, const Instrument& in, const ProgramTask& task)
{
    const auto board = boardIdOf(in, task);
    const auto own = loopAt(plain.loops, board, task.core);
    return plain.loops[own].board == board ? own : loopAt(plain.loops, board, 1);
}

std::vector<std::size_t> modesOf(const PlainInstrument& plain, const ProgramTask& task)
{
    std::vector<std::size_t> modes;
    const auto& all = plain.modes.names;
    for (const auto& name : namesIn(task.only))
        if (const auto found = std::find(all.begin(), all.end(), name); found != all.end())
            modes.push_back(static_cast<std::size_t>(found - all.begin()));
    return modes;
}

std::optional<std::size_t> channelNamed(const PlainInstrument& plain, const std::string& id)
{
    const auto index = indexOf(plain.channels, id);
    return id.empty() || index == plain.channels.size() ? std::nullopt : std::optional(index);
}

PlainTask plainTask(const PlainInstrument& plain, const Instrument& in, const ProgramTask& spec)
{
    const auto ids = idsOf(plain, spec.does);
    PlainTask task;
    task.spec = spec;
    task.of = static_cast<std::size_t>(std::find(ids.begin(), ids.end(), spec.of) - ids.begin());
    task.every = ticksFromSeconds(inSi(spec.every));
    task.waits = ticksFromSeconds(inSi(spec.time));
    task.startUp = spec.traits().sleeps ? ticksFromSeconds(inSi(spec.startUp)) : Ticks{};
    task.startUpAmpere = spec.traits().sleeps ? inSi(spec.startUpDraw) : 0;
    task.loop = loopOf(plain, in, spec);
    task.modes = modesOf(plain, spec);
    task.wokenBy = channelNamed(plain, spec.wokenBy);
    for (std::size_t i = 0; i < plain.devices.size(); ++i)
        if (!spec.to.empty() && plain.devices[i].spec->id == spec.to)
            task.to = i;
    return task;
}

/// The lines of a board that another one hears come as often as they are printed, and tell what is
/// true there.
void addMessages(PlainInstrument& plain)
{
    for (const auto& task : plain.program)
        if (task.to)
            for (const auto index : plain.devices[*task.to].channels) {
                auto& channel = plain.channels[index];
                channel.carried = channelNamed(plain, channel.source.lines.carries);
                if (channel.carried)
                    channel.lane = plain.channels[*channel.carried].lane;
                if (!isEveryTurn(task.spec))
                    channel.sampleEvery = task.every;
            }
}

} // namespace

void addProgram(PlainInstrument& plain, const Instrument& in)
{
    plain.loops = plainLoops(in);
    if (const auto& modes = in.timing.modes)
        if (const auto* setting = findById(in.settings, modes->by))
            for (std::size_t i = 0; i < in.settings.size(); ++i)
                if (in.settings[i].get() == setting)
                    plain.modes = {i, namesIn(modes->names)};
    const auto& named = in.timing.program;
    for (const auto does : {TaskDoes::Sample, TaskDoes::Redraw, TaskDoes::Drive})
        for (const auto& id : idsOf(plain, does))
            if (std::none_of(named.begin(), named.end(),
                    [&](const ProgramTask& task) { return task.does == does && task.of == id; })) {
                ProgramTask spec;
                spec.does = does;
                spec.of = id;
                plain.program.push_back(plainTask(plain, in, spec));
            }
    for (const auto& spec : named)
        plain.program.push_back(plainTask(plain, in, spec));
    for (const auto& task : plain.program) {
        // What a device tells is heard by an interrupt, and no task keeps a loop for it.
        plain.loops[task.loop].hasTasks |=
            task.spec.does != TaskDoes::Sample || !isTold(plain.channels[task.of].source.kind);
        if (task.spec.does == TaskDoes::Sample)
            plain.channels[task.of].loop = task.loop;
        else if (task.spec.does == TaskDoes::Redraw)
            plain.displays[task.of].loop = task.loop;
        else if (task.spec.does == TaskDoes::Drive)
            plain.outputs[task.of].loop = task.loop;
    }
    plain.loops.front().hasTasks = true;
    for (auto& channel : plain.channels)
        channel.timerTick = timerTickOf(plain.loops[channel.loop].processor);
    addMessages(plain);
}

const PlainTask& redrawTaskOf(const PlainInstrument& in, const PlainDisplay& display)
{
    return *std::find_if(in.program.begin(), in.program.end(), [&](const PlainTask& task) {
        return task.spec.does == TaskDoes::Redraw && task.spec.of == display.id;
    });
}

const PlainTask& sampleTaskOf(const PlainInstrument& in, const PlainChannel& channel)
{
    return *std::find_if(in.program.begin(), in.program.end(), [&](const PlainTask& task) {
        return task.spec.does == TaskDoes::Sample && task.spec.of == channel.id;
    });
}

} // namespace fern
