#pragma once
// How long what a display shows is to stand, so that eyes can follow it.

#include "instrument/resolve.h"

#include <string>

namespace fern {

struct Readable {
    double leastSeconds = 0; ///< between two redraws; 0: nothing that it shows limits them
    double usualSeconds = 0; ///< of comfort
    std::string words; ///< what limits it, a sentence
    std::string source;
};

/// Returns the times of a display: those of its numbers and words, else of its bars and histories.
/// A reader's own wish counts for what it is; without one digits are read 2 to 4 times a second and
/// bars are followed 10 to 20 times a second (common practice).
Readable readableOf(const PlainInstrument& instrument, const PlainDisplay& display);

} // namespace fern
