#include "run/task_blocks.h"

#include "run/converter_times.h"
#include "smooth/figures.h"

#include <algorithm>
#include <utility>

namespace fern {

double sampleSeconds(const PlainInstrument& in, const PlainChannel& channel)
{
    double operations = scaleOperations(channel.scaling, channel.input.sensor);
    for (const auto& step : activeSteps(channel.steps))
        operations += costOf(step, channel.numberKind, inSeconds(channel.sampleEvery)).operations;
    const double asks = isAskedEachTime(in, channel) ? askSeconds(channel) : 0;
    return asks + fetchSeconds(channel) + operations * operationCosts(in.processor).arithmetic;
}

double outputSeconds(const PlainInstrument& in, const PlainOutput& output)
{
    constexpr double line = 2; // operations
    return line * operationCosts(in.processor).arithmetic + inSeconds(output.blinds);
}

double stretchedBy(const PlainInstrument& in, double interruptsPerSecond)
{
    constexpr double most = 0.95; // beyond, the loop stands still
    return 1 / (1 - std::min(most, interruptsPerSecond * operationCosts(in.processor).interrupt));
}

/// How often the pulse channels interrupt at the tops of their ranges.
double mostInterrupts(const PlainInstrument& in)
{
    double sum = 0;
    for (const auto& c : in.channels) {
        const auto& p = c.source.pulses;
        if (c.source.kind == SourceKind::Pulses && p.gives == PulseGives::Rate
            && p.input == PulseInput::Interrupt && p.means != CountMeans::EachLook)
            sum += p.perUnit * fromSi(c.to, c.unit) * (p.means == CountMeans::EachChange ? 2 : 1);
    }
    return sum;
}

double turnSeconds(const PlainInstrument& in)
{
    return operationCosts(in.processor).loopTurn + in.loopWaitSeconds;
}

bool isSampled(const PlainChannel& channel)
{
    return !isTold(channel.source.kind);
}

double roundSeconds(const PlainInstrument& in)
{
    double seconds = turnSeconds(in);
    for (const auto& channel : in.channels)
        if (isSampled(channel))
            seconds += sampleSeconds(in, channel);
    for (const auto& display : in.displays) {
        const auto cost = redrawCost(in, display, display.busHertz);
        seconds += cost.draw + cost.transfer;
    }
    for (const auto& output : in.outputs)
        seconds += outputSeconds(in, output);
    return seconds * stretchedBy(in, mostInterrupts(in));
}

Pause longestPause(const PlainInstrument& in)
{
    Pause longest{"a turn of the loop", turnSeconds(in)};
    const auto take = [&](std::string words, double seconds) {
        if (seconds > longest.seconds)
            longest = {std::move(words), seconds};
    };
    for (const auto& display : in.displays) {
        const auto cost = redrawCost(in, display, display.busHertz);
        take("a redraw of " + display.id, cost.draw + cost.transfer);
    }
    for (const auto& channel : in.channels)
        if (isSampled(channel))
            take("a sample of " + channel.name, sampleSeconds(in, channel));
    return longest;
}

} // namespace fern
