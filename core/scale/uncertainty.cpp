#include "scale/uncertainty.h"

#include "base/distributions.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

namespace fern {

namespace {

constexpr double notClaimed = std::numeric_limits<double>::quiet_NaN();
constexpr double outside = 0.05; ///< of the probability
constexpr double coverage = 2; ///< the factor k of a standard uncertainty that is told

std::string missingFreedom(FitModel model)
{
    switch (model) {
    case FitModel::Offset:
    case FitModel::Gain:
        return "one pair leaves nothing over to judge it by: take another one";
    case FitModel::TwoPoint:
    case FitModel::Line:
        return "two pairs fix a line and leave nothing over to judge it by: take a third one";
    case FitModel::Quadratic:
        return "three pairs fix a bend and leave nothing over to judge it by: take a fourth one";
    case FitModel::Table:
        break;
    }
    return "a table goes through all of its pairs, which leave nothing over: take one at the same "
           "reading twice, to see how they repeat";
}

/// The influence of each pair on a table's value, by straight lines between the means of the pairs
/// of one reading. Empty outside of the table.
std::vector<double> tableInfluences(
    const Fit& fit, const std::vector<FitPair>& pairs, double reading)
{
    const auto& table = fit.table;
    if (reading < fit.least || reading > fit.most)
        return {};
    const auto above = std::lower_bound(table.begin(), table.end(), reading,
        [](const auto& point, double value) { return point.first < value; });
    const auto below = above == table.begin() ? above : above - 1;
    const double share =
        above == below ? 1 : (reading - below->first) / (above->first - below->first);
    std::vector<double> influences;
    for (const auto& pair : pairs) {
        const double of = pair.reading == above->first ? share
            : pair.reading == below->first             ? 1 - share
                                                       : 0;
        const auto isSame = [&](const FitPair& other) { return other.reading == pair.reading; };
        influences.push_back(of == 0
                ? 0
                : of / static_cast<double>(std::count_if(pairs.begin(), pairs.end(), isSame)));
    }
    return influences;
}

/// How much of a line's value at a reading each pair makes, with the polynomials of its basis.
std::vector<double> polynomialInfluences(const Fit& fit, const std::vector<FitPair>& pairs,
    const std::vector<double>& weights, double reading)
{
    const auto at = fit.basis.at(reading);
    std::vector<double> influences;
    for (std::size_t i = 0; i < pairs.size(); ++i) {
        const auto of = fit.basis.at(pairs[i].reading);
        double sum = 0;
        for (std::size_t k = 0; k < fit.terms.size(); ++k)
            if (fit.terms[k].norm > 0)
                sum += at[k] * of[k] / fit.terms[k].norm;
        influences.push_back(weights[i] * sum);
    }
    return influences;
}

/// Of the line through the two outermost pairs.
std::vector<double> twoPointInfluences(
    const Fit& fit, const std::vector<FitPair>& pairs, double reading)
{
    const double upper = (reading - fit.least) / (fit.most - fit.least);
    std::vector<double> influences(pairs.size());
    const auto byReading = [](const FitPair& a, const FitPair& b) { return a.reading < b.reading; };
    // The first lowest and the first highest one, as the fit takes them.
    const auto low = std::min_element(pairs.begin(), pairs.end(), byReading) - pairs.begin();
    const auto high = std::max_element(pairs.begin(), pairs.end(), byReading) - pairs.begin();
    influences[static_cast<std::size_t>(low)] = 1 - upper;
    influences[static_cast<std::size_t>(high)] = upper;
    return influences;
}

/// Returns the factor k for which |T| ≤ k with probability 1 − p, of
/// T = √(1 − ρ)·t + √(ρν)·b, where t is Student's with ν degrees of freedom and b, independent of
/// it, the cosine between a fixed direction and a random one in ν dimensions.
///
/// That is the error of a line through two of many pairs over the scatter of all pairs about their
/// line: ρ is the share of its variance that lies in what that scatter is made of, so that the two
/// are not independent, as Student's t wants them. With ρ = 0 it is Student's factor.
double dependentFactor(double p, double share, double freedom)
{
    constexpr int nodes = 12; // over a quarter turn; the other quarter is its mirror
    const double scale = std::sqrt(1 - share);
    const double shift = std::sqrt(share * freedom);
    const auto within = [&](double k, double cosine) {
        return 1 - studentUpperTail((k - shift * cosine) / scale, freedom)
            - studentUpperTail((k + shift * cosine) / scale, freedom);
    };
    const auto inside = [&](double k) {
        if (freedom <= 1) // a direction in one dimension
            return within(k, 1);
        double sum = 0;
        double weights = 0;
        for (int i = 0; i < nodes; ++i) {
            const double angle = std::numbers::pi / 2 * (i + 0.5) / nodes;
            const double weight = std::pow(std::sin(angle), freedom - 2);
            sum += weight * within(k, std::cos(angle));
            weights += weight;
        }
        return sum / weights;
    };
    double low = 0;
    double high = studentFactor(p, freedom) + shift;
    constexpr int halvings = 25;
    for (int i = 0; i < halvings; ++i) {
        const double middle = 0.5 * (low + high);
        (inside(middle) < 1 - p ? low : high) = middle;
    }
    return high;
}

} // namespace

double CurveClaim::total() const
{
    return std::hypot(curve, reference);
}

double referenceHalfWidth(const FitPair& pair, const ReferenceAccuracy& accuracy)
{
    return coverage
        * (pair.uncertainty > 0 ? pair.uncertainty
                                : accuracy.limitAt(pair.reference) / std::numbers::sqrt3);
}

CurveClaims::CurveClaims(Fit fit, std::vector<FitPair> pairs, const ReferenceAccuracy& accuracy)
    : m_fit(std::move(fit))
    , m_pairs(std::move(pairs))
    , m_weights(relativeWeights(m_pairs))
{
    const bool isTold = accuracy.isTold()
        || std::all_of(
            m_pairs.begin(), m_pairs.end(), [](const FitPair& p) { return p.uncertainty > 0; });
    if (m_fit.freedom < 1)
        m_missing = missingFreedom(m_fit.model);
    else if (!isTold)
        m_missing = "how far the reference may be off is not told";
    if (!m_missing.empty())
        return;
    for (const auto& pair : m_pairs)
        m_halfWidths.push_back(referenceHalfWidth(pair, accuracy));
    m_student = studentFactor(outside, m_fit.freedom);
    m_deviation = m_fit.residualDeviation;
    if (m_fit.model == FitModel::TwoPoint) {
        m_line = *fitPairs(m_pairs, FitModel::Line);
        m_deviation = m_line.residualDeviation;
    }
}

std::vector<double> CurveClaims::influencesAt(double reading) const
{
    switch (m_fit.model) {
    case FitModel::Table:
        return tableInfluences(m_fit, m_pairs, reading);
    case FitModel::TwoPoint:
        return twoPointInfluences(m_fit, m_pairs, reading);
    case FitModel::Offset:
    case FitModel::Gain:
    case FitModel::Line:
    case FitModel::Quadratic:
        break;
    }
    return polynomialInfluences(m_fit, m_pairs, m_weights, reading);
}

double CurveClaims::studentAt(double reading, double variance) const
{
    if (m_fit.model != FitModel::TwoPoint)
        return m_student;
    double ofLine = 0;
    const auto influences = polynomialInfluences(m_line, m_pairs, m_weights, reading);
    for (std::size_t i = 0; i < influences.size(); ++i)
        ofLine += influences[i] * influences[i] / m_weights[i];
    return dependentFactor(
        outside, std::clamp(1 - ofLine / variance, 0.0, 1 - 1e-6), m_fit.freedom);
}

CurveClaim CurveClaims::at(double reading) const
{
    const auto influences = influencesAt(reading);
    if (!m_missing.empty() || influences.empty())
        return {notClaimed, notClaimed};
    double variance = 0;
    double alike = 0; // the reference is off by as much everywhere
    double inProportion = 0; // or by a share of its value
    double singly = 0; // or at each pair by itself
    for (std::size_t i = 0; i < influences.size(); ++i) {
        const double ofReference = influences[i] * m_halfWidths[i];
        variance += influences[i] * influences[i] / m_weights[i];
        alike += ofReference;
        inProportion += m_pairs[i].reference < 0 ? -ofReference : ofReference;
        singly += ofReference * ofReference;
    }
    return {studentAt(reading, variance) * m_deviation * std::sqrt(variance),
        std::max({std::fabs(alike), std::fabs(inProportion), std::sqrt(singly)})};
}

} // namespace fern
