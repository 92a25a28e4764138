#include "run/task_blocks.h"

#include "instrument/plain_program.h"
#include "reading/counting.h"
#include "run/converter_times.h"
#include "smooth/figures.h"

#include <algorithm>
#include <iterator>
#include <numeric>
#include <utility>

namespace fern {

OperationCosts costsOf(const PlainInstrument& in, std::size_t loop)
{
    return operationCosts(in.loops[loop].processor, in.loops[loop].runtime);
}

double sampleSeconds(const PlainInstrument& in, const PlainChannel& channel)
{
    double operations = scaleOperations(channel.scaling, channel.input.sensor);
    for (const auto& step : activeSteps(channel.steps))
        operations += costOf(step, channel.numberKind, inSeconds(channel.sampleEvery)).operations;
    const double asks = isAskedEachTime(in, channel) ? askSeconds(channel) : 0;
    return asks + fetchSeconds(channel) + operations * costsOf(in, channel.loop).arithmetic;
}

double outputSeconds(const PlainInstrument& in, const PlainOutput& output)
{
    constexpr double line = 2; // operations
    return line * costsOf(in, output.loop).arithmetic + inSeconds(output.blinds);
}

double stretchedBy(const PlainInstrument& in, std::size_t loop, double interruptsPerSecond)
{
    constexpr double most = 0.95; // beyond, the loop stands still
    return 1 / (1 - std::min(most, interruptsPerSecond * costsOf(in, loop).interrupt));
}

double mostInterrupts(const PlainInstrument& in, std::size_t loop)
{
    double sum = 0;
    for (const auto& c : in.channels) {
        const auto& p = c.source.pulses;
        if (c.loop == loop && c.source.kind == SourceKind::Pulses && p.gives == PulseGives::Rate
            && p.input == PulseInput::Interrupt && p.means != CountMeans::EachLook)
            sum += p.perUnit * fromSi(c.to, c.unit) * (p.means == CountMeans::EachChange ? 2 : 1);
    }
    return sum;
}

double idleTurnSeconds(const PlainInstrument& in, std::size_t loop)
{
    return costsOf(in, loop).loopTurn + in.loops[loop].waitSeconds;
}

namespace {

/// Whether a loop runs a task in a mode.
bool isOfLoop(const PlainTask& task, std::size_t loop, std::size_t mode)
{
    return task.loop == loop && isOfMode(task, mode);
}

/// Of a loop's tasks that `takes` the seconds of, in the worst mode.
template <class Takes>
double worstSum(const PlainInstrument& in, std::size_t loop, const Modes& modes, const Takes& takes)
{
    double worst = 0;
    for (const auto mode : modes) {
        double sum = 0;
        for (const auto& task : in.program)
            if (isOfLoop(task, loop, mode))
                sum += takes(task);
        worst = std::max(worst, sum);
    }
    return worst;
}

} // namespace

Modes weighedModes(const PlainInstrument& in)
{
    if (in.mode || in.modes.names.empty())
        return {in.mode.value_or(0)};
    Modes all(in.modes.names.size());
    std::iota(all.begin(), all.end(), std::size_t{0});
    return all;
}

Modes modesOf(const PlainInstrument& in, const PlainTask& task)
{
    const auto all = weighedModes(in);
    Modes own;
    std::copy_if(all.begin(), all.end(), std::back_inserter(own),
        [&](std::size_t mode) { return isOfMode(task, mode); });
    return own.empty() ? all : own;
}

double turnSeconds(const PlainInstrument& in, std::size_t loop)
{
    return turnSeconds(in, loop, weighedModes(in));
}

double turnSeconds(const PlainInstrument& in, std::size_t loop, const Modes& modes)
{
    return idleTurnSeconds(in, loop) + worstSum(in, loop, modes, [&](const PlainTask& task) {
        return isEveryTurn(task.spec) ? taskSeconds(in, task) : 0;
    });
}

double lineSeconds(const PlainInstrument& in, std::size_t loop, int bytes)
{
    constexpr int bytesOfNumber = 8;
    const auto costs = costsOf(in, loop);
    const int numbers = (bytes + bytesOfNumber - 1) / bytesOfNumber;
    return numbers * costs.format + bytes * costs.arithmetic;
}

double saveSeconds(const PlainInstrument& in, std::size_t loop, int bytes)
{
    const auto costs = costsOf(in, loop);
    return costs.save + bytes * costs.savedByte;
}

double serialByteSeconds(const SerialOut& serial)
{
    constexpr double bits = 10;
    return bits / serial.baud;
}

bool isSampled(const PlainChannel& channel)
{
    return !isTold(channel.source.kind);
}

double busWait(
    const PlainInstrument& in, std::size_t loop, std::string_view bus, const PlainDisplay* except)
{
    double seconds = 0;
    if (bus.empty())
        return seconds;
    for (const auto& display : in.displays)
        if (&display != except && display.bus == bus && !display.pages.empty()
            && (display.loop != loop
                || redrawTaskOf(in, display).spec.sends == Sending::Background))
            seconds += redrawCost(in, display, display.busHertz).transfer;
    for (const auto& channel : in.channels)
        if (channel.loop != loop && channel.moduleBus == bus)
            seconds += sampleSeconds(in, channel);
    return seconds;
}

namespace {

/// A turn in which no line waits for its port.
double turnBesidePrinting(const PlainInstrument& in, std::size_t loop)
{
    return idleTurnSeconds(in, loop)
        + worstSum(in, loop, weighedModes(in), [&](const PlainTask& task) {
              return !isEveryTurn(task.spec)          ? 0
                  : task.spec.does == TaskDoes::Print ? lineSeconds(in, loop, task.spec.bytes)
                                                      : taskSeconds(in, task);
          });
}

/// Whether two tasks are run in one mode.
bool meet(const PlainInstrument& in, const PlainTask& a, const PlainTask& b)
{
    const auto modes = weighedModes(in);
    return std::any_of(modes.begin(), modes.end(),
        [&](std::size_t mode) { return isOfMode(a, mode) && isOfMode(b, mode); });
}

/// The cores of a board share its port.
double printSeconds(const PlainInstrument& in, const PlainTask& task)
{
    const auto& serial = in.loops[task.loop].serial;
    const double byte = serialByteSeconds(serial);
    double share = 0; // of the port's time
    int others = 0;
    for (const auto& other : in.program)
        if (other.spec.does == TaskDoes::Print && meet(in, task, other)
            && in.loops[other.loop].board == in.loops[task.loop].board) {
            share += other.spec.bytes * byte
                / (isEveryTurn(other.spec) ? turnBesidePrinting(in, other.loop)
                                           : inSeconds(other.every));
            others += &other == &task ? 0 : other.spec.bytes;
        }
    // With more to print than the port sends the buffer is always full; else it holds no more than
    // two lines of each other task, which come at any time.
    const int own = task.spec.bytes;
    const int waited = share > 1 ? own : std::clamp(2 * others + own - serial.bufferBytes, 0, own);
    return lineSeconds(in, task.loop, own) + waited * byte;
}

} // namespace

int pieceCount(const PlainDisplay& display, const PlainTask& task)
{
    const auto bytes = static_cast<int>(byteCount(*display.most));
    return task.spec.sends == Sending::InPieces
        ? std::max(1, (bytes + task.spec.piece - 1) / task.spec.piece)
        : 1;
}

double sendingSeconds(const PlainDisplay& display, const PlainTask& task)
{
    const double all = sendSeconds(display, *display.most, display.busHertz);
    if (task.spec.sends == Sending::Background)
        return 0;
    if (task.spec.sends == Sending::AtOnce)
        return all;
    // A piece ends with the transfer that fills it.
    std::size_t longest = 0;
    double perByte = 0;
    for (const auto& step : *display.most) {
        const auto bytes = step.transfer.bytes.size();
        longest = std::max(longest, bytes);
        perByte = std::max(
            perByte, sendSeconds(display, {step}, display.busHertz) / static_cast<double>(bytes));
    }
    return std::min(all, (task.spec.piece + static_cast<double>(longest)) * perByte);
}

double taskSeconds(const PlainInstrument& in, const PlainTask& task)
{
    switch (task.spec.does) {
    case TaskDoes::Sample: {
        const auto& channel = in.channels[task.of];
        return isSampled(channel)
            ? sampleSeconds(in, channel) + busWait(in, task.loop, channel.moduleBus, nullptr)
            : 0;
    }
    case TaskDoes::Redraw: {
        const auto& display = in.displays[task.of];
        const double waits = task.spec.sends == Sending::Background
            ? 0
            : busWait(in, task.loop, display.bus, &display);
        return redrawCost(in, display, display.busHertz).draw + sendingSeconds(display, task)
            + waits;
    }
    case TaskDoes::Drive:
        return outputSeconds(in, in.outputs[task.of]);
    case TaskDoes::Print:
        return printSeconds(in, task);
    case TaskDoes::Wait:
        return inSeconds(task.waits);
    case TaskDoes::Save:
        return saveSeconds(in, task.loop, task.spec.bytes);
    case TaskDoes::Sleep:
        return inSeconds(task.waits + task.startUp);
    }
    return 0;
}

double roundSeconds(const PlainInstrument& in, std::size_t loop)
{
    return roundSeconds(in, loop, weighedModes(in));
}

double roundSeconds(const PlainInstrument& in, std::size_t loop, const Modes& modes)
{
    const double seconds = idleTurnSeconds(in, loop)
        + worstSum(in, loop, modes, [&](const PlainTask& task) { return taskSeconds(in, task); });
    return seconds * stretchedBy(in, loop, mostInterrupts(in, loop));
}

double samplePeriod(const PlainInstrument& in, const PlainChannel& channel)
{
    const double every = inSeconds(channel.sampleEvery);
    if (!isSampled(channel))
        return every;
    const auto& task = sampleTaskOf(in, channel);
    const double turn = turnSeconds(in, channel.loop, modesOf(in, task));
    return isEveryTurn(task.spec) ? turn : std::max(every, turn);
}

double redrawPeriod(const PlainInstrument& in, const PlainDisplay& display)
{
    const auto& task = redrawTaskOf(in, display);
    return isEveryTurn(task.spec) ? turnSeconds(in, display.loop, modesOf(in, task))
                                  : inSeconds(display.redrawEvery);
}

double taskPeriod(const PlainInstrument& in, const PlainTask& task)
{
    if (isEveryTurn(task.spec))
        return 0;
    switch (task.spec.does) {
    case TaskDoes::Sample:
        return inSeconds(in.channels[task.of].sampleEvery);
    case TaskDoes::Redraw:
        return redrawPeriod(in, in.displays[task.of]);
    case TaskDoes::Drive:
        return inSeconds(in.outputs[task.of].every);
    case TaskDoes::Save:
        return task.spec.when == TaskWhen::Changed ? samplePeriod(in, in.channels[task.of])
                                                   : inSeconds(task.every);
    case TaskDoes::Print:
        return inSeconds(task.every);
    case TaskDoes::Wait:
    case TaskDoes::Sleep:
        break;
    }
    return 0;
}

std::string taskWords(const PlainInstrument& in, TaskDoes does, std::size_t of)
{
    switch (does) {
    case TaskDoes::Sample:
        return "a sample of " + in.channels[of].name;
    case TaskDoes::Redraw:
        return "a redraw of " + in.displays[of].id;
    case TaskDoes::Drive:
        return "a setting of " + in.outputs[of].spec.name;
    case TaskDoes::Print:
        return "a printed line";
    case TaskDoes::Wait:
        return "a wait";
    case TaskDoes::Save:
        return "a save of " + in.channels[of].name;
    case TaskDoes::Sleep:
        return "a sleep";
    }
    return {};
}

namespace {

Pause longestPauseIn(const PlainInstrument& in, std::size_t loop, std::size_t mode)
{
    Pause longest{"a turn of the loop", idleTurnSeconds(in, loop)};
    double largest = longest.seconds;
    double most = 0;
    for (const auto& task : in.program) {
        if (!isOfLoop(task, loop, mode))
            continue;
        const double seconds = taskSeconds(in, task);
        if (isEveryTurn(task.spec))
            longest.seconds += seconds;
        else
            most = std::max(most, seconds);
        if (seconds > largest) {
            largest = seconds;
            longest.words = taskWords(in, task.spec.does, task.of);
        }
    }
    longest.seconds += most;
    return longest;
}

} // namespace

namespace {

/// The loop looks at the pins once a turn: what is run in every one comes together with the longest
/// of the others.
Pause longestPauseIn(const PlainInstrument& in, std::size_t loop, const Modes& modes)
{
    Pause worst;
    for (const auto mode : modes)
        if (auto own = longestPauseIn(in, loop, mode); own.seconds > worst.seconds)
            worst = std::move(own);
    return worst;
}

} // namespace

Pause longestPause(const PlainInstrument& in, std::size_t loop)
{
    return longestPauseIn(in, loop, weighedModes(in));
}

Pause longestPause(const PlainInstrument& in, const PlainChannel& channel)
{
    return longestPauseIn(in, channel.loop, modesOf(in, sampleTaskOf(in, channel)));
}

double mostCountedHertz(const PlainInstrument& in, const PlainChannel& channel)
{
    const auto& p = channel.source.pulses;
    const double most = p.input == PulseInput::Interrupt
        ? 1 / costsOf(in, channel.loop).interrupt
        : highestPolledHertz(longestPause(in, channel).seconds, p.dutyPercent / 100);
    const double holdOff = inSi(p.holdOff);
    return holdOff > 0 ? std::min(most, 1 / holdOff) : most;
}

} // namespace fern
