#include "curves/polyline.h"

#include <gtest/gtest.h>

#include <array>

namespace fern {
namespace {

TEST(Polyline, RunsStraightBetweenPointsAndHoldsOutside)
{
    constexpr std::array<CurvePoint, 3> points{{{0, 13}, {10, 11}, {12, 12}}};
    EXPECT_EQ(polylineAt(points, -5), 13);
    EXPECT_EQ(polylineAt(points, 0), 13);
    EXPECT_EQ(polylineAt(points, 5), 12);
    EXPECT_EQ(polylineAt(points, 10), 11);
    EXPECT_EQ(polylineAt(points, 11), 11.5);
    EXPECT_EQ(polylineAt(points, 12), 12);
    EXPECT_EQ(polylineAt(points, 1e9), 12);
    constexpr std::array<CurvePoint, 1> one{{{3, 7}}};
    EXPECT_EQ(polylineAt(one, 0), 7);
    EXPECT_EQ(polylineAt(one, 3), 7);
}

} // namespace
} // namespace fern
