#include "judge/age.h"

#include "run/display_run.h"
#include "smooth/figures.h"

namespace fern {

AgeBreakdown ageOf(const PlainInstrument& instrument, const PlainChannel& channel,
    const PlainDisplay& display, double redrawEvery)
{
    // Codes come when they come: none waits for a sample.
    const bool isEvent =
        channel.source.kind == SourceKind::KeyCodes || channel.source.kind == SourceKind::Labels;
    const double period = isEvent ? 0 : inSeconds(channel.sampleEvery);
    const auto cost = redrawCost(instrument, display, display.busHertz);
    return {period + channel.conversionSeconds, delaySeconds(channel.steps, period),
        cost.draw + cost.transfer, cost.panel, redrawEvery};
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
            if (field.kind == FieldKind::Value
                && instrument.readers[indexOf(instrument.readers, field.reader)].channel == channel)
                return true;
    return false;
}

} // namespace fern
