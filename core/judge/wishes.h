#pragma once
// Each wish of a channel and of its instrument beside what the design gives: met or missed.

#include "judge/stem.h"

#include <string>
#include <string_view>
#include <vector>

namespace fern {

enum class Verdict { Met, Missed, Unknown };
/// Returns "met", "missed" or "not judged".
std::string_view verdictWord(Verdict verdict);

struct WishVerdict {
    std::string key; ///< "range", "step", "tolerance", "freshness", "hours", "readingDistance"
    std::string found; ///< the number that the design gives, with its unit
    std::string note; ///< what the number is made of, or what is missing to judge
    Verdict verdict = Verdict::Unknown;
};

/// Returns the verdicts in the order of their keys above.
std::vector<WishVerdict> wishesOf(
    const PlainInstrument& instrument, const StemChoice& choice, const Stem& stem);

/// Returns the height in metre of the digit 8 as the reader's largest field draws it, or 0 when no
/// field does.
double digitHeight(const PlainInstrument& instrument, const StemChoice& choice);

/// Returns the largest distance in metre at which digits of that height are read with ease: 20
/// minutes of arc, the preferred height of ISO 9241-303 (from memory).
double readableDistance(double digitHeight);

} // namespace fern
