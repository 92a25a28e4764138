#include "judge/asleep.h"

#include "run/task_blocks.h"

#include <algorithm>

namespace fern {

namespace {

double sleepSeconds(const PlainInstrument& in, std::size_t loop)
{
    double seconds = 0;
    for (const auto& task : in.program)
        if (task.loop == loop && isOfMode(task, in.mode.value_or(0))
            && task.spec.does == TaskDoes::Sleep)
            seconds += inSeconds(task.waits);
    return seconds;
}

} // namespace

/// What is due every so often is run once in a turn that is longer than that.
double asleepShare(const PlainInstrument& in, std::size_t loop)
{
    const double asleep = sleepSeconds(in, loop);
    const double turn = turnSeconds(in, loop);
    if (asleep == 0)
        return 0;
    double due = 0;
    for (const auto& task : in.program)
        if (task.loop == loop && isOfMode(task, in.mode.value_or(0)) && !isEveryTurn(task.spec)) {
            const double every = taskPeriod(in, task);
            due += taskSeconds(in, task) * (every > turn ? turn / every : 1);
        }
    return asleep / (turn + due);
}

double asleepByCharge(const PlainInstrument& in, std::size_t loop, const LoadSpec& load)
{
    const double asleep = asleepShare(in, loop);
    const double saved = inSi(load.active) - inSi(load.sleep); // ampere
    if (asleep == 0 || saved <= 0)
        return asleep;
    double coulomb = 0;
    for (const auto& task : in.program)
        if (task.loop == loop && task.spec.does == TaskDoes::Sleep)
            coulomb += task.startUpAmpere * inSeconds(task.startUp);
    return std::max(0.0, asleep - coulomb / (sleepSeconds(in, loop) / asleep) / saved);
}

double firstNumberJoules(const PlainInstrument& in, std::size_t loop)
{
    double starting = 0; // coulomb
    for (const auto& task : in.program)
        if (task.loop == loop && task.spec.does == TaskDoes::Sleep)
            starting += task.startUpAmpere * inSeconds(task.startUp);
    const auto& own = in.loops[loop];
    return own.volts * (own.activeAmpere * firstNumberSeconds(in, loop) + starting);
}

double firstNumberSeconds(const PlainInstrument& in, std::size_t loop)
{
    const double asleep = sleepSeconds(in, loop);
    double panel = 0;
    for (const auto& display : in.displays)
        if (display.loop == loop)
            panel = std::max(panel, inSeconds(display.response));
    return asleep == 0 ? 0 : roundSeconds(in, loop) - asleep + panel;
}

} // namespace fern
