#include "judge/asleep.h"

#include "run/task_blocks.h"

#include <algorithm>

namespace fern {

namespace {

/// The mode in which a loop is weighed: the one that is chosen, else the first in which it sleeps.
std::size_t sleepMode(const PlainInstrument& in, std::size_t loop)
{
    if (!in.mode)
        for (const auto& task : in.program)
            if (task.loop == loop && task.spec.does == TaskDoes::Sleep)
                return modesOf(in, task).front();
    return in.mode.value_or(0);
}

bool isRun(const PlainTask& task, std::size_t loop, std::size_t mode)
{
    return task.loop == loop && isOfMode(task, mode);
}

double sleepSeconds(const PlainInstrument& in, std::size_t loop)
{
    double seconds = 0;
    for (const auto& task : in.program)
        if (isRun(task, loop, sleepMode(in, loop)) && task.spec.does == TaskDoes::Sleep)
            seconds += inSeconds(task.waits);
    return seconds;
}

/// Drawn by the starts of a turn, beside what the parts draw.
double startCoulomb(const PlainInstrument& in, std::size_t loop)
{
    double coulomb = 0;
    for (const auto& task : in.program)
        if (isRun(task, loop, sleepMode(in, loop)) && task.spec.does == TaskDoes::Sleep)
            coulomb += task.startUpAmpere * inSeconds(task.startUp);
    return coulomb;
}

} // namespace

/// What is due every so often is run once in a turn that is longer than that.
double asleepShare(const PlainInstrument& in, std::size_t loop)
{
    const double asleep = sleepSeconds(in, loop);
    if (asleep == 0)
        return 0;
    const auto mode = sleepMode(in, loop);
    const double turn = turnSeconds(in, loop, {mode});
    double due = 0;
    for (const auto& task : in.program)
        if (isRun(task, loop, mode) && !isEveryTurn(task.spec)) {
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
    const double cycle = sleepSeconds(in, loop) / asleep;
    return std::max(0.0, asleep - startCoulomb(in, loop) / cycle / saved);
}

double firstNumberJoules(const PlainInstrument& in, std::size_t loop)
{
    const auto& own = in.loops[loop];
    return own.volts * (own.activeAmpere * firstNumberSeconds(in, loop) + startCoulomb(in, loop));
}

double firstNumberSeconds(const PlainInstrument& in, std::size_t loop)
{
    const double asleep = sleepSeconds(in, loop);
    double panel = 0;
    for (const auto& display : in.displays)
        if (display.loop == loop)
            panel = std::max(panel, inSeconds(display.response));
    return asleep == 0 ? 0 : roundSeconds(in, loop, {sleepMode(in, loop)}) - asleep + panel;
}

} // namespace fern
