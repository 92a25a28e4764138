// The lines that a made-up device tells, byte for byte.

#include "instrument/edits.h"
#include "run/firmware_run.h"
#include "tests/core/sources.h"
#include "tests/support.h"

#include <gmock/gmock.h>

namespace fern {
namespace {

using test::SourceCase;

SourceCase depth(const LineShape& shape, const LinesSpec& lines)
{
    SourceCase c{test::ofKind(SourceKind::Lines, 1), "m", {{0, 3.25}}};
    c.source.resolution = {0.01, "m"};
    c.source.lines = lines;
    c.device.lines = shape;
    return c;
}

/// The first two channels are told by one device.
Instrument joined(Instrument in)
{
    in = *withChannelChanged(in, in.channels[1]->id,
        [&](Channel& c) { c.source.device = in.channels[0]->source.device; });
    in.devices.pop_back();
    return *accepted(in);
}

std::vector<std::string> linesOf(const Instrument& in)
{
    const test::Ran ran(in, 2.5);
    std::vector<std::string> lines;
    for (const auto& told : ran.history.told(0))
        lines.push_back(told.raw);
    return lines;
}

TEST(LinesDevice, WritesItsColumnsWithSeparatorsBetween)
{
    const auto c = depth({LineForm::Columns, ";"}, {"", 3, ""});
    const auto lines = linesOf(test::withSource(test::bench(), "Depth", c));
    ASSERT_GE(lines.size(), 2U);
    EXPECT_EQ(lines[0], "1;2;3.25");
    EXPECT_EQ(lines[1], "2;3;3.25");
}

TEST(LinesDevice, NestsTheKeysOfAnObject)
{
    const auto c = depth({LineForm::Json, ":"}, {"tank.level", 1, ""});
    EXPECT_THAT(linesOf(test::withSource(test::bench(), "Depth", c)),
        testing::Contains(R"({"tank":{"level":3.25}})"));
}

// One line holds the numbers of every channel, and each of them is read from it.
TEST(LinesDevice, OneLineTellsAllItsChannels)
{
    struct Shape {
        LineShape shape;
        LinesSpec first, second;
        const char* line;
    };
    for (const auto& s : {Shape{{LineForm::NameValue, "="}, {"depth", 1, ""}, {"warm", 1, ""},
                              "depth=3.25,warm=18.5"},
             Shape{{LineForm::Columns, ";"}, {"", 3, ""}, {"", 1, ""}, "18.5;2;3.25"},
             Shape{{LineForm::Json, ":"}, {"tank.depth", 1, ""}, {"tank.warm", 1, ""},
                 R"({"tank":{"depth":3.25,"warm":18.5}})"}}) {
        auto in = test::withSource(test::bench(), "Depth", depth(s.shape, s.first));
        auto warm = depth(s.shape, s.second);
        warm.unit = "degC";
        warm.source.resolution = {0.1, "K"};
        warm.points = {{0, 18.5}};
        in = joined(test::withSource(in, "Warmth", warm));
        EXPECT_EQ(linesOf(in).front(), s.line);
        const test::Ran ran(in, 2.5);
        EXPECT_DOUBLE_EQ(ran.last(0), 3.25) << s.line;
        EXPECT_NEAR(ran.last(1), 18.5, 1e-9) << s.line;
    }
}

} // namespace
} // namespace fern
