#pragma once
// The figures that stand in each stage's workbench, in words and numbers.

#include "judge/channel_view.h"
#include "judge/figure.h"
#include "judge/signal_figures.h"

#include <string>
#include <vector>

namespace fern {

struct Fact {
    std::string label;
    std::string value;
    std::string note; ///< what follows from it; may be empty
    Figure figure = Figure::None; ///< where another view tells it too
};

/// Returns the facts of one stage of a stem, whose channel's view is given.
std::vector<Fact> factsOf(const PlainInstrument& instrument, const StemChoice& choice,
    const ChannelView& view, const Stem& stem, const SignalFigures& signal, Leaf leaf);

} // namespace fern
