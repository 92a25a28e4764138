#include "scale/fit.h"

#include "base/distributions.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>

#include <fmt/format.h>

namespace fern {

namespace {

/// The weights of pairs with mean 1; empty, and so without room, where all count alike.
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

/// What one pass over the pairs tells.
struct Survey {
    std::size_t lowest = 0, highest = 0; ///< indices of the pairs with these readings
    bool hasGain = false; ///< some reading is not 0
};

Result<Survey> survey(std::span<const FitPair> pairs, FitModel model)
{
    Survey seen;
    for (std::size_t i = 0; i < pairs.size(); ++i) {
        const auto& pair = pairs[i];
        if (!std::isfinite(pair.reading) || !std::isfinite(pair.reference)
            || !std::isfinite(pair.uncertainty) || pair.uncertainty < 0)
            return Error{
                ErrorCode::InvalidArgument, fmt::format("pair {} is not finite", i + 1), ""};
        if (pair.reading < pairs[seen.lowest].reading)
            seen.lowest = i;
        if (pair.reading > pairs[seen.highest].reading)
            seen.highest = i;
        seen.hasGain = seen.hasGain || pair.reading != 0;
    }
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
    if (model == FitModel::Gain && !seen.hasGain)
        return Error{ErrorCode::InvalidArgument, "a gain needs a reading other than 0", ""};
    return seen;
}

/// Which of the polynomials 1, u, u² − … a model has.
std::array<bool, 3> polynomialsOf(FitModel model)
{
    return {model != FitModel::Gain, model != FitModel::Offset, model == FitModel::Quadratic};
}

/// Centre and spread of the readings.
void centre(Fit& fit, std::span<const FitPair> pairs, const std::vector<double>& weights)
{
    if (fit.model != FitModel::Gain && fit.model != FitModel::Offset) {
        const double about = pairs.front().reading; // so that far readings lose no digits
        double sum = 0;
        for (std::size_t i = 0; i < pairs.size(); ++i)
            sum += weightAt(weights, i) * (pairs[i].reading - about);
        fit.basis.centre = about + sum / static_cast<double>(pairs.size());
    }
    const double spread =
        std::max(std::fabs(fit.least - fit.basis.centre), std::fabs(fit.most - fit.basis.centre));
    fit.basis.perSpread = spread == 0 ? 1 : 1 / spread;
}

using Steps = std::array<double, 3>;

double along(const Steps& steps, const std::array<double, 3>& p)
{
    return steps[0] * p[0] + steps[1] * p[1] + steps[2] * p[2];
}

/// The first look: sums over the powers of u make the polynomials orthogonal, and the steps along
/// them. What rounding does here, the second look takes off.
Steps firstLook(Fit& fit, std::span<const FitPair> pairs, const std::vector<double>& weights)
{
    const auto basis = fit.basis;
    double weight = 0;
    std::array<double, 3> u{}; // Σ u², u³, u⁴
    std::array<double, 3> r{}; // Σ reference, · u, · u²
    for (std::size_t i = 0; i < pairs.size(); ++i) {
        const double x = (pairs[i].reading - basis.centre) * basis.perSpread;
        const double w = weightAt(weights, i);
        const double square = w * x * x;
        const double reference = pairs[i].reference - fit.fixedGain * pairs[i].reading;
        weight += w;
        u[0] += square;
        u[1] += square * x;
        u[2] += square * x * x;
        r[0] += w * reference;
        r[1] += w * reference * x;
        r[2] += square * reference;
    }
    fit.basis.bend = u[0] > 0 ? u[1] / u[0] : 0;
    fit.basis.level = u[0] / weight;
    const double bend = fit.basis.bend;
    const double level = fit.basis.level;
    const std::array<double, 3> norms{weight, u[0], u[2] - bend * u[1] - level * u[0]};
    const std::array<double, 3> sums{r[0], r[1], r[2] - bend * r[1] - level * r[0]};
    const auto used = polynomialsOf(fit.model);
    Steps steps{};
    fit.terms.assign(3, {});
    for (std::size_t k = 0; k < 3; ++k)
        if (used[k] && norms[k] > 0) {
            steps[k] = sums[k] / norms[k];
            fit.terms[k] = {steps[k], norms[k]};
        }
    return steps;
}

/// The second look, at what the first one leaves. Returns what it takes off.
Steps secondLook(Fit& fit, std::span<const FitPair> pairs, const std::vector<double>& weights,
    const Steps& first)
{
    const auto basis = fit.basis; // a copy, which no store of a residual can change
    fit.residuals.resize(pairs.size());
    std::array<double, 3> sums{};
    for (std::size_t i = 0; i < pairs.size(); ++i) {
        const auto p = basis.at(pairs[i].reading);
        const double left = pairs[i].reference - fit.fixedGain * pairs[i].reading - along(first, p);
        fit.residuals[i] = left;
        const double w = weightAt(weights, i);
        for (std::size_t k = 0; k < 3; ++k)
            sums[k] += w * left * p[k];
    }
    Steps steps{};
    for (std::size_t k = 0; k < 3; ++k)
        if (fit.terms[k].norm > 0) {
            steps[k] = sums[k] / fit.terms[k].norm;
            fit.terms[k].value += steps[k];
        }
    return steps;
}

/// The residuals, less what the second look took off, and what they say.
void fillFigures(Fit& fit, std::span<const FitPair> pairs, const std::vector<double>& weights,
    const Steps& steps)
{
    const auto basis = fit.basis;
    // The scatter about the mean, from sums about the first reference.
    const double about = fit.model == FitModel::Gain ? 0 : pairs.front().reference;
    double sum = 0;
    double scatter = 0;
    for (std::size_t i = 0; i < pairs.size(); ++i) {
        double& left = fit.residuals[i];
        left -= along(steps, basis.at(pairs[i].reading));
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
    const double s = 1 / fit.basis.perSpread;
    const double c = fit.basis.centre;
    // Each polynomial in powers of the reading: 1; u; u² − bend·u − level with u = (x − c)/s.
    const std::array<std::array<double, 3>, 3> powers{{{1, 0, 0}, {-c / s, 1 / s, 0},
        {c * c / (s * s) + fit.basis.bend * c / s - fit.basis.level,
            -2 * c / (s * s) - fit.basis.bend / s, 1 / (s * s)}}};
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
    const auto p = basis.at(reading);
    double value = fixedGain * reading;
    for (std::size_t k = 0; k < terms.size(); ++k)
        value += terms[k].value * p[k];
    return value;
}

double Fit::predictionHalfWidth(double reading, double p) const
{
    if (freedom <= 0 || model == FitModel::Table)
        return std::numeric_limits<double>::infinity();
    const auto polynomials = basis.at(reading);
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
    const auto seen = survey(all, model);
    if (!seen)
        return seen.error();
    if (model == FitModel::Table)
        return tableFit(all);
    Fit fit;
    fit.model = model;
    fit.points = all.size();
    fit.fixedGain = model == FitModel::Offset ? gain : 0;
    const std::array<FitPair, 2> ends{all[seen->lowest], all[seen->highest]};
    fit.least = ends[0].reading;
    fit.most = ends[1].reading;
    const auto used = model == FitModel::TwoPoint ? std::span<const FitPair>(ends) : all;
    const auto weights = weightsOf(used);
    centre(fit, used, weights);
    const auto first = firstLook(fit, used, weights);
    const auto second = secondLook(fit, used, weights, first);
    if (model
        == FitModel::TwoPoint) { // judged by all pairs: what the others are off is its scatter
        fit.residuals.clear();
        for (const auto& pair : all)
            fit.residuals.push_back(pair.reference - fit.at(pair.reading));
        fillFigures(fit, all, weightsOf(all), {});
    } else {
        fillFigures(fit, used, weights, second);
    }
    fillCoefficients(fit);
    return fit;
}

std::vector<double> relativeWeights(std::span<const FitPair> pairs)
{
    auto weights = weightsOf(pairs);
    weights.resize(pairs.size(), 1);
    return weights;
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
        const auto p = fit.basis.at(pairs[i].reading);
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
    // A table goes through them all, and the leverage on a line through two is not theirs.
    if (fit.freedom < 2 || fit.model == FitModel::Table || fit.model == FitModel::TwoPoint)
        return found;
    const double limit = studentFactor(0.05 / static_cast<double>(pairs.size()), fit.freedom - 1);
    const auto residuals = studentisedResiduals(fit, pairs);
    for (std::size_t i = 0; i < residuals.size(); ++i)
        if (std::fabs(residuals[i]) > limit)
            found.push_back(i);
    return found;
}

} // namespace fern
