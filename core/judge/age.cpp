#include "judge/age.h"

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
    const double period = isEvent ? 0 : inSeconds(c.sampleEvery);
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
    age.redraw = cost.draw + cost.transfer;
    const double everyFrame = std::max(redrawEvery, age.redraw);
    age.panel = cost.panel;
    // While a panel refreshes, the firmware waits for it with the next redraw.
    age.waiting = display.isDeaf ? std::max(everyFrame, age.redraw + cost.panel) : everyFrame;
    age.blocked += roundSeconds(in) - age.redraw;
    return age;
}

AgeBreakdown ageOf(
    const PlainInstrument& instrument, const PlainChannel& channel, const PlainDisplay& display)
{
    return ageOf(instrument, channel, display, inSeconds(display.redrawEvery));
}

bool shows(const PlainInstrument& instrument, const PlainDisplay& display, std::size_t channel)
{
    for (const auto& page : display.pages)
        for (const auto& field : page.fields)
            if (field.traits().hasReader
                && instrument.readers[indexOf(instrument.readers, field.reader)].channel == channel)
                return true;
    return false;
}

} // namespace fern
