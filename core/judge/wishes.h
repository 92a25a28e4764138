#pragma once
// Each wish of a channel and of its instrument beside what the design gives, at the worst place of
// the wished range: met, missed, or not judged with the reason. Nothing here depends on a run.

#include "glass/pixel_font.h"
#include "judge/age.h"
#include "judge/budget.h"
#include "judge/figure.h"
#include "judge/stem_ends.h"

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

enum class Verdict { Met, Missed, Unknown };
/// Returns "met", "missed" or "not judged".
std::string_view verdictWord(Verdict verdict);

enum class Wish { Range, Step, Tolerance, Freshness, Hours, ReadingDistance };
inline constexpr std::array<std::string_view, 6> wishKeys{
    "range", "step", "tolerance", "freshness", "hours", "readingDistance"};
/// What the design gives for each wish, where other views tell it too.
inline constexpr std::array<Figure, 6> wishFigures{Figure::None, Figure::None, Figure::Uncertainty,
    Figure::OldestNumber, Figure::Hours, Figure::None};

struct WishVerdict {
    Wish wish = Wish::Range;
    std::string found{}; ///< the number that the design gives, with its unit
    std::string wished{}; ///< the same of the wish
    std::string note{}; ///< what the number is made of, or what is missing to judge
    double missedBy = 0; ///< share of the wish that is lacking; at most 0 where it is met
    Verdict verdict = Verdict::Unknown;
    std::optional<StemChoice> end{}; ///< the reader and display that decide, where they do
    std::string where{}; ///< "on helm": which of several displays decides
};

/// Returns the verdicts on a channel's wishes, in the order of the kinds. The step and the reading
/// distance are met where one of its readers meets them, the freshness where each display does.
std::vector<WishVerdict> wishesOf(
    const PlainInstrument& instrument, std::size_t channel, const Budget& worst);

/// Returns the verdict on one wish.
WishVerdict wishOf(const PlainInstrument& instrument, std::size_t channel, Wish wish);

/// Returns the coarsest change that a reading makes over the wished range, in the channel's SI
/// unit.
double coarsestCount(const PlainChannel& channel);

/// Returns the height in metre of the digit 8 as the reader's largest field draws it, or 0 when no
/// field does.
double digitHeight(const PlainInstrument& instrument, const StemChoice& choice);

/// Returns the largest distance in metre at which digits of that height are read with ease: 20
/// minutes of arc, the preferred height of ISO 9241-303 (from memory).
double readableDistance(double digitHeight);

} // namespace fern
