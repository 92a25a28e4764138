#include "app/runner/runner.h"

#include "instrument/edits.h"
#include "run/firmware_run.h"
#include "tests/support.h"

#include <QTest>

namespace fern::app {
namespace {

bool waitFor(Runner& runner, const std::function<bool(const RunView&)>& condition)
{
    return QTest::qWaitFor([&] { return condition(*runner.view()); }, 10000);
}

TEST(Runner, ShowsWhatTheCoreComputes)
{
    Runner runner;
    runner.setInstrument(test::skiff());
    runner.jumpTo(ticksFromSeconds(150));
    ASSERT_TRUE(waitFor(runner, [](const RunView& v) { return v.now == ticksFromSeconds(150); }));
    RunHistory history(ticksFromSeconds(30));
    FirmwareRun run(*resolve(test::skiff(), "evening-row"), {}, history);
    run.advanceTo(ticksFromSeconds(150));
    // The window's run begins shortly before; the whole run gives the same picture and the same
    // codes.
    EXPECT_EQ(*runner.view()->frame, *history.lastRedraw(0)->frame);
    EXPECT_EQ(runner.view()->reading.values.back(), history.lastSample(0)->real.scaled);
}

TEST(Runner, AnEditKeepsTheTime)
{
    Runner runner;
    runner.setInstrument(test::skiff());
    runner.jumpTo(ticksFromSeconds(50));
    ASSERT_TRUE(waitFor(runner, [](const RunView& v) { return v.now == ticksFromSeconds(50); }));
    runner.setInstrument(*withSmoothing(test::skiff(), "house-battery", {}));
    ASSERT_TRUE(waitFor(runner, [&](const RunView& v) { return v.revision == runner.revision(); }));
    EXPECT_EQ(runner.view()->now, ticksFromSeconds(50));
    EXPECT_EQ(runner.view()->smoothed.values, runner.view()->reading.values);
    runner.restart("evening-row");
    ASSERT_TRUE(waitFor(runner, [&](const RunView& v) { return v.revision == runner.revision(); }));
    EXPECT_EQ(runner.view()->now, Ticks{});
}

TEST(Runner, KeepsItsPace)
{
    Runner runner;
    runner.setInstrument(test::skiff());
    runner.setPace(100);
    runner.run();
    ASSERT_TRUE(waitFor(
        runner, [](const RunView& v) { return v.isRunning && v.now > ticksFromSeconds(20); }));
    runner.pause();
    ASSERT_TRUE(waitFor(runner, [](const RunView& v) { return !v.isRunning; }));
    const auto now = runner.view()->now;
    // Whatever else it does meanwhile, the clock stands.
    runner.setInstrument(*withSampleEvery(test::skiff(), "house-battery", {200, "ms"}));
    ASSERT_TRUE(waitFor(runner, [](const RunView& v) {
        return v.plain().channels[0].sampleEvery == ticksFromSeconds(0.2);
    }));
    EXPECT_EQ(runner.view()->now, now);
}

TEST(Runner, EndsWhileItRuns)
{
    for (int i = 0; i < 20; ++i) {
        Runner runner;
        runner.setInstrument(test::skiff());
        runner.setPace(fastestPace);
        runner.run();
    }
    SUCCEED();
}

TEST(Runner, AnInstrumentWithoutPagesHasNoStem)
{
    auto bare = test::skiff();
    bare.pages.clear();
    Runner runner;
    runner.setInstrument(bare);
    ASSERT_TRUE(waitFor(runner, [&](const RunView& v) { return v.revision == runner.revision(); }));
    EXPECT_FALSE(runner.view()->choice);
    runner.setInstrument({});
    runner.tick();
    EXPECT_TRUE(waitFor(runner, [&](const RunView& v) { return v.revision == runner.revision(); }));
}

} // namespace
} // namespace fern::app
