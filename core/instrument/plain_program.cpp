#include "instrument/plain_program.h"

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

std::vector<PlainTask> plainProgram(
    const PlainInstrument& in, const std::vector<ProgramTask>& named)
{
    std::vector<PlainTask> program;
    for (const auto does : {TaskDoes::Sample, TaskDoes::Redraw, TaskDoes::Drive}) {
        const auto ids = idsOf(in, does);
        for (std::size_t i = 0; i < ids.size(); ++i) {
            if (std::any_of(named.begin(), named.end(), [&](const ProgramTask& task) {
                    return task.does == does && task.of == ids[i];
                }))
                continue;
            PlainTask task;
            task.spec.does = does;
            task.spec.of = ids[i];
            task.of = i;
            program.push_back(std::move(task));
        }
    }
    for (const auto& spec : named) {
        const auto ids = idsOf(in, spec.does);
        const auto of = std::find(ids.begin(), ids.end(), spec.of) - ids.begin();
        program.push_back({spec, static_cast<std::size_t>(of), ticksFromSeconds(inSi(spec.every)),
            ticksFromSeconds(inSi(spec.time)),
            spec.traits().sleeps ? ticksFromSeconds(inSi(spec.startUp)) : Ticks{}});
    }
    return program;
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
