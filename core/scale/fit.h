#pragma once
// Calibration curves through pairs of reading and reference, by least squares.
//
// The sums are taken about the weighted mean of the readings, in units of their spread, over
// polynomials that are orthogonal on these readings; so that readings near 8,388,608 with a span of
// 2,000 lose no digits, and the coefficients are independent of each other.

#include "base/result.h"
#include "scale/spec.h"

#include <array>
#include <span>
#include <utility>
#include <vector>

namespace fern {

/// A reading and what the reference said at the same time.
struct FitPair {
    double reading = 0;
    double reference = 0; ///< in the channel's unit
    double uncertainty = 0; ///< standard, of the reference; 0: not known
    Direction direction = Direction::Unknown; ///< how the quantity came there
};

/// The polynomials 1, u, u² − bend·u − level with u = (reading − centre) · perSpread, which are
/// orthogonal over the pairs.
struct FitBasis {
    double centre = 0, perSpread = 1;
    double bend = 0, level = 0;

    std::array<double, 3> at(double reading) const
    {
        const double u = (reading - centre) * perSpread;
        return {1, u, u * u - bend * u - level};
    }
};

/// How a model goes through pairs. Values are in the reference's unit.
struct Fit {
    FitModel model = FitModel::Line;
    std::vector<double> coefficients; ///< constant first, in powers of the reading; none of a table
    std::vector<double> errors; ///< their standard errors; 0 where no freedom is left
    std::size_t points = 0;
    int freedom = 0; ///< points less fitted coefficients; of a table, less its readings
    double residualDeviation = 0; ///< with the freedom; weighted, of a pair of mean weight
    double rSquared = 0; ///< 1 − residuals over the scatter about the mean, or about 0 of a gain
    double residualSquares = 0; ///< sum, weighted relative to the mean weight
    std::vector<double> residuals; ///< reference − fitted, in the order of the pairs
    double least = 0, most = 0; ///< readings covered

    /// Returns the fitted value at a reading. A table holds its ends.
    double at(double reading) const;
    /// Returns the half-width of the interval in which one more pair lies with probability 1 − p;
    /// infinite where no freedom is left.
    double predictionHalfWidth(double reading, double p = 0.05) const;
    double largestResidual() const;

    // How it is computed, for at() and predictionHalfWidth():
    struct Term {
        double value = 0; ///< coefficient of the orthogonal polynomial
        double norm = 0; ///< weighted sum of its squares, relative to the mean weight
    };
    FitBasis basis;
    std::vector<Term> terms;
    double fixedGain = 0; ///< of an offset
    std::vector<std::pair<double, double>> table; ///< readings rising
};

/// Returns the weights of pairs, with mean 1: 1/uncertainty² when every pair has one, else 1.
std::vector<double> relativeWeights(std::span<const FitPair> pairs);

/// Fits a model. A line through two points takes the pairs with the lowest and the highest reading
/// and is judged by all. Weights are 1/uncertainty² when every pair has one. Error when there are
/// too few different readings for the model, or a number is not finite. `gain` is that of an
/// offset.
Result<Fit> fitPairs(std::span<const FitPair> pairs, FitModel model, double gain = 1);

/// What an F-test says of one more coefficient.
struct TermTest {
    double f = 0;
    double p = 1; ///< that chance alone takes away so much scatter
};

/// Compares a fit with one that has more coefficients on the same pairs; both need freedom.
TermTest testTerm(const Fit& simple, const Fit& rich);

/// Returns each residual in multiples of its own standard deviation, computed without that pair
/// (externally studentised); 0 where no freedom is left for it.
std::vector<double> studentisedResiduals(const Fit& fit, std::span<const FitPair> pairs);

/// Returns the indices of pairs whose studentised residual chance would reach in fewer than one of
/// twenty such calibrations (Bonferroni).
std::vector<std::size_t> outliers(const Fit& fit, std::span<const FitPair> pairs);

} // namespace fern
