// The lines that a made-up device tells, byte for byte.

#include "run/firmware_run.h"
#include "tests/core/sources.h"
#include "tests/support.h"

#include <gmock/gmock.h>

namespace fern {
namespace {

std::vector<std::string> linesOf(LinesSpec spec)
{
    Source source;
    source.kind = SourceKind::Lines;
    source.sampleEvery = {1, "s"};
    source.resolution = {0.01, "m"};
    source.lines = std::move(spec);
    const auto plain =
        *resolve(test::withSource(test::bench(), "Depth", {source, "m", {{0, 3.25}}}), "");
    RunHistory history(ticksFromSeconds(30));
    FirmwareRun run(plain, {}, history);
    run.advanceTo(ticksFromSeconds(2.5));
    std::vector<std::string> lines;
    for (const auto& told : history.told(0))
        lines.push_back(told.raw);
    return lines;
}

TEST(LinesDevice, WritesItsColumnsWithSeparatorsBetween)
{
    LinesSpec spec;
    spec.form = LineForm::Columns;
    spec.column = 3;
    spec.separator = ";";
    const auto lines = linesOf(spec);
    ASSERT_GE(lines.size(), 2U);
    EXPECT_EQ(lines[0], "1;2;3.25");
    EXPECT_EQ(lines[1], "2;3;3.25");
}

TEST(LinesDevice, NestsTheKeysOfAnObject)
{
    LinesSpec spec;
    spec.form = LineForm::Json;
    spec.key = "tank.level";
    EXPECT_THAT(linesOf(spec), testing::Contains(R"({"tank":{"level":3.25}})"));
}

} // namespace
} // namespace fern
