#include "scale/verdict.h"

#include "base/distributions.h"
#include "base/number_text.h"
#include "base/quantity_text.h"
#include "scale/uncertainty.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr double chance = 0.05; ///< a term that chance explains more often than that is not needed

/// A value or difference under the prefix that reads best; as it is where there is no unit.
std::string withUnit(double value, const std::string& unit)
{
    const auto known = parseUnit(unit);
    return known && !unit.empty() ? quantityText(differenceToSi(value, *known), *known)
                                  : significantText(value, 3);
}

Judgement judgementOf(double residual, double limit, double tolerance)
{
    if (std::fabs(residual) + limit <= tolerance)
        return Judgement::Good;
    return std::fabs(residual) - limit > tolerance ? Judgement::Bad : Judgement::Unsure;
}

/// How far a reference may be off at a pair: what its accuracy says, or twice the standard
/// uncertainty that the pair tells.
double referenceLimit(const FitPair& pair, const ReferenceAccuracy& accuracy)
{
    return pair.uncertainty > 0 ? 2 * pair.uncertainty : accuracy.limitAt(pair.reference);
}

/// In the order in which judgements decide.
int badness(Judgement judgement)
{
    return judgement == Judgement::Good ? 0 : judgement == Judgement::Unsure ? 1 : 2;
}

std::string percentText(double p)
{
    return p < 0.001 ? "less than 0.1 %" : significantText(100 * p, 2) + " %";
}

} // namespace

CalibrationVerdict judgeCalibration(const Fit& fit, const std::vector<FitPair>& pairs,
    double tolerance, const ReferenceAccuracy& accuracy, const std::string& unit)
{
    if (pairs.empty())
        return {Judgement::Unsure, {}, 0, "there is no pair yet", "There is no pair yet"};
    CalibrationVerdict verdict;
    verdict.judgement = Judgement::Good;
    verdict.missing = CurveClaims(fit, pairs, accuracy).missing();
    std::size_t deciding = 0; // the worst judgement, and of those the one that is off most
    const auto off = [&](std::size_t i) { return std::fabs(fit.residuals[i]); };
    for (std::size_t i = 0; i < pairs.size(); ++i) {
        verdict.points.push_back(verdict.missing.empty()
                ? judgementOf(off(i), referenceLimit(pairs[i], accuracy), tolerance)
                : Judgement::Unsure);
        if (off(i) > off(verdict.worst))
            verdict.worst = i;
        const int worse = badness(verdict.points[i]) - badness(verdict.points[deciding]);
        if (worse > 0 || (worse == 0 && off(i) > off(deciding)))
            deciding = i;
    }
    verdict.judgement = verdict.points[deciding];
    const auto offText = [&](std::size_t i) {
        return fmt::format(
            "{} off, at {}", withUnit(off(i), unit), withUnit(pairs[i].reference, unit));
    };
    const auto allowed = withUnit(tolerance, unit);
    const auto limit = withUnit(referenceLimit(pairs[deciding], accuracy), unit);
    const auto most = deciding == verdict.worst
        ? std::string()
        : fmt::format("; the pair that is off most is {}", offText(verdict.worst));
    if (!verdict.missing.empty())
        verdict.sentence = fmt::format("Cannot be judged, {}: at most {}, the tolerance is {}",
            verdict.missing, offText(verdict.worst), allowed);
    else if (verdict.judgement == Judgement::Good)
        verdict.sentence = fmt::format("Good: at most {}, and with the reference's {} still "
                                       "within the tolerance of {}{}",
            offText(deciding), limit, allowed, most);
    else if (verdict.judgement == Judgement::Bad)
        verdict.sentence = fmt::format("Not good enough: {}, more than the tolerance of {} even "
                                       "if the reference is wrong by its {}{}",
            offText(deciding), allowed, limit, most);
    else
        verdict.sentence = fmt::format("Cannot be judged with this reference: {}, the reference "
                                       "may be wrong by {}, the tolerance is {}{}",
            offText(deciding), limit, allowed, most);
    return verdict;
}

