#include "scale/fit.h"

#include "base/distributions.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>

#include <fmt/format.h>

namespace fern {

namespace {

/// The weights of pairs with mean 1; empty where all count alike.
std::vector<double> weightsOf(std::span<const FitPair> pairs)
{
    if (!std::all_of(
            pairs.begin(), pairs.end(), [](const FitPair& p) { return p.uncertainty > 0; }))
        return {};
    std::vector<double> weights(pairs.size());
    for (std::size_t i = 0; i < pairs.size(); ++i)
        weights[i] = 1 / (pairs[i].uncertainty * pairs[i].uncertainty);
    const double mean =
        std::accumulate(weights.begin(), weights.end(), 0.0) / static_cast<double>(pairs.size());
    for (double& weight : weights)
        weight /= mean;
    return weights;
}

double weightAt(const std::vector<double>& weights, std::size_t i)
{
    return weights.empty() ? 1 : weights[i];
}

/// Returns how many different readings there are, counted up to `enough`.
std::size_t differentReadings(std::span<const FitPair> pairs, std::size_t enough)
{
    std::vector<double> seen;
    for (const auto& pair : pairs) {
        if (std::find(seen.begin(), seen.end(), pair.reading) == seen.end())
            seen.push_back(pair.reading);
        if (seen.size() == enough)
            break;
    }
    return seen.size();
}

std::size_t coefficientsOf(FitModel model)
{
    switch (model) {
    case FitModel::Offset:
    case FitModel::Gain:
        return 1;
    case FitModel::TwoPoint:
    case FitModel::Line:
    case FitModel::Table:
        return 2;
    case FitModel::Quadratic:
        break;
    }
    return 3;
}

Result<void> check(std::span<const FitPair> pairs, FitModel model)
{
    for (std::size_t i = 0; i < pairs.size(); ++i)
        // A sum is finite where its parts are, or nearly too large.
        if (!std::isfinite(pairs[i].reading + pairs[i].reference + pairs[i].uncertainty)
            || pairs[i].uncertainty < 0)
            return Error{
                ErrorCode::InvalidArgument, fmt::format("pair {} is not finite", i + 1), ""};
    const auto needed = coefficientsOf(model);
    const auto different = differentReadings(pairs, needed);
    if (different < needed)
        return Error{ErrorCode::InvalidArgument,
            different <= 1 && pairs.size() > 1
                ? fmt::format("all readings are equal: no {} goes through them",
                    needed == 2 ? "line" : "curve")
                : fmt::format("{} different reading{} for {} coefficient{}", different,
                    different == 1 ? "" : "s", needed, needed == 1 ? "" : "s"),
            ""};
    if (model == FitModel::Gain
        && std::all_of(pairs.begin(), pairs.end(), [](const auto& p) { return p.reading == 0; }))
        return Error{ErrorCode::InvalidArgument, "a gain needs a reading other than 0", ""};
    return {};
}

/// Which of the polynomials 1, u, u² − … a model has.
std::array<bool, 3> polynomialsOf(FitModel model)
{
    return {model != FitModel::Gain, model != FitModel::Offset, model == FitModel::Quadratic};
}

/// Centre, spread and the orthogonal polynomials of the readings.
void prepare(Fit& fit, std::span<const FitPair> pairs, const std::vector<double>& weights)
{
    const auto n = static_cast<double>(pairs.size());
    if (fit.model != FitModel::Gain && fit.model != FitModel::Offset) {
        const double about = pairs.front().reading; // so that far readings lose no digits
        double sum = 0;
        for (std::size_t i = 0; i < pairs.size(); ++i)
            sum += weightAt(weights, i) * (pairs[i].reading - about);
        fit.centre = about + sum / n;
    }
    const double spread =
        std::max(std::fabs(fit.least - fit.centre), std::fabs(fit.most - fit.centre));
    fit.perSpread = spread == 0 ? 1 : 1 / spread;
    double two = 0;
    double three = 0;
    for (std::size_t i = 0; i < pairs.size(); ++i) {
        const double d = (pairs[i].reading - fit.centre) * fit.perSpread;
        const double square = weightAt(weights, i) * d * d;
        two += square;
        three += square * d;
    }
    fit.bend = two > 0 ? three / two : 0;
    fit.level = two / n;
}

using Steps = std::array<double, 3>;

double along(const Steps& steps, const std::array<double, 3>& p)
{
    return steps[0] * p[0] + steps[1] * p[1] + steps[2] * p[2];
}

/// The sums over the polynomials, and what is left of the references. Returns what a second look
/// at what is left takes off: the rounding of the first.
Steps solve(Fit& fit, std::span<const FitPair> pairs, const std::vector<double>& weights)
{
    const auto used = polynomialsOf(fit.model);
    fit.terms.assign(3, {});
    fit.residuals.resize(pairs.size());
    Steps sums{};
    Steps norms{};
    for (std::size_t i = 0; i < pairs.size(); ++i) {
        const auto p = fit.polynomialsAt(pairs[i].reading);
        const double w = weightAt(weights, i);
        fit.residuals[i] = pairs[i].reference - fit.fixedGain * pairs[i].reading;
        for (std::size_t k = 0; k < 3; ++k) {
            sums[k] += w * fit.residuals[i] * p[k];
            norms[k] += w * p[k] * p[k];
        }
    }
    const auto stepsOf = [&] {
        Steps steps{};
        for (std::size_t k = 0; k < 3; ++k) {
            steps[k] = used[k] && norms[k] > 0 ? sums[k] / norms[k] : 0;
            fit.terms[k].value += steps[k];
            fit.terms[k].norm = used[k] ? norms[k] : 0;
        }
        return steps;
    };
    const auto first = stepsOf();
    sums = {};
    for (std::size_t i = 0; i < pairs.size(); ++i) {
        const auto p = fit.polynomialsAt(pairs[i].reading);
        const double w = weightAt(weights, i);
        fit.residuals[i] -= along(first, p);
        for (std::size_t k = 0; k < 3; ++k)
            sums[k] += w * fit.residuals[i] * p[k];
    }
    return stepsOf();
}

/// The residuals, less what the second look took off, and what they say.
void fillFigures(Fit& fit, std::span<const FitPair> pairs, const std::vector<double>& weights,
    const Steps& steps)
{
    // The scatter about the mean, from sums about the first reference.
    const double about = fit.model == FitModel::Gain ? 0 : pairs.front().reference;
    double sum = 0;
    double scatter = 0;
    for (std::size_t i = 0; i < pairs.size(); ++i) {
        double& left = fit.residuals[i];
        left -= along(steps, fit.polynomialsAt(pairs[i].reading));
        const double w = weightAt(weights, i);
        const double d = pairs[i].reference - about;
        fit.residualSquares += w * left * left;
        sum += w * d;
        scatter += w * d * d;
    }
    if (fit.model != FitModel::Gain)
        scatter -= sum * sum / static_cast<double>(pairs.size());
    const auto used = polynomialsOf(fit.model);
    fit.freedom = static_cast<int>(pairs.size())
        - static_cast<int>(std::count(used.begin(), used.end(), true));
    fit.residualDeviation = fit.freedom > 0 ? std::sqrt(fit.residualSquares / fit.freedom) : 0;
    fit.rSquared = scatter > 0 ? 1 - fit.residualSquares / scatter : 1;
}

/// The coefficients in powers of the reading, and their errors, from those of the polynomials.
void fillCoefficients(Fit& fit)
{
    const double s = 1 / fit.perSpread;
    const double c = fit.centre;
    // Each polynomial in powers of the reading: 1; u; u² − bend·u − level with u = (x − c)/s.
    const std::array<std::array<double, 3>, 3> powers{{{1, 0, 0}, {-c / s, 1 / s, 0},
        {c * c / (s * s) + fit.bend * c / s - fit.level, -2 * c / (s * s) - fit.bend / s,
            1 / (s * s)}}};
    const std::size_t count = fit.model == FitModel::Quadratic ? 3 : 2;
    fit.coefficients.assign(count, 0);
    fit.errors.assign(count, 0);
    for (std::size_t power = 0; power < count; ++power) {
        double squares = 0;
        for (std::size_t k = 0; k < 3; ++k) {
            fit.coefficients[power] += fit.terms[k].value * powers[k][power];
            if (fit.terms[k].norm > 0)
                squares += powers[k][power] * powers[k][power] / fit.terms[k].norm;
        }
        fit.errors[power] = fit.residualDeviation * std::sqrt(squares);
    }
    if (fit.model == FitModel::Offset)
        fit.coefficients[1] += fit.fixedGain;
}

/// The pairs by reading, those of one reading as their mean.
std::vector<std::pair<double, double>> tableOf(std::span<const FitPair> pairs)
{
    std::vector<FitPair> sorted(pairs.begin(), pairs.end());
    std::stable_sort(sorted.begin(), sorted.end(),
        [](const FitPair& a, const FitPair& b) { return a.reading < b.reading; });
    std::vector<std::pair<double, double>> table;
    for (std::size_t i = 0; i < sorted.size();) {
        double sum = 0;
        std::size_t end = i;
        for (; end < sorted.size() && sorted[end].reading == sorted[i].reading; ++end)
            sum += sorted[end].reference;
        table.emplace_back(sorted[i].reading, sum / static_cast<double>(end - i));
        i = end;
    }
    return table;
}

double tableAt(const std::vector<std::pair<double, double>>& table, double x)
{
    const auto above = std::lower_bound(table.begin(), table.end(), x,
        [](const auto& point, double value) { return point.first < value; });
    if (above == table.begin() || above == table.end())
        return above == table.end() ? table.back().second : table.front().second;
    const auto below = above - 1;
    return below->second
        + (above->second - below->second) * (x - below->first) / (above->first - below->first);
}

Fit tableFit(std::span<const FitPair> pairs)
{
    Fit fit;
    fit.model = FitModel::Table;
    fit.points = pairs.size();
    fit.table = tableOf(pairs);
    fit.least = fit.table.front().first;
    fit.most = fit.table.back().first;
    fit.freedom = static_cast<int>(pairs.size() - fit.table.size());
    double mean = 0;
    for (const auto& pair : pairs) {
        fit.residuals.push_back(pair.reference - tableAt(fit.table, pair.reading));
        fit.residualSquares += fit.residuals.back() * fit.residuals.back();
        mean += pair.reference / static_cast<double>(pairs.size());
    }
    double scatter = 0;
    for (const auto& pair : pairs)
        scatter += (pair.reference - mean) * (pair.reference - mean);
    fit.residualDeviation = fit.freedom > 0 ? std::sqrt(fit.residualSquares / fit.freedom) : 0;
    fit.rSquared = scatter > 0 ? 1 - fit.residualSquares / scatter : 1;
    return fit;
}

} // namespace

double Fit::at(double reading) const
{
    if (model == FitModel::Table)
        return tableAt(table, reading);
    const auto p = polynomialsAt(reading);
    double value = fixedGain * reading;
    for (std::size_t k = 0; k < terms.size(); ++k)
        value += terms[k].value * p[k];
    return value;
}

double Fit::predictionHalfWidth(double reading, double p) const
{
    if (freedom <= 0 || model == FitModel::Table)
        return std::numeric_limits<double>::infinity();
    const auto polynomials = polynomialsAt(reading);
    double variance = 1; // of the new pair itself
    for (std::size_t k = 0; k < terms.size(); ++k)
        if (terms[k].norm > 0)
            variance += polynomials[k] * polynomials[k] / terms[k].norm;
    return studentFactor(p, freedom) * residualDeviation * std::sqrt(variance);
}

double Fit::largestResidual() const
{
    double largest = 0;
    for (const double residual : residuals)
        largest = std::max(largest, std::fabs(residual));
    return largest;
}

Result<Fit> fitPairs(std::span<const FitPair> all, FitModel model, double gain)
{
    if (const auto checked = check(all, model); !checked)
        return checked.error();
    if (model == FitModel::Table)
        return tableFit(all);
    Fit fit;
    fit.model = model;
    fit.points = all.size();
    fit.fixedGain = model == FitModel::Offset ? gain : 0;
    const auto [low, high] = std::minmax_element(all.begin(), all.end(),
        [](const FitPair& a, const FitPair& b) { return a.reading < b.reading; });
    fit.least = low->reading;
    fit.most = high->reading;
    const std::array<FitPair, 2> ends{*low, *high};
    const auto used = model == FitModel::TwoPoint ? std::span<const FitPair>(ends) : all;
    const auto weights = weightsOf(used);
    prepare(fit, used, weights);
    const auto steps = solve(fit, used, weights);
    fillFigures(fit, used, weights, steps);
    fillCoefficients(fit);
    if (model == FitModel::TwoPoint) { // the others are judged by it
        fit.residuals.clear();
        for (const auto& pair : all)
            fit.residuals.push_back(pair.reference - fit.at(pair.reading));
    }
    return fit;
}

TermTest testTerm(const Fit& simple, const Fit& rich)
{
    const double more = simple.freedom - rich.freedom;
    if (more <= 0 || rich.freedom <= 0 || !(rich.residualSquares > 0))
        return {0, rich.residualSquares > 0 || simple.residualSquares == 0 ? 1.0 : 0.0};
    TermTest test;
    test.f = std::max(0.0, simple.residualSquares - rich.residualSquares) / more
        / (rich.residualSquares / rich.freedom);
    test.p = fUpperTail(test.f, more, rich.freedom);
    return test;
}

std::vector<double> studentisedResiduals(const Fit& fit, std::span<const FitPair> pairs)
{
    const auto weights = weightsOf(pairs);
    const double freedom = fit.freedom - 1;
    std::vector<double> all;
    for (std::size_t i = 0; i < pairs.size(); ++i) {
        const double w = weightAt(weights, i);
        const auto p = fit.polynomialsAt(pairs[i].reading);
        double room = 1; // 1 less the leverage of the pair
        for (std::size_t k = 0; k < fit.terms.size(); ++k)
            if (fit.terms[k].norm > 0)
                room -= w * p[k] * p[k] / fit.terms[k].norm;
        const double square = w * fit.residuals[i] * fit.residuals[i];
        const double without =
            freedom > 0 && room > 1e-12 ? (fit.residualSquares - square / room) / freedom : 0;
        all.push_back(without > 0 ? fit.residuals[i] * std::sqrt(w / (without * room)) : 0);
    }
    return all;
}

std::vector<std::size_t> outliers(const Fit& fit, std::span<const FitPair> pairs)
{
    std::vector<std::size_t> found;
    if (fit.freedom < 2 || fit.model == FitModel::Table)
        return found;
    const double limit = studentFactor(0.05 / static_cast<double>(pairs.size()), fit.freedom - 1);
    const auto residuals = studentisedResiduals(fit, pairs);
    for (std::size_t i = 0; i < residuals.size(); ++i)
        if (std::fabs(residuals[i]) > limit)
            found.push_back(i);
    return found;
}

} // namespace fern
