#pragma once
// What a redraw costs and how often it makes sense.

#include "instrument/resolve.h"
#include "run/display_run.h"

#include <string>
#include <vector>

namespace fern {

struct BusChoice {
    double hertz = 0;
    RedrawCost cost;
    double redrawSeconds() const { return cost.draw + cost.transfer + cost.panel; }
};

struct RedrawPlan {
    std::string display;
    std::vector<BusChoice> buses; ///< at 100 and 400 kHz
    double shortestSeconds = 0; ///< redrawing faster gains nothing
    double longestSeconds = 0; ///< redrawing slower misses a wished freshness
    double proposedSeconds = 0; ///< 0 when no interval satisfies the wishes
    std::vector<std::string> reasons; ///< one sentence each
};

/// Returns the plan of one display: at its own bus speed, for the freshness of each channel shown.
/// Limits: the bus at most half busy, and what eyes can follow.
RedrawPlan planRedraw(const PlainInstrument& instrument, const PlainDisplay& display);

/// Returns the proposal and its limits: "Redraw every 500 ms; sensible from 250 ms to 914 ms."
std::string inOneSentence(const RedrawPlan& plan);

} // namespace fern
