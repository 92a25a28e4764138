#pragma once
// What every display shows at an instant, and what was sent to it.

#include "instrument/resolve.h"
#include "run/run_history.h"

namespace fern {

struct GlassMoment {
    std::shared_ptr<const GlassPicture> picture; ///< null before the first redraw
    std::vector<std::string> text; ///< what can be read as characters
    std::vector<SentRecord> sent; ///< the last redraws, the newest last
    std::vector<ShownReader> readers; ///< of the newest that is seen
    std::string page; ///< its id
    std::shared_ptr<const PageContent> content; ///< null before the first redraw
    int minuteOfDay = -1; ///< by the clock of its day plan; less than zero where none tells it
    std::vector<PageContent> pages; ///< what each page of the display would show now
};

/// Returns it for each display, in their order.
std::vector<GlassMoment> glassMoments(
    const PlainInstrument& instrument, const RunHistory& history, Ticks now);

/// Returns the page that is shown; null before the first redraw, and while no page is.
const PlainPage* pageShown(const PlainDisplay& display, const GlassMoment& moment);

/// Returns what a display's page shows: what it showed last, or eights and half-filled bars where
/// it showed nothing.
PageContent contentShown(
    const PlainInstrument& instrument, const PlainDisplay& display, const GlassMoment& moment);

/// Returns a display after so many of a redraw's transfers; all of them or more are the whole
/// redraw. Null where the record has none of them any more.
std::unique_ptr<GlassPart> afterTransfers(const SentRecord& record, std::size_t count);

/// How long a redraw left what it changed dark or torn.
struct Blanking {
    double seconds = 0;
    double share = 0; ///< of the time from redraw to redraw
    std::vector<double> fields; ///< seconds that each field of the page was so
};
/// Returns for how long something other than the old or the new picture was seen while the last
/// redraw was sent; nothing where no redraw is known transfer by transfer.
std::optional<Blanking> blankingOf(
    const PlainInstrument& instrument, const PlainDisplay& display, const GlassMoment& moment);

} // namespace fern
