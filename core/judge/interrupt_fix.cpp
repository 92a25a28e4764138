#include "judge/interrupt_fix.h"

#include "base/number_text.h"
#include "instrument/pulse_edits.h"
#include "run/task_blocks.h"

#include <fmt/format.h>

namespace fern {

void offerInterrupt(const Instrument& instrument, const PlainInstrument& plain,
    const PlainChannel& channel, Finding& finding)
{
    const auto& spec = *findById(instrument.channels, channel.id);
    const auto pin = interruptPin(instrument, spec);
    if (!pin) {
        finding.reason += " No free pin of its board has an interrupt.";
        return;
    }
    finding.reason += fmt::format(" An interrupt costs the processor {} for each edge.",
        durationText(costsOf(plain, channel.loop).interrupt));
    finding.fixes.push_back(
        {*pin == spec.source.pin ? "Count by interrupt" : "Count by interrupt, on " + *pin,
            [id = channel.id](const Instrument& before) { return withInterrupt(before, id); }});
}

} // namespace fern
