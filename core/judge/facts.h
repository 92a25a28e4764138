#pragma once
// The figures that stand in each stage's workbench, in words and numbers.

#include "judge/signal_figures.h"

#include <string>
#include <vector>

namespace fern {

struct Fact {
    std::string label;
    std::string value;
    std::string note; ///< what follows from it; may be empty
};

/// Returns the facts of one stage of a stem.
std::vector<Fact> factsOf(const PlainInstrument& instrument, const StemChoice& choice,
    const Stem& stem, const SignalFigures& signal, Leaf leaf);

} // namespace fern
