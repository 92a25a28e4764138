#pragma once
// What a reader shows at the values that break displays, and where a 32-bit float shows other
// digits than a 64-bit one.

#include "instrument/resolve.h"

#include <optional>
#include <string>
#include <vector>

namespace fern {

struct LadderRung {
    std::string name; ///< "least", "most", "negative", "rolling over", …
    std::string value; ///< in the reader's unit, or what is the matter
    std::string text; ///< the cells, exactly the field's width
    bool isMark = false; ///< the cells hold marks, not a number
};

/// Returns the rungs: least, most, negative, just below and at the next digit more, overflow,
/// invalid, stale, not yet.
std::vector<LadderRung> textLadder(const PlainChannel& channel, const PlainReader& reader);

/// Codes at which the two number kinds print different cells.
struct FloatDifference {
    int tried = 0; ///< codes, all of the converter's or as many spread evenly
    int differing = 0;
    // The first one:
    std::int64_t code = 0;
    std::string text32, text64;
};

/// Tries the codes of the wished range; at most 8192, spread evenly.
FloatDifference floatDifference(const PlainChannel& channel, const PlainReader& reader);

} // namespace fern
