#pragma once
// What the window shows of a run: a plain snapshot, made by the worker, never changed afterwards.

#include "app/runner/live_view.h"
#include "app/runner/parts_sheets.h"
#include "judge/calibration_sheet.h"
#include "judge/counted_pulses.h"
#include "judge/facts.h"
#include "judge/findings.h"
#include "judge/stem.h"
#include "judge/text_ladder.h"
#include "judge/wishes.h"
#include "plan/redraw_plan.h"
#include "reading/code_statistics.h"
#include "reading/nmea.h"
#include "run/run_history.h"

#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace fern::app {

/// One line of a trace over seconds.
struct TraceLine {
    std::vector<double> seconds;
    std::vector<double> values;
};

/// One end of the stem: a reader on a display, for the chips where the stem forks.
struct StemEnd {
    StemChoice choice;
    std::string reader; ///< id
    std::string label; ///< "helm · V · 2 decimals"
};

/// What stays the same from frame to frame until the instrument or the choice changes.
struct StaticPart {
    std::vector<Finding> findings;
    std::vector<StemEnd> ends; ///< of the channel's stem
    std::string planInWords; ///< how often a redraw makes sense
    std::vector<LadderRung> ladder;
    FloatDifference floats;
    double smoothingGain = 1; ///< of noise, rms out / rms in
    TraceLine stepResponse; ///< of the smoothing to a jump from 0 to 1
    TraceLine
        scaleCurve; ///< in the channel's unit over codes: the wished range and a tenth beside it
    std::string scalingWords; ///< the scaling as an equation, less its tare
    std::string firmware; ///< the scaling, to copy
    std::string smoothingCode; ///< for the firmware, to copy
    CalibrationSheet calibration; ///< of the channel
};
StaticPart staticPartOf(const Instrument& instrument, const PlainInstrument& plain,
    std::size_t channel, const std::optional<StemChoice>& choice);

/// A redraw of the chosen display: when its text was made, when it was seen.
struct ShownText {
    double startedAt = 0, visibleAt = 0; ///< seconds
    std::string text;
};

/// What is recorded, or was last.
struct RecordingView {
    int number = 0; ///< of the recordings that were begun
    std::string path{};
    std::size_t rows = 0;
    double seconds = 0; ///< from its first row to its last
    std::vector<StoredColumn> columns{};
    bool isOn = false;
    std::string error{}; ///< why it ended by itself

    bool operator==(const RecordingView&) const = default;
};

struct RunView {
    int revision = 0; ///< of the instrument and channel that it was made from
    PlainInstrument plain;
    std::size_t channel = 0;
    std::optional<StemChoice> choice; ///< none while the channel is shown nowhere
    std::shared_ptr<const StaticPart> fixed = std::make_shared<const StaticPart>();
    std::shared_ptr<const PartsSheets> parts; ///< null while nobody looks at them
    std::shared_ptr<const LiveView> live; ///< null while it is simulated or replayed
    Stem stem;
    std::array<std::vector<Fact>, leafCount> facts;
    std::vector<WishVerdict> wishes;
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
    std::shared_ptr<const MonoFrame> frame;
    std::vector<BusyRecord> activity; ///< of the last seconds
    RecordingView recording;
    Ticks now;
    Ticks end; ///< of the scenario or recording
    bool isRunning = false;
    bool isReplayed = false; ///< from a recording
};

/// Fills stem, facts, traces and frame from a run's history at `now`; the traces go back `window`.
void fillFromHistory(RunView& view, const Instrument& instrument, const RunHistory& history,
    Ticks now, Ticks window);

} // namespace fern::app
