#pragma once
// What a run tells while it goes. Whoever wants a trace, a picture or figures observes it.

#include "base/ticks.h"
#include "glass/face.h"
#include "glass/parts/glass_part.h"
#include "reading/decoder.h"
#include "run/channel_run.h"
#include "run/reader_text.h"
#include "screens/field_content.h"

#include <memory>
#include <string>
#include <vector>

namespace fern {

/// One sample of a channel.
struct SampleRecord {
    std::size_t channel = 0;
    Ticks at;
    Ticks takenAt; ///< the oldest value in it: earlier than `at` where it is made of others
    StageValues real;
    StageValues calm; ///< the twin without noise, sampled at the same instants
    bool hasTwin = false; ///< recordings have none
    std::string code; ///< that this sample brought; of a list, the row that now comes next
    std::int64_t counted = 0; ///< pulses since the begin, of a pulse source
    std::vector<Ticks> countedAt{}; ///< the last of them
};

/// A line, sentence or code that a told source completed.
struct ToldRecord {
    std::size_t channel = 0;
    Told told;
};

/// What an output was set to.
struct DrivenRecord {
    std::size_t output = 0;
    Ticks at;
    double from = notThere; ///< of the channel or setting, SI units
    double to = notThere; ///< in the unit of the output's ends
};

struct ShownReader {
    std::size_t reader = 0;
    Ticks sampledAt; ///< of the newest sample in the text
    double shown =
        notThere; ///< the number shown, in the channel's SI unit; NaN when marks are shown
    double calmShown = notThere; ///< the same for the twin
    std::string text;
    ReaderState state{}; ///< in which it is written
};

/// One completed redraw of a display.
struct ShownRecord {
    std::size_t display = 0;
    Ticks startedAt; ///< the texts were made
    Ticks visibleAt; ///< the pixels show them
    std::vector<ShownReader> readers;
    std::shared_ptr<const PageContent> content; ///< that was drawn
    std::string page; ///< its id
    std::shared_ptr<const GlassPicture> picture; ///< null where it was not kept
};

/// What a redraw sent, as the display heard it.
struct SentRecord {
    std::size_t display = 0;
    Ticks from, to; ///< on the bus
    std::size_t bytes = 0;
    std::size_t transfers = 0;
    // Null where they were not kept:
    std::shared_ptr<const GlassPart> before; ///< the display before the first transfer
    std::shared_ptr<const GlassPart> after;
    std::shared_ptr<const std::vector<TimedTransfer>> heard;
};

enum class BusyWith {
    Sampling,
    Drawing,
    Transfer, ///< the bus, and the processor that waits for it
    Sending, ///< the bus alone, in the background
    Panel,
    Driving,
    Printing,
    Waiting,
    Saving,
    Sleeping, ///< the processor is off
    Starting, ///< it wakes
};
/// Whether the processor is kept busy, even where it only waits.
constexpr bool isOfProcessor(BusyWith with)
{
    return with != BusyWith::Sending && with != BusyWith::Panel && with != BusyWith::Sleeping;
}
/// Whether a bus to a display is kept busy.
constexpr bool isOfBus(BusyWith with)
{
    return with == BusyWith::Transfer || with == BusyWith::Sending;
}

/// A stretch of time in which the processor, a bus or a panel was busy.
struct BusyRecord {
    BusyWith with = BusyWith::Sampling;
    std::size_t index = 0; ///< of the channel, display, output or task of the program
    Ticks from;
    Ticks to;
};

/// A display begins to show another page with its next redraw.
struct TurnedRecord {
    std::size_t display = 0;
    Ticks at;
    std::string page; ///< its id; empty where none is shown
};

class RunObserver {
public:
    virtual ~RunObserver() = default;
    virtual void sampled(const SampleRecord& /*record*/) { }
    virtual void told(const ToldRecord& /*record*/) { }
    virtual void driven(const DrivenRecord& /*record*/) { }
    virtual void turned(const TurnedRecord& /*record*/) { }
    virtual void sent(const SentRecord& /*record*/) { }
    virtual void shown(const ShownRecord& /*record*/) { }
    virtual void busy(const BusyRecord& /*record*/) { }
};

} // namespace fern
