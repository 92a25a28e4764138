#pragma once
// "It shows this, I expected that": which known mistakes of reading and scaling, alone or two
// together, explain pairs of shown and expected values.
//
// Each mistake predicts what would be shown for the codes that the expected value could have given;
// how well it predicts, and how common it is, makes its share of belief. All of them are weighed
// against chance: values that have nothing to do with each other are explained by no mistake.

#include "instrument/resolve.h"
#include "judge/findings.h"

#include <array>
#include <optional>
#include <stop_token>
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

/// One class of mistakes that these pairs, and the tolerance of the parts, do not tell apart.
struct Explanation {
    std::vector<Mistake> mistakes; ///< the likeliest: one or two, as the signal meets them
    std::vector<std::vector<Mistake>> alike; ///< the others of the class, the likeliest first
    double belief = 0; ///< share, 0 … 1, of all that is known and of chance
    double worst = 0; ///< largest distance from what was shown, in last digits
    std::vector<double> predicted; ///< what would be shown for each pair
};

enum class DiagnosisState {
    Nothing, ///< there is no pair, or the channel gives no numbers
    ToCheck, ///< one pair alone is a list of what to check, no verdict
    Explained,
    Unexplained, ///< no known mistake explains the pairs better than chance
    Stopped,
};
inline constexpr std::array<std::string_view, 5> diagnosisStateWords{
    "nothing", "to check", "explained", "unexplained", "stopped"};

struct Diagnosis {
    DiagnosisState state = DiagnosisState::Nothing;
    std::vector<Explanation> explanations; ///< the likeliest first; none while unexplained
    std::optional<Explanation> nearest; ///< what comes nearest where nothing explains it
    std::string sentence; ///< what to make of it
};

/// Returns what the last digit of a number is worth, as it was typed or shown: 0.01 of "2.60 V".
double lastDigit(std::string_view number);

/// Returns whether mistakes are known of a channel: of every one that gives numbers.
bool canDiagnose(const PlainChannel& channel);

/// Searches the known mistakes, from three pairs on two together as well.
Diagnosis diagnose(const PlainChannel& channel, const std::vector<ShownExpected>& pairs,
    const std::stop_token& stop = {});

/// Returns the expected value within the wished range at which the two best explanations differ
/// most: what to measure next; NaN when there are fewer than two, or they never differ.
double tellApart(const PlainChannel& channel, const std::vector<Explanation>& explanations);

} // namespace fern
