#pragma once
// "It shows this, I expected that": which known mistakes of reading and scaling, alone or two
// together, explain pairs of shown and expected values.

#include "instrument/resolve.h"
#include "judge/findings.h"

#include <optional>
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
    std::optional<Fix> asItIs; ///< lets the file say what was built, where that mends it
};

struct Explanation {
    std::vector<Mistake> mistakes; ///< one or two, in the order in which the signal meets them
    double worst = 0; ///< largest distance from what was shown, in last digits
    std::vector<double> predicted; ///< what would be shown for each pair
};

/// Returns what the last digit of a number is worth, as it was typed or shown: 0.01 of "2.60 V".
double lastDigit(std::string_view number);

/// Returns whether mistakes are known of a channel: of every one that gives numbers.
bool canDiagnose(const PlainChannel& channel);

/// Returns the explanations that lie within half a digit and the noise of one count of every pair,
/// the simplest first, then the closest. Where none is known but one factor, or one constant,
/// explains two pairs or more, that is the explanation.
std::vector<Explanation> diagnose(
    const PlainChannel& channel, const std::vector<ShownExpected>& pairs);

/// Returns the expected value within the wished range at which the two best explanations differ
/// most: what to measure next; NaN when there are fewer than two, or they never differ.
double tellApart(const PlainChannel& channel, const std::vector<Explanation>& explanations);

} // namespace fern
