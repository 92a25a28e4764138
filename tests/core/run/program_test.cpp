// The program as the maker writes it: tasks in order, in every turn, when they are due or when
// something changed; waits, lines over the serial port, and redraws beside the loop.

#include "instrument/file.h"
#include "instrument/program_edits.h"
#include "judge/age.h"
#include "judge/asleep.h"
#include "judge/timing_sheet.h"
#include "reading/counting.h"
#include "run/pulse_tally.h"
#include "run/task_blocks.h"
#include "smooth/figures.h"
#include "tests/core/judge/display_cases.h"
#include "tests/core/judge/program_cases.h"
#include "tests/core/sources.h"

#include <cmath>
#include <optional>
#include <set>

#include <rapidcheck/gtest.h>

namespace fern {
namespace {

using test::Ran;

class Activity : public RunObserver {
public:
    void busy(const BusyRecord& record) override { all.push_back(record); }
    void sampled(const SampleRecord& record) override { sampledAt.push_back(record.at); }
    void shown(const ShownRecord& record) override
    {
        shownAt.push_back(record.visibleAt);
        if (record.readers.empty() || std::isnan(record.readers[0].shown))
            return;
        if (newest)
            oldest = std::max(oldest, inSeconds(record.visibleAt - *newest));
        newest = record.readers[0].sampledAt;
    }

