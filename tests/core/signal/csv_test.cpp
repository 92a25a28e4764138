#include "signal/capture.h"
#include "signal/csv.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <cmath>

namespace fern {
namespace {

TEST(Csv, ReadsCommaSemicolonTabCommentsAndQuotes)
{
    for (const char* text : {"t_s,a\n0,1\n# note\n0.5,-2e1\n",
             "\xEF\xBB\xBFt_s;a\r\n0;1\r\n\r\n0.5;-20", "t_s\ta\n0\t1\n 0.5 \t\"-20\"\n"}) {
        const auto table = parseCsv(text);
        ASSERT_TRUE(table) << text;
        EXPECT_EQ(table->header, (std::vector<std::string>{"t_s", "a"})) << text;
        EXPECT_EQ(table->columns[0], (std::vector<double>{0, 0.5})) << text;
        EXPECT_EQ(table->columns[1], (std::vector<double>{1, -20})) << text;
    }
    EXPECT_EQ(splitCsvLine(R"(a,"b,""c""",)", ','), (std::vector<std::string>{"a", "b,\"c\"", ""}));
}

TEST(Csv, TakesAnEmptyCellAsAMissingValue)
{
    const auto table = parseCsv("t_s,a,b\n0,,3\n");
    ASSERT_TRUE(table);
    EXPECT_TRUE(std::isnan(table->columns[1][0]));
    EXPECT_EQ(table->columns[2][0], 3);
}

TEST(Csv, SaysWhichLineIsWrong)
{
    EXPECT_EQ(
        describe(parseCsv("t_s,a\n0,1\n0.1\n").error()), "line 3: 1 cells, but the header has 2");
    EXPECT_EQ(describe(parseCsv("t_s,a\n0,1\n0.1,12,5\n").error()),
        "line 3: 3 cells, but the header has 2");
    EXPECT_EQ(describe(parseCsv("t_s,a\n0,abc\n").error()),
        "line 2: \"abc\" in column \"a\" is no number");
    EXPECT_EQ(describe(parseCsv("t_s,a\n0,1e999\n").error()),
        "line 2: \"1e999\" in column \"a\" is no number");
    EXPECT_EQ(describe(parseCsv("0,1\n").error()),
        "line 1: the first line holds numbers; it must name the columns");
    EXPECT_EQ(describe(parseCsv("\n# only a note\n").error()), "the file has no header line");
}

TEST(Capture, NamesChannelTapAndUnit)
{
    const auto captures = capturesOf(
        *parseCsv("t_s,house-battery.reading,speed [km/h],x.smoothed [V]\n0,1,2,3\n1,4,5,6\n"));
    ASSERT_TRUE(captures);
    ASSERT_EQ(captures->size(), 3U);
    EXPECT_EQ((*captures)[0].channel, "house-battery");
    EXPECT_EQ((*captures)[0].tap, Tap::Reading);
    EXPECT_EQ((*captures)[1].channel, "speed");
    EXPECT_EQ((*captures)[1].tap, Tap::Scaled);
    EXPECT_EQ((*captures)[1].unit, "km/h");
    EXPECT_EQ((*captures)[2].tap, Tap::Smoothed);
    EXPECT_EQ((*captures)[2].values, (std::vector<double>{3, 6}));
    EXPECT_EQ((*captures)[0].at[1], ticksFromSeconds(1));
}

TEST(Capture, RefusesTimesThatDoNotRiseAndUnknownTaps)
{
    EXPECT_EQ(capturesOf(*parseCsv("t_s,a\n0,1\n0,2\n")).error().message,
        "the time 0 s of row 2 does not follow the row before");
    EXPECT_FALSE(capturesOf(*parseCsv("t_s,a\n,1\n")));
    EXPECT_FALSE(capturesOf(*parseCsv("t_s,a\n1e12,1\n")));
    EXPECT_FALSE(capturesOf(*parseCsv("t_s,a.thought\n0,1\n")));
    EXPECT_FALSE(capturesOf(*parseCsv("t_s,a [V\n0,1\n")));
    EXPECT_FALSE(capturesOf(*parseCsv("time,a\n0,1\n")));
}

RC_GTEST_PROP(Csv, NumbersReadBackEqual, (std::vector<double> values))
{
    std::string text = "t_s,a\n";
    for (std::size_t i = 0; i < values.size(); ++i)
        text +=
            std::to_string(i) + "," + csvNumber(std::isfinite(values[i]) ? values[i] : 0) + "\n";
    const auto table = parseCsv(text);
    RC_ASSERT(table.has_value());
    for (std::size_t i = 0; i < values.size(); ++i)
        RC_ASSERT(table->columns[1][i] == (std::isfinite(values[i]) ? values[i] : 0));
}

RC_GTEST_PROP(Csv, NeverBreaksOnAnyBytes, (std::string bytes))
{
    const auto table = parseCsv(bytes);
    if (table)
        for (const auto& column : table->columns)
            RC_ASSERT(column.size() == table->rows());
}

} // namespace
} // namespace fern
