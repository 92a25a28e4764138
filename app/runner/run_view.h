#pragma once
// What the window shows of a run: a plain snapshot, made by the worker, never changed afterwards.

#include "app/runner/live_view.h"
#include "app/runner/parts_sheets.h"
#include "judge/channel_moment.h"
#include "judge/device_sheet.h"
#include "judge/glass_moment.h"

#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace fern::app {

/// What stays the same from frame to frame until the instrument or the choice changes.
struct StaticPart : ChannelView {
    std::vector<Finding> findings;
    std::string planInWords; ///< how often a redraw makes sense
};
StaticPart staticPartOf(const Instrument& instrument, const PlainInstrument& plain,
    std::size_t channel, const std::optional<StemChoice>& choice);

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

struct RunView : ChannelMoment {
    int revision = 0; ///< of the instrument and channel that it was made from
    std::shared_ptr<const PlainInstrument> resolved =
        std::make_shared<const PlainInstrument>(); ///< the same for every view of a run
    std::size_t channel = 0;
    std::optional<StemChoice> choice; ///< none while the channel is shown nowhere
    std::shared_ptr<const StaticPart> fixed = std::make_shared<const StaticPart>();
    std::shared_ptr<const PartsSheets> parts; ///< null while nobody looks at them
    std::shared_ptr<const LiveView> live; ///< null while it is simulated or replayed
    std::vector<BusyRecord> activity; ///< of the last seconds
    std::vector<std::string> newestTexts; ///< of every channel, as its first reader writes it
    std::vector<GlassMoment> glass; ///< of every display
    TextTable devices; ///< what speaks to the board, and what it said last
    RecordingView recording;
    Ticks now;
    Ticks end; ///< of the scenario or recording
    bool isRunning = false;
    bool isReplayed = false; ///< from a recording
    bool isCatchingUp = false; ///< totals are what they were before the last change
    std::optional<double> held; ///< what the channel's quantity is held at, SI units

    const PlainInstrument& plain() const { return *resolved; }
    /// What the chosen display shows; null while none is chosen, or it has shown nothing yet.
    std::shared_ptr<const GlassPicture> picture() const
    {
        return choice && choice->display < glass.size() ? glass[choice->display].picture : nullptr;
    }
};

/// Fills stem, facts, traces and frame from a run's history at `now`; the traces go back `window`.
void fillFromHistory(RunView& view, const Instrument& instrument, const RunHistory& history,
    Ticks now, Ticks window);

} // namespace fern::app
