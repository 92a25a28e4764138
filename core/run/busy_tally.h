#pragma once
// How busy the processor and the buses of a run were.

#include "run/records.h"

#include <vector>

namespace fern {

struct BusyFigures {
    double seconds = 0; ///< busy in all
    double longest = 0; ///< seconds in one go; of the processor without a look at its pins
    BusyWith longestWith = BusyWith::Sampling; ///< what kept it most of that time
    std::size_t longestIndex = 0; ///< of the channel, display, output or task
};

class BusyTally : public RunObserver {
public:
    explicit BusyTally(const PlainInstrument& instrument);

    void busy(const BusyRecord& record) override;

    /// Of what has ended by now, or is told to end.
    BusyFigures processor() const;
    /// Of the bus to each display.
    const std::vector<BusyFigures>& buses() const { return m_buses; }

private:
    /// The processor's way from one look to the next.
    struct Block {
        Ticks from, to;
        BusyRecord longest;
    };
    void close();

    BusyFigures m_processor;
    std::vector<BusyFigures> m_buses;
    Block m_block;
};

} // namespace fern
