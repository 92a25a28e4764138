#include "run/task_blocks.h"

#include "smooth/figures.h"

namespace fern {

double sampleSeconds(const PlainInstrument& in, const PlainChannel& channel)
{
    const auto costs = operationCosts(in.processor);
    return fetchSeconds(channel) + costs.scale
        + static_cast<double>(activeSteps(channel.steps).size()) * costs.smoothStep;
}

double outputSeconds(const PlainInstrument& in, const Output& output)
{
    return operationCosts(in.processor).scale + inSi(output.blinds);
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
        seconds += outputSeconds(in, *output);
    return seconds;
}

} // namespace fern
