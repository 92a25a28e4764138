#include "app/runner/runner.h"

#include "instrument/edits.h"
#include "judge/newest_texts.h"
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
    // Not where a sample is due: the two loops look a microsecond apart.
    const auto at = ticksFromSeconds(150.05);
    runner.jumpTo(at);
    ASSERT_TRUE(waitFor(runner, [at](const RunView& v) { return v.now == at; }));
    RunHistory history(ticksFromSeconds(30));
    FirmwareRun run(*resolve(test::skiff(), "evening-row"), {}, history);
    run.advanceTo(at);
    // The window's run begins shortly before; the whole run gives the same picture and the same
    // codes.
    EXPECT_EQ(*runner.view()->picture(), *history.lastRedraw(0)->picture);
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

// The last seconds are shown first, with what was gathered as it was; then it is what a run from
// zero gives.
TEST(Runner, WhatIsGatheredIsHeldWhileItCatchesUp)
{
    const auto in = test::wholeSkiff();
    const auto index = indexOf(resolve(in, "")->channels, "last-stroke");
    const auto at = ticksFromSeconds(1000);
    const auto newestOf = [&](const Instrument& of) {
        RunHistory history(ticksFromSeconds(30));
        FirmwareRun run(*resolve(of, "evening-row"), {}, history);
        run.advanceTo(at);
        return newestTexts(*resolve(of, "evening-row"), history, at)[index];
    };
    Runner runner;
    runner.setInstrument(in);
    runner.jumpTo(at);
    ASSERT_TRUE(waitFor(runner, [&](const RunView& v) { return v.now == at; }));
    ASSERT_FALSE(runner.view()->isCatchingUp);
    const auto before = runner.view()->newestTexts[index];
    EXPECT_EQ(before, newestOf(in));
    const auto edited = *withChannelChanged(
        in, "last-stroke", [](Channel& c) { c.source.derived.kind = DerivedKind::Lap; });
    ASSERT_NE(newestOf(edited), before);
    std::vector<std::shared_ptr<const RunView>> views;
    QObject::connect(
        &runner, &Runner::viewChanged, &runner, [&] { views.push_back(runner.view()); });
    runner.setInstrument(edited);
    ASSERT_TRUE(waitFor(runner,
        [&](const RunView& v) { return v.revision == runner.revision() && !v.isCatchingUp; }));
    ASSERT_TRUE(views.front()->isCatchingUp);
    EXPECT_EQ(views.front()->newestTexts[index], before);
    EXPECT_EQ(views.front()->now, at);
    EXPECT_EQ(views.front()->reading.values.back(), runner.view()->reading.values.back());
    EXPECT_EQ(runner.view()->newestTexts[index], newestOf(edited));
    // Who looks at it waits for it.
    views.clear();
    runner.setChannel("last-stroke");
    ASSERT_TRUE(waitFor(runner, [&](const RunView& v) { return v.revision == runner.revision(); }));
    EXPECT_FALSE(runner.view()->isCatchingUp);
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

// Jumps, keys and other channels go on from states that were kept: what is shown is what a run from
// zero shows.
TEST(Runner, GoesOnFromStatesThatWereKept)
{
    const auto in = test::wholeSkiff();
    Runner runner;
    runner.setInstrument(in);
    const auto jump = [&](double seconds) {
        runner.jumpTo(ticksFromSeconds(seconds));
        ASSERT_TRUE(waitFor(runner, [&](const RunView& v) {
            return v.now == ticksFromSeconds(seconds) && !v.isCatchingUp;
        }));
    };
    const auto expectAsFromZero = [&](double seconds) {
        RunHistory history(ticksFromSeconds(30));
        const auto plain = *resolve(in, "");
        FirmwareRun run(plain, {}, history);
        run.advanceTo(ticksFromSeconds(seconds));
        const auto texts = newestTexts(plain, history, ticksFromSeconds(seconds));
        for (std::size_t i = 0; i < texts.size(); ++i)
            EXPECT_EQ(runner.view()->newestTexts[i], texts[i])
                << plain.channels[i].id << " at " << seconds;
    };
    jump(600);
    jump(140);
    expectAsFromZero(140);
    runner.setChannel("last-stroke");
    ASSERT_TRUE(waitFor(runner, [&](const RunView& v) { return v.revision == runner.revision(); }));
    expectAsFromZero(140);
    jump(75);
    expectAsFromZero(75);
    jump(300);
    expectAsFromZero(300);
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
