#include "run/tasks/print_task.h"

#include "run/task_blocks.h"
#include "run/tasks/device_task.h"
#include "run/turn.h"

#include <algorithm>
#include <cmath>

namespace fern {

PrintTask::PrintTask(
    std::size_t place, const PlainInstrument& instrument, Ticks start, bool isHeard)
    : m_place(place)
    , m_isHeard(isHeard)
    , m_due(nextOnGrid(start, instrument.program[place].every))
{
}

Ticks PrintTask::run(Turn& turn)
{
    const auto& in = turn.instrument();
    const auto& task = in.program[m_place];
    const auto& serial = in.loops[task.loop].serial;
    const auto now = turn.now();
    m_due = task.every * (now / task.every + 1);
    const auto made = turn.after(lineSeconds(in, task.loop, task.spec.bytes));
    const auto byte = ticksFromSeconds(serialByteSeconds(serial));
    // The bytes that are still in the buffer, and those of this line, as time that the port needs.
    const auto emptied = std::max(turn.serialFree(), made) + byte * task.spec.bytes;
    const auto end = std::max(made, emptied - byte * serial.bufferBytes);
    turn.keepSerial(emptied);
    turn.observer().busy({BusyWith::Printing, m_place, now, end});
    if (task.to && m_isHeard)
        tell(turn, emptied);
    return end;
}

void PrintTask::tell(Turn& turn, Ticks sent)
{
    const auto& in = turn.instrument();
    const auto& device = in.devices[*in.program[m_place].to];
    auto setting = settingOf(device, in);
    for (std::size_t i = 0; i < device.channels.size(); ++i)
        if (const auto carried = in.channels[device.channels[i]].carried) {
            const double value = turn.memory().latest(*carried).real;
            auto& lane = setting.values[i].lane;
            lane.clear();
            if (!std::isnan(value))
                lane.push_back({0, value});
        }
    const auto line = lineSent(setting, inSeconds(turn.now()), m_number++);
    if (!line)
        return;
    for (const auto channel : device.channels) {
        Sent own{sent, *line};
        if (const auto carried = in.channels[channel].carried)
            own.takenAt = turn.memory().latest(*carried).sampledAt;
        turn.tell(channel, own);
    }
}

} // namespace fern
