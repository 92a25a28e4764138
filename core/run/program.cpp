#include "run/program.h"

#include "run/tasks/derived_task.h"
#include "run/tasks/device_task.h"
#include "run/tasks/downlink_task.h"
#include "run/tasks/motor_task.h"
#include "run/tasks/output_task.h"
#include "run/tasks/print_task.h"
#include "run/tasks/recorded_task.h"
#include "run/tasks/redraw_task.h"
#include "run/tasks/save_task.h"
#include "run/tasks/seek_task.h"
#include "run/tasks/sleep_task.h"
#include "run/tasks/told_task.h"
#include "run/tasks/wait_task.h"

#include <algorithm>

namespace fern {

namespace {

std::shared_ptr<const Capture> recordingOf(
    const PlainChannel& channel, const Recordings& recordings)
{
    if (recordings)
        for (const auto& recording : *recordings)
            if (recording.channel == channel.id)
                return {recordings, &recording};
    return nullptr;
}

Cloned<Task> channelTask(
    std::size_t index, const PlainInstrument& instrument, const RunOptions& options)
{
    const auto& channel = instrument.channels[index];
    const auto kind = channel.source.kind;
    const bool isMadeHere = traitsOf(kind).way == SourceWay::Board;
    if (options.isLive && !isMadeHere) {
        if (isTold(kind))
            return std::make_unique<ToldTask>(index, instrument);
        return std::make_unique<ChannelTask>(index, instrument);
    }
    if (auto recording = recordingOf(channel, options.recordings))
        return std::make_unique<RecordedTask>(index, instrument, std::move(recording));
    if (options.holdsRemembered && remembersEverything(channel))
        return std::make_unique<ChannelTask>(index, instrument);
    if (isTold(kind))
        return std::make_unique<ToldTask>(index, instrument);
    // Without a recording and without a lane there is nothing to sample.
    if (!channel.hasWorld())
        return std::make_unique<ChannelTask>(index, instrument);
    if (kind == SourceKind::Derived)
        return std::make_unique<DerivedTask>(index, instrument, options.start);
    if (auto source = makeSampledSource(channel, instrument, options.start))
        return std::make_unique<SourceTask>(index, instrument, options.start, std::move(source));
    return std::make_unique<AnalogTask>(index, instrument, options.start);
}

Cloned<Task> outputTask(
    std::size_t index, const PlainInstrument& instrument, const RunOptions& options)
{
    const auto& output = instrument.outputs[index];
    if (output.station)
        return std::make_unique<DownlinkTask>(index, instrument, options.start);
    if (output.spec.kind == OutputKind::Motor)
        return std::make_unique<MotorTask>(index, instrument, options.start);
    return std::make_unique<OutputTask>(index, instrument, options.start);
}

/// A device speaks when the scenario says something about one of its channels.
bool speaks(const PlainDevice& device, const PlainInstrument& instrument)
{
    return std::any_of(device.channels.begin(), device.channels.end(),
        [&](std::size_t channel) { return instrument.channels[channel].hasWorld(); });
}

} // namespace

namespace {

/// Where the tasks of one kind stand among all.
struct Begins {
    std::size_t displays = 0, outputs = 0;
};

Cloned<Task> loopTask(std::size_t place, const PlainInstrument& instrument, Ticks start)
{
    const auto does = instrument.program[place].spec.does;
    if (does == TaskDoes::Print)
        return std::make_unique<PrintTask>(place, instrument, start);
    if (does == TaskDoes::Save)
        return std::make_unique<SaveTask>(place, instrument, start);
    if (does == TaskDoes::Sleep)
        return std::make_unique<SleepTask>(place);
    return std::make_unique<WaitTask>(place);
}

/// The task that a place of the program stands for; what is its own is made.
std::size_t taskAt(Program& program, const Begins& begins, std::size_t place,
    const PlainInstrument& instrument, Ticks start)
{
    const auto& task = instrument.program[place];
    switch (task.spec.does) {
    case TaskDoes::Sample:
        return task.of;
    case TaskDoes::Redraw:
        return begins.displays + task.of;
    case TaskDoes::Drive:
        return begins.outputs + task.of;
    case TaskDoes::Print:
    case TaskDoes::Wait:
    case TaskDoes::Save:
    case TaskDoes::Sleep:
        break;
    }
    program.tasks.push_back(loopTask(place, instrument, start));
    return program.tasks.size() - 1;
}

} // namespace

Program programOf(const PlainInstrument& instrument, const RunOptions& options)
{
    Program program;
    auto& tasks = program.tasks;
    for (std::size_t i = 0; i < instrument.channels.size(); ++i)
        tasks.push_back(channelTask(i, instrument, options));
    for (std::size_t i = 0; i < instrument.settings.size(); ++i)
        if (instrument.settings[i].spec.seeking) {
            program.order.push_back({tasks.size(), false});
            tasks.emplace_back(std::make_unique<SeekTask>(i));
        }
    Begins begins;
    begins.displays = tasks.size();
    for (std::size_t i = 0; i < instrument.displays.size(); ++i)
        tasks.emplace_back(
            std::make_unique<RedrawTask>(i, instrument, options.start, options.drawFrom));
    begins.outputs = tasks.size();
    for (std::size_t i = 0; i < instrument.outputs.size(); ++i)
        tasks.push_back(outputTask(i, instrument, options));
    for (std::size_t i = 0; i < instrument.program.size(); ++i) {
        const auto& task = instrument.program[i];
        if (task.spec.does == TaskDoes::Wait && task.waits == Ticks{})
            continue; // it would only keep the loop from being idle
        program.order.push_back(
            {taskAt(program, begins, i, instrument, options.start), isEveryTurn(task.spec)});
    }
    if (options.isLive)
        return program;
    for (const auto& device : instrument.devices)
        if (speaks(device, instrument)) {
            program.order.push_back({tasks.size(), false});
            tasks.emplace_back(std::make_unique<DeviceTask>(device, instrument));
        }
    return program;
}

} // namespace fern