ModelAdvice adviseModel(const std::vector<FitPair>& pairs)
{
    const auto gain = fitPairs(pairs, FitModel::Gain);
    const auto line = fitPairs(pairs, FitModel::Line);
    const auto quadratic = fitPairs(pairs, FitModel::Quadratic);
    if (!line)
        return {FitModel::Gain, "A line needs two different readings"};
    if (line->freedom < 1)
        return {
            FitModel::Line, "Two pairs fix a line; a third one would tell whether it is straight"};
    if (quadratic && quadratic->freedom > 0) {
        const auto test = testTerm(*line, *quadratic);
        if (test.p < chance)
            return {FitModel::Quadratic,
                fmt::format("A line leaves a bend: chance alone would make one as large in {} of "
                            "such calibrations",
                    percentText(test.p))};
    }
    if (!gain)
        return {FitModel::Line, "A line is enough"};
    const auto test = testTerm(*gain, *line);
    const auto bend = quadratic && quadratic->freedom > 0 ? "it is straight, and " : "";
    if (test.p < chance)
        return {FitModel::Line,
            fmt::format("A line is enough: {}its offset is real, chance would make one as large in "
                        "{} of such calibrations",
                bend, percentText(test.p))};
    return {FitModel::Gain,
        fmt::format("One factor is enough: {}the offset is no larger than chance makes it, in {} "
                    "of such calibrations",
            bend, percentText(test.p))};
}

double hysteresisOf(const Fit& fit, const std::vector<FitPair>& pairs)
{
    constexpr double neighbours = 0.05; // of the span
    const double near = neighbours * (fit.most - fit.least);
    double largest = 0;
    for (std::size_t i = 0; i < pairs.size(); ++i)
        for (std::size_t k = 0; k < pairs.size(); ++k)
            if (pairs[i].direction == Direction::Rising && pairs[k].direction == Direction::Falling
                && std::fabs(pairs[i].reading - pairs[k].reading) <= near)
                largest = std::max(largest, std::fabs(fit.residuals[i] - fit.residuals[k]));
    return largest;
}

std::vector<NextPoint> nextPoints(const Fit& fit, double from, double to)
{
    const bool isMadeOfAll = fit.model != FitModel::Table && fit.model != FitModel::TwoPoint;
    if (fit.freedom <= 0 || !isMadeOfAll || !(to > from))
        return {};
    constexpr int steps = 20;
    const auto readingAt = [&](int i) { return from + (to - from) * i / steps; };
    // The inverse of the normal matrix is diagonal in the orthogonal polynomials; one more pair at
    // x changes it by a rank of one (Sherman and Morrison 1950).
    const auto product = [&](double a, double b) {
        const auto pa = fit.basis.at(a);
        const auto pb = fit.basis.at(b);
        double sum = 0;
        for (std::size_t k = 0; k < fit.terms.size(); ++k)
            if (fit.terms[k].norm > 0)
                sum += pa[k] * pb[k] / fit.terms[k].norm;
        return sum;
    };
    const double factor = studentFactor(chance, fit.freedom + 1) * fit.residualDeviation;
    std::vector<NextPoint> points;
    for (int i = 0; i <= steps; ++i) {
        const double x = readingAt(i);
        double largest = 0;
        for (int k = 0; k <= steps; ++k) {
            const double at = readingAt(k);
            const double cross = product(at, x);
            largest = std::max(largest, 1 + product(at, at) - cross * cross / (1 + product(x, x)));
        }
        points.push_back({x, factor * std::sqrt(largest)});
    }
    std::stable_sort(points.begin(), points.end(),
        [](const NextPoint& a, const NextPoint& b) { return a.halfWidth < b.halfWidth; });
    // Neighbours say the same; three places are enough to choose from.
    std::vector<NextPoint> apart;
    for (const auto& point : points)
        if (apart.size() < 3
            && std::all_of(apart.begin(), apart.end(), [&](const NextPoint& other) {
                   return std::fabs(other.reading - point.reading) > 0.2 * (to - from);
               }))
            apart.push_back(point);
    return apart;
}

} // namespace fern
