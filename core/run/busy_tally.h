#pragma once
// How busy the processors and the buses of a run were.

#include "run/records.h"

#include <vector>

namespace fern {

struct BusyFigures {
    double seconds = 0; ///< busy in all
    double longest = 0; ///< seconds in one go; of the processor without a look at its pins
    BusyWith longestWith = BusyWith::Sampling; ///< what kept it most of that time
    std::size_t longestIndex = 0; ///< of the channel, display, output or task
};

/// Returns the loop that a stretch of a processor belongs to.
std::size_t loopOf(const PlainInstrument& instrument, BusyWith with, std::size_t index);

class BusyTally : public RunObserver {
public:
    /// `instrument` must outlive it.
    explicit BusyTally(const PlainInstrument& instrument);

    void busy(const BusyRecord& record) override;

    /// Of each loop: what has ended by now, or is told to end.
    std::vector<BusyFigures> processors() const;
    /// Of the bus to each display.
    const std::vector<BusyFigures>& buses() const { return m_buses; }

private:
    /// A loop, and its processor's way from one look to the next.
    struct Processor {
        BusyFigures figures;
        Ticks from, to;
        BusyRecord longest;

        void close();
    };

    const PlainInstrument& m_instrument;
    std::vector<Processor> m_processors;
    std::vector<BusyFigures> m_buses;
};

} // namespace fern
