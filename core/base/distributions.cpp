#include "base/distributions.h"

#include <cmath>
#include <limits>

namespace fern {

namespace {

double betaFraction(double a, double b, double x)
{
    constexpr double tiny = 1e-300;
    constexpr int mostTerms = 10000;
    const auto awayFromZero = [](double value) { return std::fabs(value) < tiny ? tiny : value; };
    double c = 1;
    double d = 1 / awayFromZero(1 - (a + b) * x / (a + 1));
    double fraction = d;
    for (int m = 1; m <= mostTerms; ++m) {
        const double even = m * (b - m) * x / ((a + 2 * m - 1) * (a + 2 * m));
        d = 1 / awayFromZero(1 + even * d);
        c = awayFromZero(1 + even / c);
        fraction *= d * c;
        const double odd = -(a + m) * (a + b + m) * x / ((a + 2 * m) * (a + 2 * m + 1));
        d = 1 / awayFromZero(1 + odd * d);
        c = awayFromZero(1 + odd / c);
        fraction *= d * c;
        if (std::fabs(d * c - 1) < std::numeric_limits<double>::epsilon())
            break;
    }
    return fraction;
}

} // namespace

double regularizedBeta(double a, double b, double x)
{
    if (x <= 0 || x >= 1)
        return x <= 0 ? 0 : 1;
    const double front = std::exp(std::lgamma(a + b) - std::lgamma(a) - std::lgamma(b)
        + a * std::log(x) + b * std::log1p(-x));
    // The fraction converges quickly on this side of the mean.
    return x < (a + 1) / (a + b + 2) ? front * betaFraction(a, b, x) / a
                                     : 1 - front * betaFraction(b, a, 1 - x) / b;
}

double fUpperTail(double f, double upperFreedom, double lowerFreedom)
{
    return regularizedBeta(
        lowerFreedom / 2, upperFreedom / 2, lowerFreedom / (lowerFreedom + upperFreedom * f));
}

double studentUpperTail(double t, double freedom)
{
    const double half = regularizedBeta(freedom / 2, 0.5, freedom / (freedom + t * t)) / 2;
    return t < 0 ? 1 - half : half;
}

double studentFactor(double p, double freedom)
{
    const auto tail = [&](double t) { return 2 * studentUpperTail(t, freedom); };
    double low = 0;
    double high = 1;
    while (tail(high) > p)
        high *= 2;
    for (int i = 0; i < 200 && high - low > 1e-15 * high; ++i) {
        const double middle = 0.5 * (low + high);
        (tail(middle) > p ? low : high) = middle;
    }
    return 0.5 * (low + high);
}

} // namespace fern
