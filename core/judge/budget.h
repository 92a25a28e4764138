#pragma once
// Uncertainty budgets after JCGM 100:2008 (GUM), and how many decimals they leave honest.

#include "instrument/resolve.h"

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

enum class Distribution { Normal, Rectangular, Triangular };

/// Returns the standard uncertainty of a half width `a`: a/√3 (GUM 4.3.7), a/√6 (4.3.9), or a
/// itself, which then is a standard deviation already.
double standardUncertainty(Distribution distribution, double a);

/// Returns the root of the summed squares of independent contributions (GUM 5.1.2).
double combined(const std::vector<double>& contributions);

/// The stage that a term of the budget belongs to.
enum class Leaf { World, Sensor, Reading, Scale, Smooth, Text, Glass };
constexpr std::array<std::string_view, 7> leafNames{
    "World", "Sensor", "Reading", "Scale", "Smooth", "Text", "Glass"};
constexpr std::size_t leafCount = leafNames.size();
constexpr std::string_view nameOf(Leaf leaf)
{
    return leafNames[static_cast<std::size_t>(leaf)];
}

struct BudgetTerm {
    std::string name;
    Leaf leaf = Leaf::Reading;
    double u = 0; ///< standard uncertainty in the channel's SI unit
    bool repeats = false; ///< also part of the repeatability budget: noise and steps
    Distribution shape = Distribution::Rectangular; ///< that its error has
};

struct Budget {
    std::vector<BudgetTerm>
        terms; ///< converter, reference, divider, noise after smoothing, rounding
    double accuracy = 0; ///< combined without the rounding term; NaN while something is missing
    double repeatability = 0; ///< noise and quantisation only
    double at = 0; ///< the true value that it is taken at
    std::string missing; ///< why the accuracy is not known; empty when it is

    bool isKnown() const { return missing.empty(); }
    /// The largest term beside the rounding; null without one.
    const BudgetTerm* largest() const;
};

/// Returns the budget of a channel at the true value `at`, shown with `roundingStep` (both in the
/// channel's SI unit). The noise is the converter's, reduced by the smoothing, whose noise gain is
/// found anew where it is not given. After a calibration its claims stand for what the parts
/// promise, as half of a 95 % interval each.
Budget budgetOf(const PlainChannel& channel, double at, double roundingStep,
    std::optional<double> smoothingGain = {});

/// Returns the budget at the place of the wished range where it is worst, which is the one that
/// every verdict is made from: it does not change while time runs.
Budget worstBudget(
    const PlainChannel& channel, double roundingStep, std::optional<double> smoothingGain = {});

/// Returns the share of the squares that each leaf has, rounding included; they sum to 1.
std::vector<double> leafShares(const Budget& budget);

/// Returns the most decimals that are honest: the largest d with 10^−d ≥ u, from 0 to 9.
int honestDecimals(double u);

} // namespace fern
