#include "signal/capture.h"

#include <gmock/gmock.h>

#include <cmath>

namespace fern {
namespace {

using testing::ElementsAre;
using testing::NanSensitiveDoubleEq;

const double nothing = std::nan("");

TEST(JoinInstants, RowsOfOneInstantBecomeOne)
{
    CsvTable table;
    table.header = {"t_s", "a", "left out", "b"};
    table.columns = {
        {0, 0, 1, 1, 2}, {1, nothing, 2, nothing, 3}, {}, {nothing, 10, nothing, 20, nothing}};
    joinInstants(table);
    EXPECT_EQ(table.rows(), 3U);
    EXPECT_THAT(table.columns[0], ElementsAre(0, 1, 2));
    EXPECT_THAT(table.columns[1], ElementsAre(1, 2, 3));
    EXPECT_TRUE(table.columns[2].empty());
    EXPECT_THAT(table.columns[3], ElementsAre(10, 20, NanSensitiveDoubleEq(nothing)));
}

TEST(DropDisorder, LeavesRowsOutThatDoNotFollow)
{
    CsvTable table;
    table.header = {"t_s", "a", "left out"};
    table.columns = {{0, 1, 1, 0.5, nothing, 2}, {10, 11, 12, 13, 14, 15}, {}};
    EXPECT_EQ(dropDisorder(table), 3U);
    EXPECT_THAT(table.columns[0], ElementsAre(0, 1, 2));
    EXPECT_THAT(table.columns[1], ElementsAre(10, 11, 15));
    EXPECT_TRUE(table.columns[2].empty());
    EXPECT_EQ(dropDisorder(table), 0U);
}

TEST(Capture, ColumnsThatOnlyATraceHas)
{
    EXPECT_TRUE(isTraceOnly("battery.age [s]"));
    EXPECT_TRUE(isTraceOnly(".code"));
    EXPECT_FALSE(isTraceOnly("battery.scaled [V]"));
    EXPECT_FALSE(isTraceOnly(""));
}

TEST(JoinInstants, TwoValuesOfOneColumnStayApart)
{
    CsvTable table;
    table.header = {"t_s", "a"};
    table.columns = {{0, 0, 0}, {1, 2, nothing}};
    joinInstants(table);
    EXPECT_THAT(table.columns[0], ElementsAre(0, 0));
    EXPECT_THAT(table.columns[1], ElementsAre(1, 2));
}

} // namespace
} // namespace fern
