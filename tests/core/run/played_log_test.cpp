// A log that is sent again: every byte, at the times that its lines tell.

#include "run/played_log.h"
#include "tests/support.h"

#include "signal/checksum.h"

#include <fmt/format.h>
#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

namespace fern {
namespace {

struct Line {
    double seconds = 0;
    std::string text;

    bool operator==(const Line&) const = default;
};
std::ostream& operator<<(std::ostream& out, const Line& line)
{
    return out << line.seconds << " " << line.text;
}

std::vector<Line> played(const std::string& log, double every = untimedSeconds)
{
    std::vector<Line> lines;
    for (const auto& sent : playedLog(log, every)->until(ticksFromSeconds(1e6)))
        lines.push_back({inSeconds(sent.at), sent.bytes});
    return lines;
}

using test::sentence;

TEST(PlayedLog, SentencesComeAtTheirOwnTimesOverMidnight)
{
    const auto before = sentence("GPRMC,235958.50,A,5230.00,N,01324.00,E,4.0,90.0,040531,,");
    const auto view = sentence("GPGSV,1,1,01,07,40,083,46");
    const auto after = sentence("GPRMC,000001.00,A,5230.00,N,01324.00,E,4.1,90.0,050531,,");
    EXPECT_THAT(played("noise\n" + before + view + after),
        testing::ElementsAre(Line{0, "noise\n"}, Line{0, before}, Line{0, view}, Line{2.5, after}));
}

TEST(PlayedLog, TablesSayTheirTime)
{
    EXPECT_THAT(played("t_ms;speed\n5000;1.5\n5250;1.6\n"),
        testing::ElementsAre(
            Line{0, "t_ms;speed\n"}, Line{0, "5000;1.5\n"}, Line{0.25, "5250;1.6\n"}));
    EXPECT_THAT(played("when,speed\n2031-05-04 18:30:00,1\n2031-05-04 18:31:00.5,2"),
        testing::ElementsAre(Line{0, "when,speed\n"}, Line{0, "2031-05-04 18:30:00,1\n"},
            Line{60.5, "2031-05-04 18:31:00.5,2"}))
        << "the last line has no end";
}

TEST(PlayedLog, ALineThatLiesBeforeTheOneAboveComesWithIt)
{
    EXPECT_THAT(played("t_s,x\n1,1\n3,2\n2,3\nx,4\n4,5\n"),
        testing::ElementsAre(Line{0, "t_s,x\n"}, Line{0, "1,1\n"}, Line{2, "3,2\n"},
            Line{2, "2,3\n"}, Line{2, "x,4\n"}, Line{3, "4,5\n"}));
}

TEST(PlayedLog, WithoutTimesLinesComeEvenly)
{
    EXPECT_THAT(played("speed:1\nspeed:2\nspeed:3\n", 0.5),
        testing::ElementsAre(Line{0, "speed:1\n"}, Line{0.5, "speed:2\n"}, Line{1, "speed:3\n"}));
    EXPECT_TRUE(played("").empty());
}

RC_GTEST_PROP(PlayedLog, SendsEveryByteOnceHoweverOftenItIsAsked, ())
{
    std::string log = *rc::gen::element<std::string>("t_s,x\n", "speed:0\n", "");
    for (const int seconds : *rc::gen::container<std::vector<int>>(rc::gen::inRange(0, 200)))
        log += fmt::format("{},{}\n", seconds,
            *rc::gen::container<std::string>(rc::gen::elementOf(std::string("01.,x\r"))));
    const auto standIn = playedLog(log);
    std::string bytes;
    Ticks last;
    for (Ticks until; bytes.size() < log.size();
         until = until + ticksFromSeconds(*rc::gen::inRange(1, 50)))
        for (const auto& sent : standIn->until(until)) {
            RC_ASSERT(sent.at >= last);
            RC_ASSERT(sent.at <= until);
            last = sent.at;
            bytes += sent.bytes;
        }
    RC_ASSERT(bytes == log);
}

} // namespace
} // namespace fern
