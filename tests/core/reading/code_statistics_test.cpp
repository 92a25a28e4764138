#include "reading/code_statistics.h"

#include <gtest/gtest.h>

#include <cmath>

namespace fern {
namespace {

TEST(CodeStatistics, CountMeanSpreadAndRange)
{
    // By hand: mean 5, squares 9+1+1+1+0+0+4+16 = 32, deviation √(32/7).
    const std::vector<double> codes{2, 4, 4, 4, 5, 5, 7, 9, std::nan("")};
    const auto s = codeStatistics(codes);
    EXPECT_EQ(s.samples, 8);
    EXPECT_DOUBLE_EQ(s.mean, 5);
    EXPECT_DOUBLE_EQ(s.deviation, std::sqrt(32.0 / 7));
    EXPECT_EQ(s.least, 2);
    EXPECT_EQ(s.most, 9);
    EXPECT_EQ(s.distinct, 5);
    EXPECT_EQ(s.bins.size(), 8U);
    EXPECT_EQ(s.bins[2], (CodeBin{4, 3}));
    EXPECT_TRUE(s.missing.empty()); // too few to tell
}

TEST(CodeStatistics, OfOneAndOfTwo)
{
    EXPECT_EQ(codeStatistics(std::vector<double>{7}).deviation, 0);
    EXPECT_DOUBLE_EQ(codeStatistics(std::vector<double>{7, 9}).deviation, std::sqrt(2.0));
}

TEST(CodeStatistics, NameACodeThatNeverComesBetweenFrequentOnes)
{
    std::vector<double> codes;
    for (int i = 0; i < 6; ++i)
        for (const double code : {100.0, 101.0, 103.0, 104.0})
            codes.push_back(code);
    EXPECT_EQ(codeStatistics(codes).missing, std::vector<std::int64_t>{102});
    codes.push_back(102);
    EXPECT_TRUE(codeStatistics(codes).missing.empty());
}

TEST(CodeStatistics, WidenTheBinsForWideSpreads)
{
    std::vector<double> codes;
    for (int i = 0; i < 1000; ++i)
        codes.push_back(i);
    const auto s = codeStatistics(codes, 64);
    EXPECT_EQ(s.binWidth, 16);
    EXPECT_EQ(s.bins.size(), 63U);
    EXPECT_EQ(s.bins.back(), (CodeBin{992, 8}));
    EXPECT_TRUE(codeStatistics({}).bins.empty());
}

} // namespace
} // namespace fern
