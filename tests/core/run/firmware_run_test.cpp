#include "run/firmware_run.h"

#include "instrument/edits.h"
#include "run/run_history.h"
#include "run/task_blocks.h"
#include "run/trace_csv.h"
#include "run/vcd.h"
#include "tests/core/sources.h"
#include "tests/support.h"

#include <cmath>
#include <set>

#include <rapidcheck/gtest.h>

namespace fern {
namespace {

std::string traceOf(const PlainInstrument& plain, double seconds, RunOptions options = {})
{
    TraceCsv trace(plain);
    FirmwareRun(plain, std::move(options), trace).advanceTo(ticksFromSeconds(seconds));
    return trace.text();
}

/// FNV-1a, to compare long texts with a number.
std::uint64_t hashOf(const std::string& text)
{
    std::uint64_t hash = 0xCBF29CE484222325ULL;
    for (const char c : text)
        hash = (hash ^ static_cast<unsigned char>(c)) * 0x100000001B3ULL;
    return hash;
}

TEST(FirmwareRun, GivesTheSameTraceOnEveryBuild)
{
    const auto whole = *resolve(test::wholeSkiff(), "");
    const auto trace = traceOf(whole, 30);
    EXPECT_TRUE(trace == traceOf(whole, 30));
    // The trace of the first build that was checked; sanitized and other compilers' builds give it
    // too.
    EXPECT_TRUE(trace == test::readText(test::sourcePath("tests/data/skiff-30s.csv")));
    auto other = whole;
    other.seed = 418;
    EXPECT_NE(hashOf(traceOf(other, 30)), hashOf(trace));
}

// A copy meets what the run itself meets: samples and their noise, codes, lines that were begun,
// totals, redraws on their way to the glass. At instants that nothing is aligned to.
RC_GTEST_PROP(FirmwareRun, ACopyGoesOnAsTheRunItself, ())
{
    const auto name = *rc::gen::element<std::string>(
        "wagtail-skiff", "oar-store", "kitbag-scale", "weir-pump", "workshop-pc");
    const auto in =
        *readInstrument(test::readText(test::sourcePath("demo/" + name + ".fern.json")));
    const auto plain = *resolve(in, in.scenarios.front()->id);
    const auto at = ticksFromSeconds(*rc::gen::inRange(0, 20000) / 997.0);
    const auto end = at + ticksFromSeconds(10);
    TraceCsv whole(plain);
    TraceCsv tail(plain);
    TraceCsv again(plain);
    FirmwareRun run(plain, {}, whole);
    run.advanceTo(at);
    const FirmwareRun kept(run, tail);
    run.advanceTo(end); // first, so that what both share would be seen
    FirmwareRun copy(kept, again);
    copy.advanceTo(end);
    TraceCsv fresh(plain);
    FirmwareRun from(plain, {}, fresh);
    from.advanceTo(end);
    RC_ASSERT(whole.text() == fresh.text());
    const auto rows = again.text().substr(again.text().find('\n') + 1);
    RC_ASSERT(!rows.empty());
    RC_ASSERT(whole.text().ends_with(rows));
}

TEST(FirmwareRun, AnotherChannelChangesNothingInTheFirst)
{
    // On a processor that is fast enough, the first channel's samples are the same numbers.
    const auto one = test::plainSkiff();
    auto two = one;
    two.channels.push_back(two.channels[0]);
    two.channels[1].id = "engine-battery";
    auto sample = two.program[0];
    sample.of = 1;
    sample.spec.of = "engine-battery";
    two.program.insert(two.program.begin() + 1, sample);
    std::vector<double> alone;
    std::vector<double> together;
    std::vector<double> second;
    struct Collect : RunObserver {
        std::vector<double>*first, *other;
        void sampled(const SampleRecord& r) override
        {
            (r.channel == 0 ? first : other)->push_back(r.real.reading);
        }
    } collect;
    collect.first = &alone;
    FirmwareRun(one, {}, collect).advanceTo(ticksFromSeconds(20.05));
    collect.first = &together;
    collect.other = &second;
    FirmwareRun(two, {}, collect).advanceTo(ticksFromSeconds(20.05));
    EXPECT_EQ(alone, together);
    ASSERT_EQ(second.size(), alone.size());
    EXPECT_NE(second, alone);
}

TEST(FirmwareRun, ALaterStartMeetsTheSameNoise)
{
    RunHistory whole(ticksFromSeconds(5));
    RunHistory late(ticksFromSeconds(5));
    const auto plain = test::plainSkiff();
    FirmwareRun(plain, {}, whole).advanceTo(ticksFromSeconds(100));
    FirmwareRun(plain, {ticksFromSeconds(60), {}}, late).advanceTo(ticksFromSeconds(100));
    ASSERT_EQ(whole.samples().size(), late.samples().size());
    for (std::size_t i = 0; i < whole.samples().size(); ++i) {
        EXPECT_EQ(whole.samples()[i].real.reading, late.samples()[i].real.reading);
        EXPECT_NEAR(whole.samples()[i].real.smoothed, late.samples()[i].real.smoothed, 1e-5);
    }
}

TEST(FirmwareRun, RedrawsThatNobodyWantsTakeTheirTime)
{
    RunHistory whole(ticksFromSeconds(60));
    RunHistory late(ticksFromSeconds(60));
    const auto plain = test::plainSkiff();
    FirmwareRun(plain, {}, whole).advanceTo(ticksFromSeconds(40));
    RunOptions options;
    options.drawFrom = ticksFromSeconds(30);
    FirmwareRun(plain, options, late).advanceTo(ticksFromSeconds(40));
    ASSERT_FALSE(late.redraws().empty());
    EXPECT_GE(late.redraws().front().startedAt, ticksFromSeconds(30));
    const auto missing = whole.redraws().size() - late.redraws().size();
    EXPECT_NEAR(static_cast<double>(missing), 60, 2) << "two a second";
    for (std::size_t i = 0; i < late.redraws().size(); ++i) {
        EXPECT_EQ(late.redraws()[i].visibleAt, whole.redraws()[missing + i].visibleAt);
        EXPECT_EQ(late.redraws()[i].readers[0].text, whole.redraws()[missing + i].readers[0].text);
    }
    EXPECT_EQ(*late.lastRedraw(0)->picture, *whole.lastRedraw(0)->picture);
    EXPECT_EQ(late.samples().size(), whole.samples().size());
}

// Paper that refreshes for 2 s is redrawn every 0.5 s: the firmware waits for it, so that each
// frame is seen 2 s after it was sent and holds what was newest then; the program goes on
// meanwhile.
TEST(FirmwareRun, ARefreshIsWaitedFor)
{
    auto in = test::skiff();
    auto part = *findById(in.parts, in.displays[0]->part);
    part.display->shape = PaperSpec{128, 64, 2, {2, "s"}};
    part.display->interface = DisplayInterface::Spi;
    const auto plain = *resolve(*withPart(in, part), "");
    RunHistory history(ticksFromSeconds(60));
    FirmwareRun run(plain, {}, history);
    run.advanceTo(ticksFromSeconds(30));
    std::vector<ShownRecord> seen;
    for (const auto& redraw : history.redraws())
        if (redraw.display == 0)
            seen.push_back(redraw);
    ASSERT_EQ(seen.size(), 14U) << "not one in each half second";
    for (std::size_t i = 0; i < seen.size(); ++i) {
        EXPECT_NEAR(inSeconds(seen[i].visibleAt - seen[i].startedAt), 2.02, 0.02);
        if (i > 0) {
            EXPECT_NEAR(inSeconds(seen[i].startedAt - seen[i - 1].visibleAt), 0, 0.03)
                << "as soon as it hears";
        }
    }
    const auto samples = history.samples();
    EXPECT_GT(std::count_if(samples.begin(), samples.end(),
                  [&](const SampleRecord& sample) {
                      return sample.at > seen[0].startedAt && sample.at < seen[0].visibleAt;
                  }),
        10);
    // In the middle of a refresh neither the old picture nor the new one is seen.
    const auto& last = history.sent(0).back();
    const auto during = history.seen(0, last.to + ticksFromSeconds(0.7));
    EXPECT_NE(*during, last.before->seen(last.from));
    EXPECT_NE(*during, last.after->seen(last.to + ticksFromSeconds(3)));
}

// What a liquid crystal does slowly it does for every frame alike: none waits for another.
TEST(FirmwareRun, ASlowResponseDelaysEveryFrameAlike)
{
    auto plain = test::plainSkiff();
    plain.displays[0].optical = plain.displays[0].response = ticksFromSeconds(2);
    RunHistory history(ticksFromSeconds(60));
    FirmwareRun(plain, {}, history).advanceTo(ticksFromSeconds(30));
    int count = 0;
    for (const auto& redraw : history.redraws())
        if (redraw.display == 0) {
            EXPECT_NEAR(inSeconds(redraw.visibleAt - redraw.startedAt), 2.03, 0.03);
            ++count;
        }
    EXPECT_NEAR(count, 56, 1);
}

TEST(FirmwareRun, TickEndsWithTheNextCompletedRedraw)
{
    RunHistory history(ticksFromSeconds(5));
    FirmwareRun run(test::plainSkiff(), {}, history);
    for (int i = 1; i <= 3; ++i) {
        ASSERT_TRUE(run.tick(0, ticksFromSeconds(10)));
        EXPECT_EQ(run.now(), history.redraws().back().visibleAt);
        // Sampled, drawn, 33 transfers of 32 bytes at 400 kHz and the window command, 10 ms of
        // panel.
        const double transfer = (9 * 8 + 2 + 32 * (9 * 34 + 2)) / 400e3;
        EXPECT_NEAR(inSeconds(run.now()), (i - 1) * 0.5 + 40.5e-6 + 79e-6 + transfer + 0.01, 2e-6);
    }
    EXPECT_FALSE(run.tick(0, run.now() + ticksFromSeconds(0.1)));
}

TEST(FirmwareRun, SamplesAreLateOrLostWhileTheFrameCrossesTheBus)
{
    auto plain = test::plainSkiff();
    plain.channels[0].sampleEvery = ticksFromSeconds(0.01);
    plain.displays[0].busHertz = 100e3; // a frame takes 99 ms
    RunHistory history(ticksFromSeconds(60));
    FirmwareRun(plain, {}, history).advanceTo(ticksFromSeconds(10));
    // In each half second: the first slot, the ninth when the frame is across at 99.4 ms, and the
    // forty from 100 ms on; and the sample at 10 s.
    EXPECT_EQ(history.samples().size(), 20U * 42 + 1);
    double longest = 0;
    for (std::size_t i = 1; i < history.samples().size(); ++i)
        longest =
            std::max(longest, inSeconds(history.samples()[i].at - history.samples()[i - 1].at));
    EXPECT_NEAR(longest, 0.0994, 0.001);
}

TEST(FirmwareRun, ABlockingWaitMakesEveryTaskWait)
{
    auto plain = test::plainSkiff();
    plain.loops[0].waitSeconds = 0.07;
    RunHistory history(ticksFromSeconds(60));
    FirmwareRun(plain, {}, history).advanceTo(ticksFromSeconds(10));
    double worst = 0;
    std::set<std::int64_t> slots;
    for (const auto& sample : history.samples()) {
        const auto late = sample.at.ns % 100'000'000;
        worst = std::max(worst, static_cast<double>(late) / 1e9);
        slots.insert(sample.at.ns / 100'000'000);
    }
    EXPECT_EQ(slots.size(), history.samples().size()); // each slot at most once
    EXPECT_GT(worst, 0.03);
    EXPECT_LT(worst, 0.1);
}

TEST(FirmwareRun, ReplaysARecordingAtItsTap)
{
    const auto plain = test::plainSkiff();
    Capture capture{"house-battery", Tap::Reading, "", {}, {}};
    for (int i = 0; i < 100; ++i) {
        capture.at.push_back(ticksFromSeconds(i * 0.1));
        capture.values.push_back(i < 50 ? 3200 : notThere);
    }
    RunHistory history(ticksFromSeconds(60));
    FirmwareRun run(plain, {{}, *recordingsFor(plain, {capture})}, history);
    run.advanceTo(ticksFromSeconds(4));
    ASSERT_EQ(history.samples().size(), 41U);
    EXPECT_TRUE(std::isnan(history.samples()[0].real.world));
    EXPECT_FALSE(history.samples()[0].hasTwin);
    EXPECT_EQ(history.lastRedraw(0)->readers[0].text, "12.68"); // 3200 · 3.3/4096 · 59/12 = 12.6758
    run.advanceTo(ticksFromSeconds(20));
    EXPECT_EQ(history.lastRedraw(0)->readers[0].text, "-----"); // dropouts are shown, not hidden
}

TEST(Recordings, MustFitTheInstrument)
{
    const auto plain = test::plainSkiff();
    EXPECT_EQ(recordingsFor(plain, {{"engine", Tap::Reading, "", {}, {}}}).error().message,
        "the recording has a channel \"engine\" that the instrument lacks");
    EXPECT_EQ(recordingsFor(plain, {{"house-battery", Tap::Scaled, "A", {}, {}}}).error().message,
        "the recording's unit \"A\" does not fit house-battery.scaled, which is in V");
    const auto scaled =
        recordingsFor(plain, {{"house-battery", Tap::Scaled, "mV", {{0}}, {12800}}});
    EXPECT_DOUBLE_EQ((*scaled)->front().values[0], 12.8);
}

TEST(Vcd, ListsChangesInTheOrderOfTime)
{
    const auto plain = test::plainSkiff();
    VcdTimeline timeline(plain);
    FirmwareRun(plain, {}, timeline).advanceTo(ticksFromSeconds(2));
    std::istringstream lines(timeline.text());
    std::string line;
    std::int64_t last = -1;
    int busStarts = 0;
    while (std::getline(lines, line)) {
        if (line[0] == '#') {
            EXPECT_GT(std::stoll(line.substr(1)), last);
            last = std::stoll(line.substr(1));
        }
        busStarts += line == "1b0";
    }
    EXPECT_EQ(busStarts, 4);
    EXPECT_NE(timeline.text().find("$var wire 1 b0 helm_bus $end"), std::string::npos);
}

// Interrupts of 5 µs at 20 kHz take a tenth of the time, so everything else takes a ninth longer.
TEST(FirmwareRun, InterruptsTakeTheirShareOfTheProcessor)
{
    auto in = emptyInstrument(
        "Bench", findInCatalogue("board-8bit")->part, startingDisplays().front().part);
    Source wheel;
    wheel.kind = SourceKind::Pulses;
    wheel.pin = "D2";
    wheel.pulses.perUnit = 1;
    in = test::withSource(in, "Wheel", {wheel, "Hz", {{0, 20e3}, {10, 20e3}}});
    const auto redraw = [&](double hertz) {
        auto plain = *resolve(in, "");
        for (auto& point : plain.channels[0].lane)
            point.y = hertz;
        RunHistory history(ticksFromSeconds(2));
        FirmwareRun run(plain, {}, history);
        run.advanceTo(ticksFromSeconds(2));
        double longest = 0;
        for (const auto& busy : history.activity())
            if (busy.with == BusyWith::Transfer)
                longest = std::max(longest, inSeconds(busy.to - busy.from));
        return longest;
    };
    EXPECT_NEAR(redraw(20e3) / redraw(0), 1 / (1 - 20e3 * 91 / 16e6), 1e-6);
    EXPECT_NEAR(stretchedBy(*resolve(in, ""), 0, 1e9), 20, 1e-9)
        << "it never stands still for good";
}

} // namespace
} // namespace fern
