#include "judge/age.h"

#include "instrument/plain_program.h"
#include "run/converter_times.h"
#include "run/task_blocks.h"
#include "smooth/figures.h"

#include <algorithm>

namespace fern {

namespace {

/// What is old already when a channel has its smoothed value.
AgeBreakdown valueAge(const PlainInstrument& in, const PlainChannel& c)
{
    // Codes come when they come: none waits for a sample.
    const bool isEvent =
        c.source.kind == SourceKind::KeyCodes || c.source.kind == SourceKind::Labels;
    const double period = isEvent ? 0 : samplePeriod(in, c);
    AgeBreakdown age;
    age.sampling =
        isConverted(c.source.kind) && c.isReadByModule ? converterTimesOf(in, c).oldest : period;
    age.smoothing = delaySeconds(c.steps, period);
    if (c.isAnalog())
        age.frontEnd = c.pinFarad * mostSourceResistance(c.input, c.from, c.to);
    if (isSampled(c)) {
        const double own = sampleSeconds(in, c);
        age.sampling += std::max(0.0, own - period); // the next one waits for this one
        age.blocked = roundSeconds(in) - own;
        if (isAskedEachTime(in, c)) // it is asked in one turn of the loop, and fetched in another
            age.blocked += roundSeconds(in);
    }
    AgeBreakdown oldest;
    for (const auto of : c.madeOf)
        if (const auto its = valueAge(in, in.channels[of]); its.oldest() > oldest.oldest())
            oldest = its;
    age.frontEnd += oldest.frontEnd;
    age.sampling += oldest.sampling;
    age.smoothing += oldest.smoothing;
    age.blocked += oldest.blocked;
    return age;
}

} // namespace

AgeBreakdown ageOf(const PlainInstrument& in, const PlainChannel& channel,
    const PlainDisplay& display, double redrawEvery)
{
    const auto cost = redrawCost(in, display, display.busHertz);
    auto age = valueAge(in, channel);
    age.redraw = cost.draw + cost.transfer + busWait(in, display.bus, &display);
    // In each turn in which a piece of it is sent, everything else is run.
    const auto& task = redrawTaskOf(in, display);
    const double others = roundSeconds(in) - taskSeconds(in, task);
    const int pieces = pieceCount(display, task);
    const double everyFrame = std::max(redrawEvery, age.redraw + (pieces - 1) * others);
    age.panel = cost.panel;
    // While a panel refreshes, the firmware waits for it with the next redraw.
    age.waiting = display.isDeaf ? std::max(everyFrame, age.redraw + cost.panel) : everyFrame;
    age.blocked += pieces * others;
    return age;
}

AgeBreakdown ageOf(
    const PlainInstrument& instrument, const PlainChannel& channel, const PlainDisplay& display)
{
    const bool isAlways = isEveryTurn(redrawTaskOf(instrument, display).spec);
    return ageOf(instrument, channel, display,
        isAlways ? roundSeconds(instrument) : inSeconds(display.redrawEvery));
}

double ageBefore(
    const PlainInstrument& instrument, const PlainChannel& channel, const PlainDisplay& display)
{
    const auto age = ageOf(instrument, channel, display);
    return age.frontEnd + age.smoothing;
}

} // namespace fern
