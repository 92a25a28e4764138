#pragma once
// "It shows this, I expected that": which known mistakes of reading and scaling, alone or two
// together, explain pairs of shown and expected values.

#include "instrument/resolve.h"

#include <string>
#include <string_view>
#include <vector>

namespace fern {

struct ShownExpected {
    double shown = 0; ///< in the channel's unit
    double expected = 0; ///< what is true
    double digit = 1; ///< what the last shown digit is worth

    bool operator==(const ShownExpected&) const = default;
};

/// One of the mistakes that makers make, as it changes what is shown.
struct Mistake {
    std::string id; ///< "school", "divider-upside-down"
    std::string words; ///< "the counts are divided by 2^N − 1 instead of 2^N"
    std::string remedy; ///< what to look at
};

struct Explanation {
    std::vector<Mistake> mistakes; ///< one or two, in the order in which the signal meets them
    double worst = 0; ///< largest distance from what was shown, in last digits
    std::vector<double> predicted; ///< what would be shown for each pair
};

/// Returns what the last digit of a number is worth, as it was typed or shown: 0.01 of "2.60 V".
double lastDigit(std::string_view number);

/// Returns the explanations that lie within half a digit and the noise of one count of every pair,
/// the simplest first, then the closest. The channel must be read by a converter.
std::vector<Explanation> diagnose(
    const PlainChannel& channel, const std::vector<ShownExpected>& pairs);

/// Returns the expected value within the wished range at which the two best explanations differ
/// most: what to measure next; NaN when there are fewer than two.
double tellApart(const PlainChannel& channel, const std::vector<Explanation>& explanations);

} // namespace fern
