// Fits and tails against the GNU Scientific Library, on made-up and badly conditioned pairs.

#include "base/distributions.h"
#include "base/random.h"
#include "scale/fit.h"

#include <gsl/gsl_cdf.h>
#include <gsl/gsl_fit.h>
#include <gsl/gsl_multifit.h>
#include <gtest/gtest.h>

#include <cmath>
#include <vector>

namespace fern {
namespace {

struct Made {
    std::vector<double> x, y, weights;
    std::vector<FitPair> pairs;
};

Made made(double from, double span, std::uint64_t seed)
{
    const RandomStream random(seed, "pairs", "test");
    Made data;
    for (std::uint64_t i = 0; i < 40; ++i) {
        const double x = from + std::floor(span * random.uniform(3 * i));
        const double y = 2.5e-3 * (x - from) + 0.7 + 0.01 * random.normal(3 * i + 1);
        const double u = 0.01 + 0.02 * random.uniform(3 * i + 2);
        data.x.push_back(x);
        data.y.push_back(y);
        data.weights.push_back(1 / (u * u));
        data.pairs.push_back({x, y, u});
    }
    return data;
}

void expectClose(double ours, double theirs, double relative)
{
    EXPECT_NEAR(ours, theirs, relative * std::fabs(theirs));
}

TEST(FitAgainstGsl, WeightedLines)
{
    for (const double from : {0.0, 8388608.0}) {
        const auto data = made(from, 2000, 11);
        const auto fit = *fitPairs(data.pairs, FitModel::Line);
        double c0 = 0;
        double c1 = 0;
        double v00 = 0;
        double v01 = 0;
        double v11 = 0;
        double chi = 0;
        gsl_fit_wlinear(data.x.data(), 1, data.weights.data(), 1, data.y.data(), 1, data.x.size(),
            &c0, &c1, &v00, &v01, &v11, &chi);
        // Far from zero their constant is the difference of large numbers, in 16 digits.
        expectClose(fit.coefficients[1], c1, 1e-11);
        expectClose(fit.coefficients[0], c0, from > 0 ? 1e-9 : 1e-11);
        // Theirs take the uncertainties as they are; ours by their ratios and the scatter found.
        const double scale = std::sqrt(chi / (static_cast<double>(data.x.size()) - 2));
        expectClose(fit.errors[1], std::sqrt(v11) * scale, 1e-9);
        expectClose(fit.errors[0], std::sqrt(v00) * scale, from > 0 ? 1e-7 : 1e-9);
        for (const double x : {from, from + 1000, from + 3000})
            EXPECT_NEAR(fit.at(x), c0 + c1 * x, from > 0 ? 1e-7 : 1e-12) << x;
    }
}

TEST(FitAgainstGsl, Quadratics)
{
    for (const double from : {0.0, 300.0}) {
        const auto data = made(from, 2000, 12);
        std::vector<FitPair> unweighted = data.pairs;
        for (auto& pair : unweighted)
            pair.uncertainty = 0;
        const auto fit = *fitPairs(unweighted, FitModel::Quadratic);
        gsl_matrix* powers = gsl_matrix_alloc(data.x.size(), 3);
        gsl_vector* values = gsl_vector_alloc(data.x.size());
        for (std::size_t i = 0; i < data.x.size(); ++i) {
            for (std::size_t k = 0; k < 3; ++k)
                gsl_matrix_set(powers, i, k, std::pow(data.x[i], static_cast<double>(k)));
            gsl_vector_set(values, i, data.y[i]);
        }
        gsl_vector* c = gsl_vector_alloc(3);
        gsl_matrix* covariance = gsl_matrix_alloc(3, 3);
        double chi = 0;
        auto* work = gsl_multifit_linear_alloc(data.x.size(), 3);
        gsl_multifit_linear(powers, values, c, covariance, &chi, work);
        for (std::size_t k = 0; k < 3; ++k) {
            expectClose(fit.coefficients[k], gsl_vector_get(c, k), 1e-8);
            expectClose(fit.errors[k], std::sqrt(gsl_matrix_get(covariance, k, k)), 1e-8);
        }
        expectClose(fit.residualSquares, chi, 1e-10);
        gsl_multifit_linear_free(work);
        gsl_matrix_free(covariance);
        gsl_vector_free(c);
        gsl_vector_free(values);
        gsl_matrix_free(powers);
    }
}

TEST(FitAgainstGsl, GainsThroughZero)
{
    const auto data = made(100, 2000, 13);
    auto unweighted = data.pairs;
    for (auto& pair : unweighted)
        pair.uncertainty = 0;
    const auto fit = *fitPairs(unweighted, FitModel::Gain);
    double gain = 0;
    double variance = 0;
    double chi = 0;
    gsl_fit_mul(data.x.data(), 1, data.y.data(), 1, data.x.size(), &gain, &variance, &chi);
    EXPECT_EQ(fit.coefficients[0], 0);
    expectClose(fit.coefficients[1], gain, 1e-12);
    expectClose(fit.errors[1], std::sqrt(variance), 1e-11);
}

TEST(DistributionsAgainstGsl, TailsAndFactors)
{
    for (const double a : {1.0, 2.0, 5.0, 40.0})
        for (const double b : {1.0, 3.0, 17.0, 400.0, 1e5})
            for (const double f : {1e-3, 0.3, 1.0, 4.0, 50.0})
                EXPECT_NEAR(fUpperTail(f, a, b), gsl_cdf_fdist_Q(f, a, b), 1e-10)
                    << f << " " << a << " " << b;
    for (const double freedom : {1.0, 2.0, 7.0, 60.0, 1e4, 1e6})
        for (const double p : {0.5, 0.05, 0.01, 1e-6}) {
            const double theirs = gsl_cdf_tdist_Qinv(p / 2, freedom);
            EXPECT_NEAR(studentFactor(p, freedom), theirs, 1e-6 * theirs) << p << " " << freedom;
        }
}

} // namespace
} // namespace fern
