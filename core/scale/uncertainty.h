#pragma once
// What may be claimed of a value that a calibration gives: half of a 95 % interval, or why nothing.
//
// The curve is known as well as its pairs scatter about it: the standard uncertainty of the fitted
// value at the reading (JCGM 100:2008, H.3.4), times Student's factor for the freedom that the
// pairs leave. What the reference may be off by goes through the same fit. Both grow outside of the
// pairs.

#include "scale/fit.h"

#include <string>

namespace fern {

/// Half-widths of 95 % intervals at a reading, in the channel's unit; NaN where nothing is claimed.
struct CurveClaim {
    double curve = 0; ///< by the scatter of the pairs
    double reference = 0; ///< by what the reference may be off

    /// Their root sum of squares (JCGM 100:2008, 5.1.2).
    double total() const;
};

/// Returns half of the 95 % interval that the reference leaves at a pair: twice the standard
/// uncertainty that the pair tells, or that of the limit of the reference's accuracy, within which
/// every value is as likely (JCGM 100:2008, 4.3.7). 0 where neither is told.
double referenceHalfWidth(const FitPair& pair, const ReferenceAccuracy& accuracy);

class CurveClaims {
public:
    /// Of a fit that goes through these pairs, taken against a reference of that accuracy.
    CurveClaims(Fit fit, std::vector<FitPair> pairs, const ReferenceAccuracy& accuracy);

    /// Returns why no figure is claimed; empty when one is: pairs that leave no freedom say nothing
    /// of how they repeat, and a reference of which nothing was told is unknown, never perfect.
    const std::string& missing() const { return m_missing; }

    /// Returns what is claimed at a reading, inside or outside of the pairs. A table claims nothing
    /// outside of its points.
    CurveClaim at(double reading) const;

private:
    std::vector<double> influencesAt(double reading) const;
    double studentAt(double reading, double variance) const;

    Fit m_fit;
    std::vector<FitPair> m_pairs;
    std::vector<double> m_weights; ///< mean 1
    std::vector<double> m_halfWidths; ///< of the reference, at each pair
    Fit m_line; ///< through all pairs, that judges two points
    double m_deviation = 0; ///< of a pair of mean weight
    double m_student = 0;
    std::string m_missing;
};

} // namespace fern
