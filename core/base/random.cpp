#include "base/random.h"

#include <array>
#include <bit>
#include <cassert>
#include <cmath>

namespace fern {

namespace {

using Coefficients = std::array<double, 8>;

double polynomial(const Coefficients& c, double x)
{
    double sum = c[7];
    for (int i = 6; i >= 0; --i)
        sum = sum * x + c[static_cast<std::size_t>(i)];
    return sum;
}

/// Natural logarithm of a positive normal number, from exact operations only: the exponent times
/// ln 2 plus the series of 2·artanh((m − 1)/(m + 1)) for the mantissa.
double portableLog(double x)
{
    constexpr double ln2 = 0.69314718055994530942;
    const auto bits = std::bit_cast<std::uint64_t>(x);
    auto exponent = static_cast<int>(bits >> 52U) - 1022;
    double m = std::bit_cast<double>((bits & 0x000FFFFFFFFFFFFFULL) | 0x3FE0000000000000ULL);
    if (m < 0.70710678118654752440) {
        m *= 2;
        --exponent;
    }
    const double z = (m - 1) / (m + 1);
    const double square = z * z;
    double sum = 0;
    for (int k = 23; k >= 1; k -= 2)
        sum = sum * square + 1.0 / k;
    return exponent * ln2 + 2 * z * sum;
}

constexpr Coefficients centreTop{3.3871328727963666080e0, 1.3314166789178437745e+2,
    1.9715909503065514427e+3, 1.3731693765509461125e+4, 4.5921953931549871457e+4,
    6.7265770927008700853e+4, 3.3430575583588128105e+4, 2.5090809287301226727e+3};
constexpr Coefficients centreBottom{1.0, 4.2313330701600911252e+1, 6.8718700749205790830e+2,
    5.3941960214247511077e+3, 2.1213794301586595867e+4, 3.9307895800092710610e+4,
    2.8729085735721942674e+4, 5.2264952788528545610e+3};
constexpr Coefficients nearTop{1.42343711074968357734e0, 4.63033784615654529590e0,
    5.76949722146069140550e0, 3.64784832476320460504e0, 1.27045825245236838258e0,
    2.41780725177450611770e-1, 2.27238449892691845833e-2, 7.74545014278341407640e-4};
constexpr Coefficients nearBottom{1.0, 2.05319162663775882187e0, 1.67638483018380384940e0,
    6.89767334985100004550e-1, 1.48103976427480074590e-1, 1.51986665636164571966e-2,
    5.47593808499534494600e-4, 1.05075007164441684324e-9};
constexpr Coefficients farTop{6.65790464350110377720e0, 5.46378491116411436990e0,
    1.78482653991729133580e0, 2.96560571828504891230e-1, 2.65321895265761230930e-2,
    1.24266094738807843860e-3, 2.71155556874348757815e-5, 2.01033439929228813265e-7};
constexpr Coefficients farBottom{1.0, 5.99832206555887937690e-1, 1.36929880922735805310e-1,
    1.48753612908506148525e-2, 7.86869131145613259100e-4, 1.84631831751005468180e-5,
    1.42151175831644588870e-7, 2.04426310338993978564e-15};

constexpr std::uint64_t golden = 0x9E3779B97F4A7C15ULL;

std::uint64_t mixed(std::uint64_t z)
{
    z = (z ^ (z >> 30U)) * 0xBF58476D1CE4E5B9ULL;
    z = (z ^ (z >> 27U)) * 0x94D049BB133111EBULL;
    return z ^ (z >> 31U);
}

/// FNV-1a over the bytes, ended by a zero byte so that ("ab", "c") differs from ("a", "bc").
std::uint64_t hashed(std::uint64_t hash, std::string_view text)
{
    for (const char c : text)
        hash = (hash ^ static_cast<unsigned char>(c)) * 0x100000001B3ULL;
    return hash * 0x100000001B3ULL;
}

} // namespace

double normalQuantile(double p)
{
    assert(p > 0 && p < 1);
    const double q = p - 0.5;
    if (std::fabs(q) <= 0.425) {
        const double r = 0.180625 - q * q;
        return q * polynomial(centreTop, r) / polynomial(centreBottom, r);
    }
    const double r = std::sqrt(-portableLog(q < 0 ? p : 1 - p));
    const double x = r <= 5 ? polynomial(nearTop, r - 1.6) / polynomial(nearBottom, r - 1.6)
                            : polynomial(farTop, r - 5) / polynomial(farBottom, r - 5);
    return q < 0 ? -x : x;
}

RandomStream::RandomStream(std::uint64_t seed, std::string_view id, std::string_view purpose)
    : m_key(mixed(hashed(hashed(0xCBF29CE484222325ULL ^ mixed(seed + golden), id), purpose)))
{
}

std::uint64_t RandomStream::bits(std::uint64_t index) const
{
    return mixed(m_key + (index + 1) * golden);
}

double RandomStream::uniform(std::uint64_t index) const
{
    // 52 bits and a half step: never 0, never 1, exactly representable.
    return (static_cast<double>(bits(index) >> 12U) + 0.5) * 0x1p-52;
}

} // namespace fern
