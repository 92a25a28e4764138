#include "reading/beat_statistics.h"

#include <gtest/gtest.h>

#include <vector>

namespace fern {
namespace {

/// Seconds between beats, one of them out of turn: heart-rr.csv of the reference sheets.
const std::vector<double> withEctopic{0.812, 0.798, 0.805, 0.821, 0.834, 0.827, 0.809, 0.795, 0.47,
    1.118, 0.788, 0.801, 0.816, 0.829, 0.84, 0.831, 0.818, 0.804, 0.797, 0.806, 0.82, 0.833};

TEST(BeatStatistics, AreThoseOfTheTaskForce)
{
    // Source: heart-expected.csv of the reference sheets, by the definitions of the ESC/NASPE Task
    // Force, Eur Heart J 17 (1996) 354.
    const auto with = beatStatistics(withEctopic);
    EXPECT_EQ(with.intervals, 22);
    EXPECT_NEAR(1000 * with.mean, 812.3636363636364, 1e-9);
    EXPECT_NEAR(1000 * with.median, 814, 1e-9);
    EXPECT_NEAR(1000 * with.deviation, 101.17008095966555, 1e-9);
    EXPECT_NEAR(1000 * with.successive, 174.2047235705327, 1e-9);
    EXPECT_NEAR(with.perMinute(), 73.8585496866607, 1e-9);
}

TEST(BeatStatistics, OfFewBeatsTellNoMoreThanTheyCan)
{
    EXPECT_EQ(beatStatistics({}).perMinute(), 0);
    const std::vector<double> one{0.8};
    EXPECT_EQ(beatStatistics(one).perMinute(), 75);
    EXPECT_EQ(beatStatistics(one).deviation, 0);
}

} // namespace
} // namespace fern
