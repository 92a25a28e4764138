#include "reading/computer_health.h"

#include "reading/decoder.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

// Source of both forms: proc(5).
TEST(ComputerHealth, ReadsWhatTheKernelSays)
{
    const auto times = parseProcStat("cpu  100 20 30 800 50 5 5 0 40 0\ncpu0 1 2 3 4\n");
    ASSERT_TRUE(times);
    EXPECT_EQ(times->all, 1010); // guest time is in user time already
    EXPECT_EQ(times->busy, 160);
    EXPECT_EQ(
        parseMemInfo("MemTotal:       8000 kB\nMemFree: 100 kB\nMemAvailable:   6000 kB\n"), 25);
    EXPECT_EQ(loadBetween({10, 100}, {35, 200}), 25);
}

TEST(ComputerHealth, SaysNothingOfWhatIsNoSuchText)
{
    for (const auto* text : {"", "cpu", "intr 1 2 3 4 5", "cpu a b c d", "cpu -1 2 3 4"})
        EXPECT_FALSE(parseProcStat(text)) << text;
    for (const auto* text : {"", "MemTotal: 8 kB", "MemTotal: 0 kB\nMemAvailable: 0 kB",
             "MemTotal: 5 kB\nMemAvailable: 9 kB"})
        EXPECT_FALSE(parseMemInfo(text)) << text;
    EXPECT_FALSE(loadBetween({10, 100}, {10, 100}));
    EXPECT_FALSE(loadBetween({10, 100}, {5, 200}));
}

TEST(ComputerHealth, ItsLineIsReadByTheDecoder)
{
    Source source;
    source.kind = SourceKind::Computer;
    source.computer = ComputerGives::Disk;
    const auto line = healthLine({12.04, 41.26, 63, std::nullopt});
    EXPECT_EQ(line, "load:12.0,memory:41.3,disk:63.0\n");
    EXPECT_EQ(makeDecoder(source)->feed({}, line).at(0).number, 63);
    source.computer = ComputerGives::Temperature;
    EXPECT_EQ(makeDecoder(source)->feed({}, line).at(0).state, ToldState::Other);
}

} // namespace
} // namespace fern
