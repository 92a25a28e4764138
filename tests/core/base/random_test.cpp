#include "base/random.h"

#include <gtest/gtest.h>

#include <cmath>

namespace fern {
namespace {

// Oracle: scipy.special.ndtri 1.10.1.
TEST(NormalQuantile, AgreesWithScipy)
{
    const struct {
        double p, x;
    } known[] = {{0.5, 0}, {0.975, 1.959963984540054}, {0.9, 1.2815515655446004},
        {0.1, -1.2815515655446004}, {0.9999, 3.719016485455709}, {1e-10, -6.361340902404056},
        {1e-20, -9.262340089798408}, {0.9250001, 1.439532177375901},
        {0.0749999, -1.439532177375901}};
    for (const auto& [p, x] : known)
        EXPECT_NEAR(normalQuantile(p), x, 4e-13 * (1 + std::fabs(x))) << p;
}

TEST(RandomStream, IsTheSameOnEveryMachine)
{
    const RandomStream stream(417, "house-battery", "noise");
    // Source: the same hash and generator written in Python with whole numbers.
    EXPECT_EQ(stream.bits(0), 0xDD442806B3FE5375ULL);
    EXPECT_EQ(stream.bits(1), 0xA19729285FAB662EULL);
}

TEST(RandomStream, HasNormalMoments)
{
    const RandomStream stream(1, "a", "noise");
    constexpr int count = 200000;
    double sum = 0, squares = 0, cubes = 0, fourths = 0, products = 0;
    double last = 0;
    for (int i = 0; i < count; ++i) {
        const double x = stream.normal(static_cast<std::uint64_t>(i));
        sum += x;
        squares += x * x;
        cubes += x * x * x;
        fourths += x * x * x * x;
        products += x * last;
        last = x;
    }
    // Five standard errors of each estimate.
    const double root = std::sqrt(count);
    EXPECT_NEAR(sum / count, 0, 5 / root);
    EXPECT_NEAR(squares / count, 1, 5 * std::sqrt(2.0) / root);
    EXPECT_NEAR(cubes / count, 0, 5 * std::sqrt(15.0) / root);
    EXPECT_NEAR(fourths / count, 3, 5 * std::sqrt(96.0) / root);
    EXPECT_NEAR(products / count, 0, 5 / root);
}

TEST(RandomStream, DiffersBySeedIdAndPurpose)
{
    const RandomStream base(1, "a", "noise");
    double product = 0;
    int others = 0;
    for (const auto& other : {RandomStream(2, "a", "noise"), RandomStream(1, "b", "noise"),
             RandomStream(1, "a", "drift"), RandomStream(1, "an", "oise")}) {
        ++others;
        EXPECT_NE(base.bits(0), other.bits(0));
        for (std::uint64_t i = 0; i < 10000; ++i)
            product += base.normal(i) * other.normal(i);
    }
    EXPECT_NEAR(product / (10000 * others), 0, 0.03);
}

} // namespace
} // namespace fern
