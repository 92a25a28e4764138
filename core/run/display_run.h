#pragma once
// One display of a run: what a redraw costs, and the texts and pixels it brings.

#include "run/day_part.h"
#include "run/reader_text.h"
#include "run/records.h"
#include "timing/costs.h"

#include <functional>
#include <map>

namespace fern {

/// The parts of the redraw that sends most, in seconds.
struct RedrawCost {
    double draw = 0; ///< processor: numbers into cells, glyphs into the frame memory
    double transfer = 0; ///< bus and processor
    double panel = 0; ///< until it is seen
    int busBytes = 0; ///< of all transfers, addresses and control bytes included
};

/// Returns what a redraw of the display costs at most at a bus clock of `busHertz`, whichever of
/// its pages it shows.
RedrawCost redrawCost(
    const PlainInstrument& instrument, const PlainDisplay& display, double busHertz);
/// Returns the seconds that the processor draws a page of the display.
double drawSeconds(
    const PlainInstrument& instrument, const PlainDisplay& display, const PlainPage& page);

/// Returns whether a page of the display shows a reader of the channel.
bool shows(const PlainInstrument& instrument, const PlainDisplay& display, std::size_t channel);
/// Returns whether a number or words are among that.
bool showsAsDigits(
    const PlainInstrument& instrument, const PlainDisplay& display, std::size_t channel);

/// Returns how long steps take on the display's bus, with the waits between them, in seconds.
double sendSeconds(const PlainDisplay& display, const DriverSteps& steps, double busHertz);

/// Gives the state in which a reader is written.
using StateOf = std::function<ReaderState(std::size_t reader)>;

/// The last values of the histories on the pages of a display.
class PageHistories {
public:
    /// Takes the values that are due now.
    void remember(const PlainInstrument& instrument, const PlainDisplay& display, Ticks now,
        const ValueOf& valueOf);
    /// Of a field of a page: shares of its height, the oldest first.
    std::vector<double> of(const Page& page, std::size_t field) const;

private:
    struct Course {
        std::vector<double> shares;
        Ticks due;
    };
    std::map<std::string, std::vector<Course>> m_courses; ///< by the page, one for each field
};

/// What a page shows, and what its readers do.
struct PageMoment {
    PageContent content;
    std::vector<ShownReader> readers;
};
/// Makes what a page of the display shows at the instant `now`, which it has shown since another.
PageMoment pageMoment(const PlainInstrument& instrument, const PlainDisplay& display,
    const PlainPage& page, Ticks now, Ticks since, const ValueOf& valueOf,
    const StateOf& readerStateOf, const PageHistories& histories);

} // namespace fern
