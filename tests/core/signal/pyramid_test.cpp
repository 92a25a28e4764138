// The extremes of stretches of a long series, against a search of every value.

#include "signal/pyramid.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <cmath>

namespace fern {
namespace {

Extremes searched(const std::vector<double>& values, std::size_t from, std::size_t to)
{
    Extremes all;
    for (auto i = from; i < std::min(to, values.size()); ++i)
        all.take(values[i]);
    return all;
}

RC_GTEST_PROP(MinMaxPyramid, AgreesWithASearchOfEveryValue, ())
{
    MinMaxPyramid pyramid;
    std::vector<double> values;
    const int pieces = *rc::gen::inRange(1, 6);
    for (int i = 0; i < pieces; ++i) {
        std::vector<double> piece(static_cast<std::size_t>(*rc::gen::inRange(0, 700)));
        for (auto& value : piece)
            value = *rc::gen::inRange(-1000, 1000);
        values.insert(values.end(), piece.begin(), piece.end());
        pyramid.cover(values);
    }
    const auto end = static_cast<int>(values.size()) + 5;
    const auto from = static_cast<std::size_t>(*rc::gen::inRange(0, end));
    const auto to = static_cast<std::size_t>(*rc::gen::inRange(0, end));
    RC_ASSERT(pyramid.between(values, from, to) == searched(values, from, to));
}

TEST(MinMaxPyramid, EdgesOfBlocks)
{
    std::vector<double> values;
    for (int i = 0; i < 5000; ++i)
        values.push_back((i * 7919) % 5000);
    MinMaxPyramid pyramid;
    pyramid.cover(values);
    for (const std::size_t from : {0, 1, 15, 16, 17, 255, 256, 257, 4095, 4096, 4097})
        for (const std::size_t length : {0, 1, 15, 16, 17, 256, 4096, 5000})
            EXPECT_EQ(
                pyramid.between(values, from, from + length), searched(values, from, from + length))
                << from << " " << length;
}

TEST(MinMaxPyramid, HolesAreNoValues)
{
    std::vector<double> values(100, std::nan(""));
    MinMaxPyramid pyramid;
    pyramid.cover(values);
    EXPECT_TRUE(pyramid.between(values, 0, 100).isEmpty());
    values.insert(values.end(), {3, std::nan(""), 1});
    pyramid.cover(values);
    EXPECT_EQ(pyramid.between(values, 0, 103), (Extremes{1, 3}));
    EXPECT_TRUE(pyramid.between(values, 50, 50).isEmpty());
}

} // namespace
} // namespace fern
