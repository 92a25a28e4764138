// Streams whose form nobody told: found, read in any pieces, and what is wrong in them counted.

#include "reading/stream_reader.h"

#include "base/random.h"

#include <gmock/gmock.h>
#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <fmt/format.h>

#include <cmath>

namespace fern {
namespace {

using Lines = std::vector<std::string>;

StreamForm formOf(const Lines& lines)
{
    return guessShape(lines).form;
}

TEST(StreamShape, IsFoundFromTheLines)
{
    EXPECT_EQ(formOf({"speed:4.2, depth:1.1", "speed:4.3, depth:1.1"}), StreamForm::NameValue);
    EXPECT_EQ(guessShape(Lines{"u=12.8 i=1.4", "u=12.7 i=1.3"}).separator, '=');
    EXPECT_EQ(formOf({"1,2,3", "1,2,4"}), StreamForm::Columns);
    EXPECT_EQ(guessShape(Lines{"1;2", "1;2"}).separator, ';');
    EXPECT_EQ(formOf({R"({"a":1})", R"({"a":2})"}), StreamForm::Json);
    // The example of the sentence's documentation.
    EXPECT_EQ(formOf({"$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A"}),
        StreamForm::Sentences);
    EXPECT_EQ(formOf({"512", "513", "511"}), StreamForm::Columns);
    EXPECT_EQ(formOf({"ready", "sensor found", "ok"}), StreamForm::Unknown);
    EXPECT_EQ(formOf({}), StreamForm::Unknown);
    // A greeting before, and a torn line, do not matter.
    EXPECT_EQ(formOf({"booting", "ed:4.1", "speed:4.2", "speed:4.3"}), StreamForm::NameValue);
}

TEST(StreamShape, ColumnsHaveNamesOrNumbers)
{
    EXPECT_THAT(guessShape(Lines{"time,volts", "1,12.8", "2,12.7"}).names,
        testing::ElementsAre("time", "volts"));
    EXPECT_THAT(
        guessShape(Lines{"1,12.8", "2,12.7"}).names, testing::ElementsAre("column 1", "column 2"));
}

TEST(StreamShape, FieldsOfEveryForm)
{
    const auto numbers = [](std::string_view line, const Lines& like) {
        std::vector<std::pair<std::string, double>> all;
        for (const auto& field : readLine(line, guessShape(like)).fields)
            all.emplace_back(field.name, field.number);
        return all;
    };
    using testing::ElementsAre;
    using testing::Pair;
    EXPECT_THAT(
        numbers("u:12.8, i:-1.4", {"u:1, i:2"}), ElementsAre(Pair("u", 12.8), Pair("i", -1.4)));
    EXPECT_THAT(numbers(R"({"a":{"b":1.5},"c":"7","d":true})", {R"({"a":1})"}),
        ElementsAre(Pair("a.b", 1.5), Pair("c", 7)));
    EXPECT_THAT(numbers("$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A",
                    {"$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A"}),
        testing::Contains(Pair("receiver.speed", testing::DoubleNear(22.4, 1e-9))));
    const auto word = readLine("u:low, i:2", guessShape(Lines{"u:1, i:2"}));
    EXPECT_TRUE(word.fault.empty());
    EXPECT_TRUE(std::isnan(word.fields[0].number));
    EXPECT_EQ(word.fields[0].text, "low");
}

TEST(StreamShape, TornLinesSayWhatIsWrong)
{
    const auto fault = [](std::string_view line, const Lines& like) {
        return readLine(line, guessShape(like)).fault;
    };
    EXPECT_EQ(fault("u:1, i", {"u:1, i:2"}), "\"i\" is no name:value");
    EXPECT_EQ(fault("1,2", {"1,2,3", "1,2,3"}), "2 of 3 columns");
    EXPECT_NE(fault(R"({"a":1)", {R"({"a":1})"}), "");
    EXPECT_NE(fault("$GPRMC,1*00", {"$GPGSA,A,3,,,,,,,,,,,,,,*1C"}), "");
}

/// A number line every 100 ms, the given share of bytes damaged.
struct MadeStream {
    std::string bytes;
    std::size_t good = 0, bad = 0;
};

MadeStream madeStream(int lines, double badShare, std::uint64_t seed)
{
    const RandomStream chance(seed, "stream", "bad");
    MadeStream sent;
    for (int i = 0; i < lines; ++i) {
        const auto index = static_cast<std::uint64_t>(i);
        const bool isBad = i > 3 && chance.uniform(index) < badShare;
        sent.bytes += isBad ? fmt::format("u:{}, i\n", i) : fmt::format("u:{}, i:{}.5\n", i, i);
        sent.good += !isBad;
        sent.bad += isBad;
    }
    return sent;
}

RC_GTEST_PROP(StreamReader, ReadsTheSameInWhateverPieces, ())
{
    const auto sent = madeStream(60, 0.2, *rc::gen::inRange(1, 1000));
    StreamReader whole;
    const auto expected = whole.feed(Ticks{1}, sent.bytes);
    StreamReader torn;
    std::vector<StreamLine> lines;
    std::string_view rest = sent.bytes;
    while (!rest.empty()) {
        const auto length = std::min<std::size_t>(rest.size(), *rc::gen::inRange(1, 40));
        for (auto& line : torn.feed(Ticks{1}, rest.substr(0, length)))
            lines.push_back(std::move(line));
        rest.remove_prefix(length);
    }
    RC_ASSERT(lines.size() == expected.size());
    for (std::size_t i = 0; i < lines.size(); ++i)
        RC_ASSERT(lines[i].raw == expected[i].raw
            && lines[i].reading.fields == expected[i].reading.fields);
    RC_ASSERT(torn.counts().good == sent.good);
    RC_ASSERT(torn.counts().bad == sent.bad);
}

TEST(StreamReader, CountsWhatIsWrong)
{
    StreamReader reader;
    reader.feed(Ticks{}, "a:1\na:2\na:3\n");
    EXPECT_EQ(reader.shape().form, StreamForm::NameValue);
    const auto before = reader.counts();
    reader.feed(Ticks{}, "a:x\nb\n" + std::string(5000, 'x') + "\na:4\n");
    EXPECT_EQ(reader.counts().bad, before.bad + 1);
    EXPECT_EQ(reader.counts().tooLong, 1U);
    EXPECT_EQ(reader.counts().good, before.good + 2);
    // Half a line before the plug was pulled is not joined with what comes after.
    reader.feed(Ticks{}, "a:12");
    reader.reset();
    const auto lines = reader.feed(Ticks{}, "a:5\n");
    ASSERT_EQ(lines.size(), 1U);
    EXPECT_EQ(lines[0].raw, "a:5");
}

TEST(StreamReader, FindsTheFormAnewWhenAnotherProgramSends)
{
    StreamReader reader;
    EXPECT_EQ(reader.feed(Ticks{}, "1,2\n").size(), 0U) << "columns take a few lines";
    const auto lines = reader.feed(Ticks{1}, "3,4\n5,6\n");
    ASSERT_EQ(lines.size(), 3U) << "then all of them come";
    EXPECT_EQ(lines[0].at, Ticks{});
    EXPECT_EQ(lines[0].reading.fields[1].number, 2);
    std::string other;
    for (int i = 0; i < 20; ++i)
        other += fmt::format("speed:{}\n", i);
    const auto after = reader.feed(Ticks{2}, other);
    EXPECT_EQ(reader.shape().form, StreamForm::NameValue);
    EXPECT_EQ(after.back().reading.fields[0].number, 19);
    EXPECT_EQ(reader.counts().bad, 10U);
    // What never takes a form is told as it is, a little later.
    StreamReader talk;
    std::string words;
    for (int i = 0; i < 40; ++i)
        words += "hello there\n";
    EXPECT_EQ(talk.feed(Ticks{}, words).size(), 8U);
    EXPECT_EQ(talk.counts().bad, 8U);
}

// A line is a reading with its first number; one without any has come, and says that there is none.
TEST(StreamReader, TellsWhetherALineHasAValue)
{
    StreamReader reader;
    const auto lines = reader.feed(Ticks{}, "a:1\na:1 b:no\na:no\nhello there\n");
    ASSERT_EQ(lines.size(), 4U);
    EXPECT_EQ(toldOf(lines[0]).state, ToldState::Good);
    EXPECT_EQ(toldOf(lines[1]).state, ToldState::Good);
    EXPECT_EQ(toldOf(lines[2]).state, ToldState::NoValue);
    EXPECT_EQ(toldOf(lines[2]).parsed, "a = no number: no");
    EXPECT_EQ(toldOf(lines[3]).state, ToldState::Bad);
}

TEST(StreamReader, TellsHowEvenlyLinesCome)
{
    StreamReader reader;
    for (int i = 0; i < 100; ++i)
        reader.feed(ticksFromSeconds(0.1 * i + (i % 2 == 0 ? 0.002 : -0.002)), "a:1\n");
    EXPECT_NEAR(reader.pace().mean, 0.1, 0.001);
    EXPECT_NEAR(reader.pace().jitter, 0.004, 0.0002); // the intervals are 96 and 104 ms
    EXPECT_EQ(reader.counts().late, 0U);
    reader.feed(ticksFromSeconds(10.5), "a:1\n");
    EXPECT_EQ(reader.counts().late, 1U);
    EXPECT_NEAR(reader.pace().longest, 0.602, 1e-9);
    // A receiver sends some sentences at once and then rests: none of them is late.
    StreamReader bursts;
    for (int i = 0; i < 60; ++i)
        bursts.feed(ticksFromSeconds(i), "a:1\na:2\na:3\n");
    EXPECT_EQ(bursts.counts().late, 0U);
    bursts.feed(ticksFromSeconds(66), "a:1\n");
    EXPECT_EQ(bursts.counts().late, 1U);
}

} // namespace
} // namespace fern