    /// The mean time between two of a kind in the second half.
    static double meanGap(const std::vector<Ticks>& at)
    {
        const auto half = at.size() / 2;
        return at.size() < 4
            ? 0
            : inSeconds(at.back() - at[half]) / static_cast<double>(at.size() - 1 - half);
    }
    double longestGap() const
    {
        double longest = 0;
        for (std::size_t i = 1; i < sampledAt.size(); ++i)
            longest = std::max(longest, inSeconds(sampledAt[i] - sampledAt[i - 1]));
        return longest;
    }
    std::vector<BusyRecord> all;
    std::vector<Ticks> sampledAt, shownAt;
    std::optional<Ticks> newest; ///< sample that is shown
    double oldest = 0; ///< seconds
};

Activity activityOf(const Instrument& in, double seconds)
{
    Activity activity;
    FirmwareRun(*resolve(in, ""), {}, activity).advanceTo(ticksFromSeconds(seconds));
    return activity;
}

/// The shed's one channel on one display, 100 samples a second.
Instrument fastShed(const std::function<void(Instrument&)>& change)
{
    auto in = test::shed();
    change(in);
    return *accepted(in);
}

ProgramTask redraw(const Instrument& in, TaskWhen when, Sending sends = Sending::AtOnce)
{
    ProgramTask task;
    task.id = "redraw";
    task.does = TaskDoes::Redraw;
    task.of = in.displays[0]->id;
    task.when = when;
    task.sends = sends;
    return task;
}

ProgramTask line(TaskWhen when, int bytes)
{
    ProgramTask task;
    task.id = "line";
    task.does = TaskDoes::Print;
    task.when = when;
    task.bytes = bytes;
    return task;
}

ProgramTask wait(double milliseconds)
{
    ProgramTask task;
    task.id = "wait";
    task.does = TaskDoes::Wait;
    task.time = {milliseconds, "ms"};
    return task;
}

TEST(Program, ARedrawInEveryTurnIsAsFastAsItsTurn)
{
    const auto in = fastShed([](Instrument& shed) {
        shed.timing.program = {redraw(shed, TaskWhen::EveryTurn)};
        auto display = *shed.displays[0];
        display.driver.strategy = RedrawStrategy::FullFrame;
        shed.displays[0] = std::make_shared<const Display>(display);
    });
    const auto plain = *resolve(in, "");
    const double turn = turnSeconds(plain, 0);
    EXPECT_NEAR(Activity::meanGap(activityOf(in, 4).shownAt), turn, 0.1 * turn)
        << "a sample now and then makes one a little longer";
    EXPECT_EQ(redrawPeriod(plain, plain.displays[0]), turn);
}

TEST(Program, AWaitIsWaitedForInEveryTurn)
{
    const auto ageWith = [](double milliseconds) {
        auto in = test::waitingSamples(milliseconds, 20);
        StepSpec average;
        average.kind = StepKind::MovingAverage;
        average.window = 16;
        in = *withSmoothing(in, in.channels[0]->id, {average});
        const auto plain = *resolve(in, "");
        return ageOf(plain, plain.channels[0], plain.displays[0]).smoothing;
    };
    EXPECT_NEAR(ageWith(0), 15.0 / 2 * 0.02, 1e-9);
    EXPECT_NEAR(ageWith(200), 15.0 / 2 * 0.2, 1e-4) << "each sample waits for a turn";

    const auto in = fastShed([](Instrument& shed) {
        shed.timing.program = {wait(250)}; // the shed samples more often
    });
    const auto activity = activityOf(in, 8);
    EXPECT_GT(Activity::meanGap(activity.sampledAt), 0.249);
    EXPECT_NEAR(longestPause(*resolve(in, ""), 0).seconds, 0.25, 0.05);
    EXPECT_EQ(longestPause(*resolve(in, ""), 0).words, "a wait");
}

// At 9600 baud a byte takes 1.0416667 ms (ten bits): a line of 20 bytes in every turn cannot come
// more often than every 20.83 ms, whatever the buffer holds.
TEST(Program, PrintingInEveryTurnGoesAtThePaceOfThePort)
{
    const auto in =
        fastShed([](Instrument& shed) { shed.timing.program = {line(TaskWhen::EveryTurn, 20)}; });
    std::vector<Ticks> printed;
    for (const auto& busy : activityOf(in, 5).all)
        if (busy.with == BusyWith::Printing)
            printed.push_back(busy.to);
    EXPECT_NEAR(Activity::meanGap(printed), 20 * 1.0416666666666667e-3, 1e-4);
}

TEST(Program, ALineThatFindsRoomKeepsTheLoopOnlyWhileItIsMade)
{
    const auto longest = [](int bytes) {
        const auto in = fastShed(
            [bytes](Instrument& shed) { shed.timing.program = {line(TaskWhen::Due, bytes)}; });
        double seconds = 0;
        for (const auto& busy : activityOf(in, 5).all)
            if (busy.with == BusyWith::Printing)
                seconds = std::max(seconds, inSeconds(busy.to - busy.from));
        return seconds;
    };
    EXPECT_LT(longest(64), 5e-3);
    EXPECT_NEAR(longest(84), 20 * 1.0416666666666667e-3, 1e-3) << "20 bytes find no room";
}

TEST(Program, SamplesAreTakenBetweenThePiecesOfARedraw)
{
    const auto with = [](Sending sends) {
        return fastShed([sends](Instrument& shed) {
            auto task = redraw(shed, TaskWhen::Due, sends);
            task.piece = 32;
            shed.timing.program = {task};
            auto channel = *shed.channels[0];
            channel.source.sampleEvery = {2, "ms"};
            shed.channels[0] = std::make_shared<const Channel>(channel);
            auto display = *shed.displays[0];
            display.driver.strategy = RedrawStrategy::FullFrame;
            shed.displays[0] = std::make_shared<const Display>(display);
        });
    };
    const double atOnce = activityOf(with(Sending::AtOnce), 5).longestGap();
    const double inPieces = activityOf(with(Sending::InPieces), 5).longestGap();
    const double beside = activityOf(with(Sending::Background), 5).longestGap();
    EXPECT_EQ(activityOf(with(Sending::InPieces), 5).shownAt.size(),
        activityOf(with(Sending::AtOnce), 5).shownAt.size())
        << "the next frame begins when it is due, not with the last piece";
    EXPECT_LT(inPieces, atOnce / 3);
    EXPECT_LT(beside, atOnce / 3);
    const auto textOf = [&](Sending sends) {
        const Ran ran(with(sends), 5);
        return ran.history.lastRedraw(0)->readers.front().text;
    };
    EXPECT_EQ(textOf(Sending::InPieces).size(), textOf(Sending::AtOnce).size());
}

TEST(Program, OnChangeASteadyValueIsDrawnOnce)
{
    const auto drawn = [](double later) {
        auto in = test::withSource(test::bench(), "Volts",
            {test::ofKind(SourceKind::Lines, 0.25), "V", {{0, 2}, {5, 2}, {10, later}}});
        in.timing.program = {redraw(in, TaskWhen::Changed)};
        return activityOf(*accepted(in), 10).shownAt.size();
    };
    EXPECT_LE(drawn(2), 3U) << "before the first value, and with it";
    EXPECT_GT(drawn(8), 8U);
}

// Digits that are held change on a grid of their own; what is beside them follows each redraw, and
// no number gets older than its closed form says.
TEST(Program, HeldDigitsStandWhileBarsFollow)
{
    auto in = test::paced(50, 10, FieldKind::Bar);
    auto display = *in.displays[0];
    display.digitsEvery = {400, "ms"};
    in.displays[0] = std::make_shared<const Display>(display);
    auto scenario = *in.scenarios[0];
    scenario.lanes[0].points = {{0, 5}, {20, 20}};
    in.scenarios[0] = std::make_shared<const Scenario>(scenario);
    const auto plain = *resolve(*accepted(in), "");
    class Changes : public RunObserver {
    public:
        void shown(const ShownRecord& record) override
        {
            for (const auto& content : *record.content) {
                if (!content.text.empty())
                    texts.insert(content.text);
                if (!std::isnan(content.share))
                    shares.insert(content.share);
            }
            for (const auto& reader : record.readers)
                oldest = std::max(oldest, inSeconds(record.visibleAt - reader.sampledAt));
        }
        std::set<std::string> texts;
        std::set<double> shares;
        double oldest = 0;
    } changes;
    FirmwareRun(plain, {}, changes).advanceTo(ticksFromSeconds(20));
    EXPECT_GT(changes.shares.size(), 150U);
    EXPECT_LE(changes.texts.size(), 55U) << "one every 400 ms, and what else is written";
    EXPECT_GT(changes.texts.size(), 30U);
    EXPECT_LE(changes.oldest, ageOf(plain, plain.channels[0], plain.displays[0]).oldest());
    EXPECT_GT(changes.oldest, 0.3);
}

TEST(Program, ASampleInEveryTurnComesWithEachOfThem)
{
    const auto in = fastShed([](Instrument& shed) {
        ProgramTask task;
        task.id = "sample";
        task.does = TaskDoes::Sample;
        task.of = shed.channels[0]->id;
        task.when = TaskWhen::EveryTurn;
        shed.timing.program = {task};
    });
    const auto plain = *resolve(in, "");
    const double turn = turnSeconds(plain, 0);
    EXPECT_EQ(samplePeriod(plain, plain.channels[0]), turn);
    const auto activity = activityOf(in, 0.4);
    EXPECT_NEAR(Activity::meanGap(activity.sampledAt), turn, 0.1 * turn)
        << "but for the turn with the redraw";
    EXPECT_LE(activity.oldest + ageBefore(plain, plain.channels[0], plain.displays[0]),
        ageOf(plain, plain.channels[0], plain.displays[0]).oldest());
}

TEST(Program, AnInterpreterIsSlowerAndNeedsRoom)
{
    const auto in = test::polledWheel(8);
    const auto interpreted = withRuntime(in, "", Runtime::Interpreted);
    ASSERT_TRUE(interpreted);
    const auto slow = *resolve(*interpreted, ""), quick = *resolve(in, "");
    EXPECT_GT(turnSeconds(slow, 0), 50 * turnSeconds(quick, 0));
    EXPECT_GT(sampleSeconds(slow, slow.channels[0]), 50 * sampleSeconds(quick, quick.channels[0]));
    const auto small =
        withRuntime(test::withBoard(test::shed(),
                        [](Part& board) { board.processor = ProcessorClass::Bits8At16MHz; }),
            "", Runtime::Interpreted);
    ASSERT_FALSE(small);
    EXPECT_EQ(small.error().message, "an 8-bit board has no room for an interpreter");
}

TEST(Program, ARateIsNotCountedInEveryTurn)
{
    auto in = test::polledWheel(8);
    ProgramTask task;
    task.id = "sample";
    task.does = TaskDoes::Sample;
    task.of = in.channels[0]->id;
    task.when = TaskWhen::EveryTurn;
    in.timing.program = {task};
    const auto made = accepted(in);
    ASSERT_FALSE(made);
    EXPECT_NE(made.error().message.find("it is sampled when it is due"), std::string::npos);
}

TEST(Program, ASleepKeepsEverythingWaitingAndLosesInterrupts)
{
    const auto in = test::sleeping(3, 90);
    const auto plain = *resolve(in, "");
    const auto activity = activityOf(in, 30);
    double asleep = 0;
    for (const auto& busy : activity.all)
        asleep += busy.with == BusyWith::Sleeping ? inSeconds(busy.to - busy.from) : 0;
    EXPECT_NEAR(asleep / 30, asleepShare(plain, 0), 0.1);
    EXPECT_NEAR(Activity::meanGap(activity.shownAt), 3.3, 0.2) << "a redraw each time it wakes";
    EXPECT_NEAR(firstNumberSeconds(plain, 0), 0.3 + 0.03, 0.05);

    auto wheel = test::polledWheel(1, 0, PulseInput::Interrupt);
    auto awake = wheel;
    wheel.timing.program = in.timing.program;
    const auto seen = [](const Instrument& build) {
        const auto resolved = *resolve(build, "");
        PulseTally tally(resolved);
        FirmwareRun(resolved, {}, tally).advanceTo(ticksFromSeconds(59));
        return tally.figures().front();
    };
    EXPECT_EQ(seen(awake).lost(), 0);
    EXPECT_GT(seen(*accepted(wheel)).lost(), seen(awake).happened / 2);
}

TEST(Program, ASaveTakesItsTimeAndOnChangeOnlyThen)
{
    const auto saves = [](TaskWhen when, double later) {
        auto in = test::withSource(test::bench(), "Volts",
            {test::ofKind(SourceKind::Lines, 0.25), "V", {{0, 2}, {5, 2}, {10, later}}});
        ProgramTask task;
        task.id = "save";
        task.does = TaskDoes::Save;
        task.of = in.channels[0]->id;
        task.when = when;
        task.every = {2, "s"};
        in.timing.program = {task};
        std::vector<double> lasts;
        for (const auto& busy : activityOf(*accepted(in), 10).all)
            if (busy.with == BusyWith::Saving)
                lasts.push_back(inSeconds(busy.to - busy.from));
        return lasts;
    };
    const auto due = saves(TaskWhen::Due, 2);
    ASSERT_EQ(due.size(), 5U) << "every two seconds";
    EXPECT_NEAR(due.front(), 40e-3, 1e-3) << "a page of flash memory is erased";
    EXPECT_LE(saves(TaskWhen::Changed, 2).size(), 2U);
    EXPECT_GT(saves(TaskWhen::Changed, 8).size(), 8U);
}

// The closed form of a polled input against runs: below it nothing is lost, well above it some is.
TEST(Program, NoPulseIsLostBelowThePolledCeiling)
{
    for (const double waits : {0.0, 7.0, 40.0}) {
        auto in = test::polledWheel(8, waits);
        const auto plain = *resolve(in, "");
        const double ceiling =
            highestPolledHertz(longestPause(plain, 0).seconds, 0.5) / 10; // pulses for one m/s
        const auto lostAt = [&](double speed) {
            auto scenario = *in.scenarios[0];
            for (auto& lane : scenario.lanes)
                lane.points = {{0, speed}, {40, speed}};
            in.scenarios[0] = std::make_shared<const Scenario>(scenario);
            PulseTally tally(*resolve(in, ""));
            FirmwareRun(*resolve(in, ""), {}, tally).advanceTo(ticksFromSeconds(40));
            return tally.figures()[0].lost();
        };
        EXPECT_LE(lostAt(0.99 * ceiling), 1) << waits << " ms; one may be cut by the end";
        EXPECT_GT(lostAt(3 * ceiling), 1) << waits << " ms";
    }
}

TEST(Program, TasksThatAreNotNamedComeFirst)
{
    auto in = test::shed();
    const auto usual = wholeProgram(in);
    ASSERT_EQ(usual.size(), 2U);
    in = *withNewTask(in, "", TaskDoes::Wait);
    EXPECT_EQ(wholeProgram(in).back().does, TaskDoes::Wait);
    in = *withTaskAt(in, "wait", 0);
    EXPECT_EQ(wholeProgram(in).front().does, TaskDoes::Wait);
    EXPECT_EQ(readInstrument(writeInstrument(in))->timing, in.timing);
    in = test::withSource(in, "Extra", {test::ofKind(SourceKind::Switch), "count"});
    EXPECT_EQ(wholeProgram(in).front().of, in.channels.back()->id);
    in = *withoutTask(in, "wait");
    EXPECT_EQ(wholeProgram(in).size(), 3U);
    EXPECT_FALSE(withoutTask(in, wholeProgram(in)[0].id)) << "it goes with its channel";
}

TEST(Program, ATaskHasTheIntervalOfWhatItIsOf)
{
    auto in = test::shed();
    const auto program = wholeProgram(in);
    const auto pathsOf = [&](const std::string& task) {
        std::string paths;
        for (const auto& row : taskParameters(in, task))
            paths += row.path + " ";
        return paths;
    };
    EXPECT_EQ(pathsOf(program[0].id), "when sampleEvery ");
    EXPECT_EQ(pathsOf(program[1].id), "when sends redrawEvery ");
    in = *withTaskParameter(in, program[0].id, "sampleEvery", "40 ms");
    EXPECT_EQ(in.channels[0]->source.sampleEvery, (Quantity{40, "ms"}));
    in = *withTaskParameter(in, program[1].id, "redrawEvery", "0.8 s");
    EXPECT_EQ(in.displays[0]->redrawEvery, (Quantity{0.8, "s"}));
    in = *withTaskParameter(in, program[1].id, "when", "every turn");
    EXPECT_EQ(pathsOf(program[1].id), "when sends ");
    in = *withTaskParameter(in, program[1].id, "sends", "in pieces");
    EXPECT_EQ(pathsOf(program[1].id), "when sends piece ");
    for (const auto& [path, text] : std::initializer_list<std::pair<const char*, const char*>>{
             {"when", "now"}, {"piece", "0"}, {"piece", "many"}, {"time", "3 s"}})
        EXPECT_FALSE(withTaskParameter(in, program[1].id, path, text)) << path << " " << text;
    EXPECT_FALSE(withTaskParameter(in, "nobody", "when", "every turn"));
    in = *withNewTask(in, "", TaskDoes::Wait);
    EXPECT_EQ(taskParameters(in, "wait").front().label, "for");
}

// The window may still hold what the instrument was before an edit.
TEST(Program, RowsOfAnEarlierStateLeaveOutWhatIsNew)
{
    const auto before = test::shed();
    const auto after = *withNewTask(before, "", TaskDoes::Wait);
    EXPECT_EQ(taskRows(after, *resolve(before, "")).size(), 2U);
    EXPECT_EQ(taskRows(after, *resolve(after, "")).size(), 3U);
    EXPECT_EQ(taskRows(before, *resolve(after, "")).size(), 2U);
}

TEST(Program, GoesWithWhatItIsOf)
{
    auto in =
        *withNewTask(test::skiff(), "", TaskDoes::Wait); // the whole program stands in the file
    const auto before = in.timing.program.size();
    in = *withoutChannel(in, "bilge");
    EXPECT_EQ(in.timing.program.size(), before - 1);
    const auto wrong = [&](const std::function<void(ProgramTask&)>& change) {
        auto changed = in;
        change(changed.timing.program[1]); // of two displays the first
        const auto said = accepted(changed);
        return said ? std::string() : said.error().message;
    };
    EXPECT_EQ(
        wrong([](ProgramTask& task) { task.of = "nobody"; }), "there is no display \"nobody\"");
    EXPECT_EQ(wrong([&](ProgramTask& task) { task.of = in.timing.program[2].of; }),
        "the program has \"redraw " + in.timing.program[2].of + "\" twice");
    auto many = in;
    for (int i = 0; i < 100; ++i) { // one wait is there already
        many.timing.program.push_back(wait(1));
        many.timing.program.back().id = "wait " + std::to_string(i);
    }
    EXPECT_EQ(accepted(many).error().message, "a program has at most 100 tasks of its own");
    many.timing.program.pop_back();
    EXPECT_TRUE(accepted(many));
    EXPECT_EQ(wrong([&](ProgramTask& task) { task.id = in.timing.program[2].id; }),
        "the id \"" + in.timing.program[2].id + "\" is used twice");
}

// Whatever the program is, the oldest number that a run shows stays within the closed form, no
// resource serves two at once, and the loop comes back in its longest round.
RC_GTEST_PROP(ProgramProperty, TheClosedFormBoundsEveryProgram, ())
{
    auto in = test::shed();
    auto& program = in.timing.program;
    auto draws = redraw(in, *rc::gen::element(TaskWhen::Due, TaskWhen::EveryTurn),
        *rc::gen::element(Sending::AtOnce, Sending::InPieces, Sending::Background));
    draws.piece = *rc::gen::inRange(1, 400);
    program.push_back(draws);
    if (*rc::gen::arbitrary<bool>())
        program.push_back(wait(*rc::gen::inRange(0, 120)));
    in.timing.loop.serial = {*rc::gen::element(9600, 115200), *rc::gen::inRange(0, 129)};
    for (int lines = *rc::gen::inRange(0, 3); lines > 0; --lines) {
        auto prints =
            line(*rc::gen::element(TaskWhen::Due, TaskWhen::EveryTurn), *rc::gen::inRange(1, 120));
        prints.id += std::to_string(lines);
        prints.every = {static_cast<double>(*rc::gen::inRange(20, 900)), "ms"};
        program.insert(program.begin(), prints);
    }
    auto display = *in.displays[0];
    display.redrawEvery = {static_cast<double>(*rc::gen::inRange(20, 900)), "ms"};
    display.driver.strategy = *rc::gen::element(RedrawStrategy::FullFrame,
        RedrawStrategy::ChangedPages, RedrawStrategy::ChangedCells, RedrawStrategy::DirtyBox);
    in.displays[0] = std::make_shared<const Display>(display);
    in = *accepted(in);
    const auto plain = *resolve(in, "");

    constexpr double seconds = 2.5;
    const auto activity = activityOf(in, seconds);
    const double bound = ageOf(plain, plain.channels[0], plain.displays[0]).oldest();
    const double smoothing =
        delaySeconds(plain.channels[0].steps, samplePeriod(plain, plain.channels[0]));
    RC_ASSERT(activity.newest.has_value() || bound > seconds);
    RC_ASSERT(activity.oldest + smoothing <= bound + 1e-9);
    Ticks processor, bus;
    for (const auto& busy : activity.all) {
        if (isOfProcessor(busy.with)) {
            RC_ASSERT(busy.from >= processor);
            processor = busy.to;
        }
        if (isOfBus(busy.with)) {
            RC_ASSERT(busy.from >= bus);
            bus = busy.to;
        }
    }
    RC_ASSERT(activity.longestGap()
        <= inSeconds(plain.channels[0].sampleEvery) + 2 * roundSeconds(plain, 0) + 1e-9);
}

} // namespace
} // namespace fern
