#include "judge/age.h"

#include "instrument/plain_program.h"
#include "run/converter_times.h"
#include "run/task_blocks.h"
#include "smooth/figures.h"

#include <algorithm>

namespace fern {

namespace {

AgeBreakdown valueAge(const PlainInstrument& in, const PlainChannel& c, const Modes& modes);

/// What is run in every turn of its loop comes again within a round of it; what is due waits for a
/// round at most, but for itself.
void addTurn(AgeBreakdown& age, const PlainInstrument& in, const PlainTask& task, double own,
    const Modes& modes)
{
    const double round = roundSeconds(in, task.loop, modes);
    if (isEveryTurn(task.spec))
        age.sampling = std::max(age.sampling, round);
    else
        age.blocked += round - own;
}

/// Of the number in a message that another board has sent: its own age there, and the way of the
/// line, with what is in the buffer before it.
AgeBreakdown carriedAge(const PlainInstrument& in, const PlainChannel& c, const Modes& modes)
{
    auto age = valueAge(in, in.channels[*c.carried], modes);
    for (const auto& task : in.program)
        if (task.to && in.devices[*task.to].spec == c.device) {
            const auto& serial = in.loops[task.loop].serial;
            AgeBreakdown waits;
            addTurn(waits, in, task, taskSeconds(in, task), modes);
            age.sampling += isEveryTurn(task.spec) ? waits.sampling : inSeconds(task.every);
            age.blocked += waits.blocked;
            age.message = taskSeconds(in, task)
                + (task.spec.bytes + serial.bufferBytes) * serialByteSeconds(serial);
        }
    return age;
}

/// What is old already when a channel has its smoothed value.
AgeBreakdown valueAge(const PlainInstrument& in, const PlainChannel& c, const Modes& modes)
{
    // Codes come when they come: none waits for a sample. A message comes when it is sent.
    const bool isEvent =
        c.source.kind == SourceKind::KeyCodes || c.source.kind == SourceKind::Labels || c.carried;
    const double period = isEvent ? 0 : samplePeriod(in, c);
    AgeBreakdown age;
    age.sampling =
        isConverted(c.source.kind) && c.isReadByModule ? converterTimesOf(in, c).oldest : period;
    age.smoothing = delaySeconds(c.steps, c.carried ? inSeconds(c.sampleEvery) : period);
    if (c.isAnalog())
        age.frontEnd = c.pinFarad * mostSourceResistance(c.input, c.from, c.to);
    if (isSampled(c)) {
        const double own = sampleSeconds(in, c);
        age.sampling += std::max(0.0, own - period); // the next one waits for this one
        addTurn(age, in, sampleTaskOf(in, c), own, modes);
        if (isAskedEachTime(in, c)) // it is asked in one turn of the loop, and fetched in another
            age.blocked += roundSeconds(in, c.loop, modes);
    }
    AgeBreakdown oldest;
    if (c.carried)
        oldest = carriedAge(in, c, modes);
    for (const auto of : c.madeOf)
        if (const auto its = valueAge(in, in.channels[of], modes); its.oldest() > oldest.oldest())
            oldest = its;
    age.frontEnd += oldest.frontEnd;
    age.sampling += oldest.sampling;
    age.smoothing += oldest.smoothing;
    age.blocked += oldest.blocked;
    age.message += oldest.message;
    return age;
}

} // namespace

AgeBreakdown ageOf(const PlainInstrument& in, const PlainChannel& channel,
    const PlainDisplay& display, double redrawEvery)
{
    const auto cost = redrawCost(in, display, display.busHertz);
    const auto& task = redrawTaskOf(in, display);
    const auto modes = modesOf(in, task);
    auto age = valueAge(in, channel, modes);
    age.redraw = cost.draw + cost.transfer + busWait(in, display.loop, display.bus, &display);
    // In each turn in which a piece of it is sent, everything else is run.
    const double others = roundSeconds(in, display.loop, modes) - taskSeconds(in, task);
    const int pieces = pieceCount(display, task);
    // The next frame of what is redrawn in every turn comes in the turn after the last piece.
    const bool isAlways = isEveryTurn(task.spec);
    const double everyFrame =
        std::max(redrawEvery, age.redraw + (isAlways ? pieces : pieces - 1) * others);
    age.panel = cost.panel;
    // While a panel refreshes, the firmware waits for it with the next redraw.
    age.waiting = display.isDeaf ? std::max(everyFrame, age.redraw + cost.panel) : everyFrame;
    if (display.digitsEvery > Ticks{}
        && showsAsDigits(in, display, indexOf(in.channels, channel.id)))
        age.waiting += inSeconds(display.digitsEvery);
    // Of what is redrawn in every turn the first of them is what it waits for already.
    age.blocked += (isAlways ? pieces - 1 : pieces) * others;
    return age;
}

AgeBreakdown ageOf(
    const PlainInstrument& instrument, const PlainChannel& channel, const PlainDisplay& display)
{
    const auto& task = redrawTaskOf(instrument, display);
    return ageOf(instrument, channel, display,
        isEveryTurn(task.spec) ? roundSeconds(instrument, display.loop, modesOf(instrument, task))
                               : inSeconds(display.redrawEvery));
}

double ageBefore(
    const PlainInstrument& instrument, const PlainChannel& channel, const PlainDisplay& display)
{
    const auto age = ageOf(instrument, channel, display);
    return age.frontEnd + age.smoothing;
}

} // namespace fern
