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
            return std::make_unique<ToldTask>(index, instrument, !options.isLive);
        return std::make_unique<ChannelTask>(index, instrument);
    }
    if (auto recording = recordingOf(channel, options.recordings))
        return std::make_unique<RecordedTask>(index, instrument, std::move(recording));
    if (options.holdsRemembered && remembersEverything(channel))
        return std::make_unique<ChannelTask>(index, instrument);
    if (isTold(kind))
        return std::make_unique<ToldTask>(index, instrument, !options.isLive);
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

/// A device speaks when the scenario says something about one of its channels; another board of the
/// instrument does when its program says so.
bool speaks(const PlainDevice& device, const PlainInstrument& instrument)
{
    const auto index = static_cast<std::size_t>(&device - instrument.devices.data());
    const bool isBoard = std::any_of(instrument.program.begin(), instrument.program.end(),
        [&](const PlainTask& task) { return task.to == index; });
    return !isBoard
        && std::any_of(device.channels.begin(), device.channels.end(),
            [&](std::size_t channel) { return instrument.channels[channel].hasWorld(); });
}

/// Where the tasks of one kind stand among all.
struct Begins {
    std::size_t displays = 0, outputs = 0;
};

Cloned<Task> loopTask(
    std::size_t place, const PlainInstrument& instrument, const RunOptions& options)
{
    const auto does = instrument.program[place].spec.does;
    if (does == TaskDoes::Print)
        return std::make_unique<PrintTask>(place, instrument, options.start, !options.isLive);
    if (does == TaskDoes::Save)
        return std::make_unique<SaveTask>(place, instrument, options.start);
    if (does == TaskDoes::Sleep)
        return std::make_unique<SleepTask>(place);
    return std::make_unique<WaitTask>(place);
}

/// The task that a place of the program stands for; nothing for what is its own.
std::optional<std::size_t> taskAt(
    const Begins& begins, std::size_t place, const PlainInstrument& instrument)
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
    return std::nullopt;
}

/// The programs while they are made.
class Making {
public:
    explicit Making(std::size_t loops) { program.orders.resize(loops); }

    /// Returns its number.
    std::size_t add(Cloned<Task> task, std::size_t loop)
    {
        program.tasks.push_back(std::move(task));
        program.loopOf.push_back(loop);
        return program.tasks.size() - 1;
    }
    void visit(const LoopPlace& place)
    {
        program.orders[program.loopOf[place.task]].push_back(place);
    }

    Program program;
};

} // namespace

Program programOf(const PlainInstrument& instrument, const RunOptions& options)
{
    Making making(instrument.loops.size());
    for (std::size_t i = 0; i < instrument.channels.size(); ++i)
        making.add(channelTask(i, instrument, options), instrument.channels[i].loop);
    for (std::size_t i = 0; i < instrument.settings.size(); ++i)
        if (instrument.settings[i].spec.seeking)
            making.visit({making.add(std::make_unique<SeekTask>(i),
                instrument.channels[instrument.settings[i].soughtIn].loop)});
    Begins begins;
    begins.displays = making.program.tasks.size();
    for (std::size_t i = 0; i < instrument.displays.size(); ++i)
        making.add(std::make_unique<RedrawTask>(i, instrument, options.start, options.drawFrom),
            instrument.displays[i].loop);
    begins.outputs = making.program.tasks.size();
    for (std::size_t i = 0; i < instrument.outputs.size(); ++i)
        making.add(outputTask(i, instrument, options), instrument.outputs[i].loop);
    for (std::size_t i = 0; i < instrument.program.size(); ++i) {
        const auto& task = instrument.program[i];
        if (task.spec.does == TaskDoes::Wait && task.waits == Ticks{})
            continue; // it would only keep the loop from being idle
        const auto there = taskAt(begins, i, instrument);
        making.visit({there ? *there : making.add(loopTask(i, instrument, options), task.loop),
            isEveryTurn(task.spec), i});
    }
    if (options.isLive)
        return std::move(making.program);
    for (const auto& device : instrument.devices)
        if (speaks(device, instrument))
            making.add(std::make_unique<DeviceTask>(device, instrument),
                instrument.channels[device.channels.front()].loop);
    return std::move(making.program);
}

} // namespace fern
