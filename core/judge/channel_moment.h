#pragma once
// What a channel's run shows at an instant, beside what its design gives: figures and traces of the
// last seconds.

#include "judge/channel_view.h"
#include "judge/counted_pulses.h"
#include "judge/facts.h"
#include "judge/findings.h"
#include "judge/stem.h"
#include "reading/code_statistics.h"
#include "reading/nmea.h"
#include "run/run_history.h"

#include <memory>

namespace fern {

/// A redraw of the chosen display: when its text was made, when it was seen.
struct ShownText {
    double startedAt = 0, visibleAt = 0; ///< seconds
    std::string text;
};

struct ChannelMoment {
    Stem stem;
    std::array<std::vector<Fact>, leafCount> facts;
    TraceLine world, reading, smoothed, shown; ///< in the channel's unit
    TraceLine codes; ///< as the converter gave them
    CodeStatistics codeStatistics;
    std::vector<Finding> signalFindings; ///< from the readings of the last seconds
    CountedPulses pulses; ///< of a pulse channel
    ReceiverState receiver; ///< of a receiver: what its last sentences say
    std::vector<Told> told; ///< the last lines or codes of the channel
    TraceLine spectrum; ///< of the codes: amplitude over hertz
    StageValues newest; ///< of the channel's last sample, SI units
    std::vector<ShownText> texts; ///< of the last seconds
};

/// Returns the moment `now` of a run whose last seconds are in `history`, at the chosen end of the
/// stem whose view is given; the traces go back `window`.
ChannelMoment momentOf(const Instrument& instrument, const PlainInstrument& plain,
    const StemChoice& choice, const ChannelView& view, const RunHistory& history, Ticks now,
    Ticks window);

} // namespace fern
