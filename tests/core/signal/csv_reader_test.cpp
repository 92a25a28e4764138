// Tables read piece by piece: the same whatever the pieces; what is no row is left out and told.

#include "signal/csv.h"
#include "signal/csv_reader.h"

#include <gmock/gmock.h>
#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <cmath>

namespace fern {
namespace {

using testing::ElementsAre;

CsvReader readWhole(std::string_view text, CsvForm form = {})
{
    CsvReader reader(std::move(form));
    reader.feed(text);
    reader.end();
    return reader;
}

RC_GTEST_PROP(CsvReader, PiecesMakeNoDifference, ())
{
    std::string text = "t_s,a,\"b, with\na line end\"\r\n";
    const int rows = *rc::gen::inRange(1, 30);
    for (int i = 0; i < rows; ++i) {
        const auto kind = *rc::gen::inRange(0, 6);
        text += kind == 0 ? "torn\n"
            : kind == 1   ? "# note, with \" in it\n"
            : kind == 2   ? "1,\"2\",nan\r\n"
            : kind == 3   ? "1,,3\n"
            : kind == 4   ? "1,x,\"3\n4\"\n"
                          : "1,2.5,3e2\n";
    }
    if (*rc::gen::arbitrary<bool>())
        text.pop_back();
    auto whole = readWhole(text);
    CsvReader pieces;
    for (std::size_t at = 0; at < text.size();) {
        const auto length = static_cast<std::size_t>(*rc::gen::inRange(1, 40));
        pieces.feed(std::string_view(text).substr(at, length));
        at += length;
    }
    pieces.end();
    RC_ASSERT(pieces.header() == whole.header());
    RC_ASSERT(pieces.rows() == whole.rows());
    RC_ASSERT(pieces.faults() == whole.faults());
    const auto columns = whole.take();
    const auto others = pieces.take();
    RC_ASSERT(columns.size() == others.size());
    for (std::size_t i = 0; i < columns.size(); ++i)
        for (std::size_t row = 0; row < columns[i].size(); ++row)
            RC_ASSERT(columns[i][row] == others[i][row]
                || (std::isnan(columns[i][row]) && std::isnan(others[i][row])));
}

TEST(CsvReader, LeavesOutAndTellsWhatIsNoRow)
{
    auto reader = readWhole("t_s,a\n0,1\n1\n# note\n2,3,4\n3,four\n4,5\n5,3;14\n6,7");
    EXPECT_EQ(reader.rows(), 3U);
    EXPECT_EQ(reader.faultCount(), 4U);
    EXPECT_THAT(reader.faults(),
        ElementsAre(CsvFault{3, "1 cells, but the header has 2"},
            CsvFault{5, "3 cells, but the header has 2"},
            CsvFault{6, "\"four\" in column \"a\" is no number"},
            CsvFault{8, "\"3;14\" in column \"a\" is no number"}));
    EXPECT_THAT(reader.take(), ElementsAre(ElementsAre(0, 4, 6), ElementsAre(1, 5, 7)));
    EXPECT_THAT(reader.take(), ElementsAre(testing::IsEmpty(), testing::IsEmpty())) << "taken";
}

TEST(CsvReader, AQuoteThatIsNeverClosedCostsItsOwnLine)
{
    std::string text = "t_s,a\n0,\"1\n";
    for (int i = 1; i < 20000; ++i)
        text += std::to_string(i) + ",5\n";
    const auto reader = readWhole(text);
    EXPECT_EQ(reader.rows(), 19999U);
    EXPECT_THAT(reader.faults(), ElementsAre(CsvFault{2, "a quote is not closed"}));
}

TEST(CsvReader, KeepsTheFirstFaultsAndCountsAll)
{
    std::string text = "t_s,a\n";
    for (int i = 0; i < 1000; ++i)
        text += "torn\n";
    const auto reader = readWhole(text);
    EXPECT_EQ(reader.faultCount(), 1000U);
    EXPECT_EQ(reader.faults().size(), CsvReader::mostFaults);
}

TEST(CsvReader, ReadsDatesAsSecondsAfterTheFirst)
{
    auto reader = readWhole("when,level,who\n2031-05-04 23:59:59.75,1,ann\n"
                            "2031-05-05T00:00:01,2,\"b, c\"\n2031-05-05 02:00:02+02:00,3,\n"
                            "yesterday,4,d\n",
        {{CsvKind::DateTime, CsvKind::Number, CsvKind::Ignored}});
    EXPECT_THAT(reader.take(),
        ElementsAre(ElementsAre(0.75, 2, 3), ElementsAre(1, 2, 3), testing::IsEmpty()));
    EXPECT_THAT(reader.faults(),
        ElementsAre(CsvFault{5, "\"yesterday\" in column \"when\" is no date and time"}));
}

TEST(CsvReader, NamesColumnsWithoutAHeader)
{
    auto reader = readWhole("1;2\n3;4\n", {{}, false});
    EXPECT_THAT(reader.header(), ElementsAre("column 1", "column 2"));
    EXPECT_THAT(reader.take(), ElementsAre(ElementsAre(1, 3), ElementsAre(2, 4)));
}

TEST(CsvReader, FindsTheSeparatorOutsideOfQuotes)
{
    EXPECT_EQ(separatorOf("\"speed; in km/h\",time"), ',');
    EXPECT_EQ(separatorOf("a;b;\"c,d,e,f\""), ';');
    EXPECT_EQ(separatorOf("a\tb"), '\t');
    EXPECT_EQ(separatorOf("alone"), ',');
}

TEST(DateTime, ReadsWhatLoggersWrite)
{
    // 1700000000 s is 2023-11-14T22:13:20Z, by the date command of GNU coreutils.
    for (const char* text : {"2023-11-14 22:13:20", "2023-11-14T22:13:20Z",
             "2023-11-15T00:13:20+02:00", "2023-11-14 18:43:20-03:30", "2023-11-14T22:13:20.0"}) {
        const auto time = parseDateTime(text);
        ASSERT_TRUE(time) << text;
        EXPECT_EQ(time->second, 1700000000) << text;
    }
    EXPECT_DOUBLE_EQ(parseDateTime("2023-11-14 22:13:20.125")->fraction, 0.125);
    for (const char* text : {"", "2023-11-14", "2023-11-14 25:00:00", "2023-02-30 00:00:00",
             "2023-11-14 22:13:20.", "2023-11-14 22:13:20+2", "2023-11-14 22:13:20 ",
             "2023-11-14x22:13:20", "2023-11-14 22:13:20+25:00"})
        EXPECT_FALSE(parseDateTime(text)) << text;
}

} // namespace
} // namespace fern
