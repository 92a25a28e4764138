// Several loops in one instrument: cores of a board, boards that tell one another numbers, modes
// that a control switches, and what ends a sleep.

#include "instrument/loops.h"
#include "instrument/part_edits.h"
#include "instrument/program_edits.h"
#include "judge/age.h"
#include "judge/asleep.h"
#include "judge/timing_sheet.h"
#include "run/age_tally.h"
#include "run/busy_tally.h"
#include "run/firmware_run.h"
#include "run/line_tally.h"
#include "run/pulse_tally.h"
#include "run/sample_tally.h"
#include "run/task_blocks.h"
#include "tests/core/judge/program_cases.h"
#include "tests/core/sources.h"
#include "tests/support.h"

#include <rapidcheck/gtest.h>

namespace fern {
namespace {

class Follower : public RunObserver {
public:
    explicit Follower(const PlainInstrument& in)
        : pulses(in)
        , ages(in)
        , processors(in)
    {
    }
    void sampled(const SampleRecord& record) override
    {
        pulses.sampled(record);
        ++samples[record.channel];
    }
    void shown(const ShownRecord& record) override
    {
        ages.shown(record);
        ++redraws[record.display];
    }
    void busy(const BusyRecord& record) override
    {
        processors.busy(record);
        all.push_back(record);
    }

    PulseTally pulses;
    AgeTally ages;
    BusyTally processors;
    std::vector<BusyRecord> all;
    std::map<std::size_t, int> samples, redraws;
};

Follower followed(const PlainInstrument& plain, double seconds)
{
    Follower follower(plain);
    FirmwareRun(plain, {}, follower).advanceTo(ticksFromSeconds(seconds));
    return follower;
}

Instrument withTask(
    const Instrument& in, std::string_view does, std::string_view path, std::string_view text)
{
    for (const auto& task : wholeProgram(in))
        if (taskDoesWords[static_cast<std::size_t>(task.does)] == does) {
            auto out = withTaskParameter(in, task.id, path, text);
            EXPECT_TRUE(out) << path << ": " << out.error().message;
            return *out;
        }
    ADD_FAILURE() << does;
    return in;
}

TEST(Loops, ASecondCoreRedrawsWhileTheFirstCounts)
{
    const auto one = test::polledWheel(400); // 4000 pulses a second
    const auto two = withTask(one, "redraw", "core", "2");
    const auto before = *resolve(one, ""), after = *resolve(two, "");
    EXPECT_GT(followed(before, 60).pulses.figures()[0].lost(), 1000);
    const auto run = followed(after, 60);
    EXPECT_EQ(run.pulses.figures()[0].lost(), 0);
    EXPECT_GT(mostCountedHertz(after, after.channels[0]), 4000);
    EXPECT_LT(mostCountedHertz(before, before.channels[0]), 4000);
    EXPECT_FALSE(before.loops[1].hasTasks);
    ASSERT_TRUE(after.loops[1].hasTasks);
    EXPECT_GT(run.processors.processors()[1].seconds, 1) << "it draws";
    EXPECT_LT(run.processors.processors()[0].longest, 0.001) << "and keeps nobody from looking";
    const auto limits = timingLimits(after);
    EXPECT_EQ(std::count_if(limits.begin(), limits.end(),
                  [](const Fact& fact) { return fact.label.ends_with(": a turn of the loop"); }),
        2);
}

TEST(Loops, ABoardWithOneCoreRefusesASecond)
{
    const auto in = test::shed();
    for (const auto& task : wholeProgram(in)) {
        const auto refused = withTaskParameter(in, task.id, "core", "2");
        ASSERT_FALSE(refused);
        EXPECT_EQ(refused.error().message, "the board that runs it has one core");
    }
}

/// Two displays of one bus, redrawn by two cores; intervals in milliseconds.
PlainInstrument twoCores(int first, int second, Sending sends)
{
    auto plain = *resolve(test::skiff(), "");
    plain.displays[1].bus = plain.displays[0].bus;
    plain.displays[0].redrawEvery = ticksFromSeconds(first * 1e-3);
    plain.displays[1].redrawEvery = ticksFromSeconds(second * 1e-3);
    for (auto& task : plain.program)
        if (task.spec.does == TaskDoes::Redraw && task.of == 1) {
            task.loop = plain.displays[1].loop = 1;
            task.spec.core = 2;
            task.spec.sends = sends;
        }
    return plain;
}

RC_GTEST_PROP(Loops, ABusServesOneCoreAtATime, ())
{
    const auto sends = *rc::gen::element(Sending::AtOnce, Sending::InPieces, Sending::Background);
    auto plain = twoCores(*rc::gen::inRange(20, 300), *rc::gen::inRange(20, 300), sends);
    const auto run = followed(plain, 5);
    std::vector<BusyRecord> sent;
    for (const auto& busy : run.all)
        if (isOfBus(busy.with))
            sent.push_back(busy);
    std::sort(sent.begin(), sent.end(),
        [](const BusyRecord& a, const BusyRecord& b) { return a.from < b.from; });
    RC_ASSERT(sent.size() > 20U);
    for (std::size_t i = 1; i < sent.size(); ++i)
        RC_ASSERT(sent[i].from >= sent[i - 1].to);
    for (const auto& age : run.ages.figures()) {
        const auto& c = plain.channels[age.channel];
        const auto& display = plain.displays[age.display];
        if (plain.displays[age.display].turned.size() == 1)
            RC_ASSERT(age.most + ageBefore(plain, c, display)
                <= ageOf(plain, c, display).oldest() + 1e-9);
    }
}

/// A node with a voltage, whose lines a hut with a display hears.
Instrument nodeAndHut(double sendSeconds, double nodeWaitMs = 0)
{
    auto in = test::bench();
    Part node = *findById(in.parts, "board");
    node.id = "node";
    node.name = "Node";
    node.buses.clear();
    node.pins = {PinSpec{"A0", 1, "", *parseRoles("analog"), 0}};
    in = test::plus(in, node);
    auto source = test::ofKind(SourceKind::Analog, 0.1);
    source.board = "node";
    source.pin = "A0";
    in = test::withSource(in, "Level", {source, "V", {{0, 1}, {60, 2}}});
    auto told = test::ofKind(SourceKind::Lines, 1);
    told.lines.key = "level";
    in = test::withSource(in, "Told", {told, "V", {{0, 9}}}); // a course that counts for nothing
    in.pages.front() = in.pages.back(); // the hut shows what it is told
    in.pages.resize(1);
    auto channel = *in.channels.back();
    channel.source.lines.carries = in.channels.front()->id;
    in.channels.back() = std::make_shared<const Channel>(channel);
    in = *withNewTask(in, "node", TaskDoes::Print);
    in = withTask(in, "print", "to", in.devices.front()->id);
    in = withTask(in, "print", "every", std::to_string(sendSeconds) + " s");
    return *withLoopWait(in, "node", {nodeWaitMs, "ms"});
}

TEST(Loops, WhatABoardSendsIsShownByAnother)
{
    const auto in = nodeAndHut(2);
    const auto plain = *resolve(in, "");
    EXPECT_EQ(plain.channels[1].carried, 0U);
    EXPECT_NE(plain.channels[0].loop, plain.channels[1].loop);
    EXPECT_EQ(plain.channels[1].sampleEvery, ticksFromSeconds(2));
    const auto run = followed(plain, 60);
    EXPECT_NEAR(run.samples.at(1), 30, 1) << "one for each line";
    RunHistory history(ticksFromSeconds(60));
    FirmwareRun(plain, {}, history).advanceTo(ticksFromSeconds(60));
    const auto last = history.lastSample(1);
    ASSERT_NE(last, nullptr);
    EXPECT_NEAR(last->real.smoothed, 2, 0.1) << "what the node has";
    EXPECT_NEAR(last->real.world, 2, 0.1) << "and its truth";
    const auto ages = run.ages.figures();
    ASSERT_EQ(ages.size(), 1U);
    const double bound = ageOf(plain, plain.channels[1], plain.displays[0]).oldest();
    EXPECT_LE(ages[0].most, bound);
    EXPECT_GT(ages[0].most, 2) << "it stands until the next line comes";
    EXPECT_GT(ages[0].most, 0.7 * bound);
    EXPECT_GT(ages[0].least, 0.02) << "twenty bytes at 9600 baud";
}

TEST(Loops, ALostMessageMakesTheNumberOlder)
{
    auto in = nodeAndHut(2);
    const auto whole = followed(*resolve(in, ""), 120);
    FaultSpec fault;
    fault.device = in.devices[0]->id;
    fault.kind = FaultKind::Garbage;
    fault.to = 120;
    fault.share = 0.3;
    in = test::withFaults(in, {fault});
    const auto torn = followed(*resolve(in, ""), 120);
    EXPECT_LT(torn.samples.at(1), whole.samples.at(1) - 8);
    EXPECT_GT(torn.samples.at(1), 20);
    EXPECT_GT(torn.ages.figures()[0].most, whole.ages.figures()[0].most + 1.9);
}

TEST(Loops, AWaitOnOneBoardIsNoMatterOfTheOther)
{
    const auto quick = *resolve(nodeAndHut(2), ""), slow = *resolve(nodeAndHut(2, 500), "");
    const auto hut = quick.displays[0].loop, node = quick.channels[0].loop;
    EXPECT_EQ(roundSeconds(quick, hut), roundSeconds(slow, hut));
    EXPECT_GT(roundSeconds(slow, node), 0.5);
    EXPECT_EQ(followed(slow, 30).redraws.at(0), followed(quick, 30).redraws.at(0));
    EXPECT_GT(ageOf(slow, slow.channels[1], slow.displays[0]).oldest(),
        ageOf(quick, quick.channels[1], quick.displays[0]).oldest() + 0.5);
}

TEST(Loops, WhatCannotBeSentIsRefused)
{
    const auto in = nodeAndHut(2);
    const auto refusal = [&](std::string_view path, std::string_view text) {
        for (const auto& task : in.timing.program)
            if (task.does == TaskDoes::Print) {
                const auto out = withTaskParameter(in, task.id, path, text);
                return out ? std::string() : out.error().message;
            }
        return std::string();
    };
    EXPECT_EQ(refusal("to", "nobody"), "there is no line sender \"nobody\"");
    EXPECT_EQ(refusal("board", "board"), "a board does not send lines to itself");
    EXPECT_EQ(refusal("board", "nowhere"), "there is no board \"nowhere\" among the parts");
    const auto pressed = test::withSource(in, "Keys", test::remoteCase({{20, "up"}}));
    const auto asleep = *withNewTask(pressed, "node", TaskDoes::Sleep);
    const auto woken = withTaskParameter(
        asleep, asleep.timing.program.back().id, "wokenBy", pressed.channels.back()->id);
    ASSERT_FALSE(woken);
    EXPECT_EQ(woken.error().message, "Keys is read by another board");
    auto wrong = in;
    auto channel = *wrong.channels.back();
    channel.source.lines.carries = "nothing";
    wrong.channels.back() = std::make_shared<const Channel>(channel);
    const auto lost = accepted(wrong);
    ASSERT_FALSE(lost);
    EXPECT_EQ(lost.error().message, "there is no channel \"nothing\" on another board to send");
    const auto without = withoutChannel(in, in.channels.front()->id);
    ASSERT_TRUE(without) << without.error().message;
    EXPECT_TRUE(without->channels.back()->source.lines.carries.empty());
}

TEST(Loops, LinesAreTornWhileALoopLooksAway)
{
    const auto linesOf = [](double waitMs, SerialPort port) {
        LineTally lines;
        FirmwareRun(*resolve(test::toldWhileWaiting(waitMs, port, 0.02), ""), {}, lines)
            .advanceTo(ticksFromSeconds(20));
        return lines.figures().at(0);
    };
    EXPECT_EQ(linesOf(0, SerialPort::Hardware).bad, 0);
    EXPECT_NEAR(static_cast<double>(linesOf(0, SerialPort::Hardware).good), 1000, 2);
    const auto torn = linesOf(900, SerialPort::Hardware);
    EXPECT_GT(torn.bad, 2) << "whose end found no room";
    EXPECT_LT(torn.good, 700);
    EXPECT_GT(torn.good, 300) << "256 bytes of some 450";
    EXPECT_EQ(linesOf(900, SerialPort::Usb).bad, 0) << "USB makes the sender wait";
}

TEST(Loops, WithoutTheFirstBoardTheNextOneIsTheFirst)
{
    auto in = nodeAndHut(2, 500);
    in = *withoutChannel(in, in.channels.back()->id);
    const auto without = withoutPart(in, "board");
    ASSERT_TRUE(without) << without.error().message;
    EXPECT_TRUE(without->timing.boards.empty());
    EXPECT_EQ(inSi(without->timing.loop.loopWait), 0.5);
    EXPECT_EQ(resolve(*without, "")->loops[0].board, "node");
}

/// A voltage that is printed while logging, and shown while showing; a key switches at 20 s.
Instrument loggingOrShowing()
{
    auto in = test::withSource(
        test::bench(), "Volts", {test::ofKind(SourceKind::Analog, 0.1), "V", {{0, 1}}});
    auto keys = test::remoteCase({{20, "up"}});
    in = test::withSource(in, "Keys", keys);
    Setting mode;
    mode.id = "mode";
    mode.name = "Mode";
    mode.most = {1, "count"};
    mode.by = in.channels.back()->id;
    mode.up = "up";
    mode.down = "down";
    in.settings.push_back(std::make_shared<const Setting>(mode));
    in = *withNewTask(in, "", TaskDoes::Print);
    in = *withModesParameter(in, "names", "showing, logging");
    in = withTask(in, "print", "bytes", "200");
    in = withTask(in, "print", "only", "logging");
    return withTask(in, "redraw", "only", "showing");
}

TEST(Loops, AControlSwitchesTheMode)
{
    const auto in = loggingOrShowing();
    const auto plain = *resolve(in, "");
    const auto run = followed(plain, 40);
    Ticks lastRedraw, firstLine = maxTicks;
    for (const auto& busy : run.all) {
        if (busy.with == BusyWith::Drawing)
            lastRedraw = std::max(lastRedraw, busy.from);
        if (busy.with == BusyWith::Printing)
            firstLine = std::min(firstLine, busy.from);
    }
    EXPECT_NEAR(inSeconds(lastRedraw), 20, 0.6);
    EXPECT_NEAR(inSeconds(firstLine), 20, 1.1);
    EXPECT_NEAR(run.samples.at(0), 400, 2) << "what is of no mode goes on";
}

TEST(Loops, EachModeHasFiguresOfItsOwn)
{
    const auto plain = *resolve(loggingOrShowing(), "");
    const auto showing = inMode(plain, 0), logging = inMode(plain, 1);
    EXPECT_EQ(longestPause(showing, 0).words.find("a redraw"), 0U);
    EXPECT_EQ(longestPause(logging, 0).words, "a printed line");
    EXPECT_EQ(longestPause(plain, 0).seconds,
        std::max(longestPause(showing, 0).seconds, longestPause(logging, 0).seconds));
    EXPECT_LT(roundSeconds(plain, 0), roundSeconds(showing, 0) + roundSeconds(logging, 0))
        << "never both";
    const auto tells = [](const PlainInstrument& in, std::string_view what) {
        const auto limits = timingLimits(in);
        return std::any_of(limits.begin(), limits.end(),
            [&](const Fact& fact) { return fact.label.starts_with(what); });
    };
    EXPECT_TRUE(tells(showing, "Oldest number"));
    EXPECT_FALSE(tells(logging, "Oldest number")) << "nothing is shown";
}

// Whichever mode it stands in, and whatever the other one does.
TEST(Loops, ASleepOfTheSecondModeIsWeighedInIt)
{
    auto in = loggingOrShowing();
    in = *withNewTask(in, "", TaskDoes::Sleep);
    EXPECT_GT(asleepShare(*resolve(in, ""), 0), 0.9);
    for (const char* only : {"logging", "showing"}) {
        const auto plain = *resolve(withTask(in, "sleep", "only", only), "");
        const std::size_t mode = plain.modes.names[0] == only ? 0 : 1;
        EXPECT_GT(asleepShare(plain, 0), 0.9) << only;
        EXPECT_EQ(asleepShare(plain, 0), asleepShare(inMode(plain, mode), 0)) << only;
        EXPECT_EQ(asleepShare(inMode(plain, 1 - mode), 0), 0) << only;
    }
}

TEST(Loops, AModeIsAStepInAnyUnit)
{
    auto in = loggingOrShowing();
    auto setting = *in.settings[0];
    setting.value = {100, "cm"};
    setting.least = {1, "m"};
    setting.most = {1.2, "m"};
    setting.step = {100, "mm"};
    in.settings[0] = std::make_shared<const Setting>(setting);
    const auto plain = *resolve(in, "");
    EXPECT_EQ(modeAt(plain, 100), 0U);
    EXPECT_EQ(modeAt(plain, 110), 1U);
    EXPECT_EQ(modeAt(plain, 500), 1U) << "there are two";
}

TEST(Loops, ModesThatAreNotThereAreRefused)
{
    const auto in = loggingOrShowing();
    const auto many = withModesParameter(in, "names", "one, two, three");
    ASSERT_FALSE(many);
    EXPECT_EQ(
        many.error().message, "modes have two names or more, and no more than Mode has steps: 2");
    EXPECT_FALSE(withModesParameter(in, "names", "same, same"));
    EXPECT_FALSE(withModesParameter(in, "by", "nothing"));
    const auto none = withModesParameter(in, "names", "");
    ASSERT_TRUE(none) << "then every task is run always";
    for (const auto& task : none->timing.program)
        EXPECT_TRUE(task.only.empty());
    const auto renamed = withModesParameter(in, "names", "showing, quiet");
    ASSERT_TRUE(renamed);
    EXPECT_EQ(plainLoops(*renamed).size(), 2U);
}

TEST(Loops, APinEndsASleep)
{
    auto source = test::ofKind(SourceKind::Switch, 0.02);
    source.pin = "IO4";
    auto in =
        test::withSource(test::bench(), "Button", {source, "count", {}, {{33, "on"}, {34, "off"}}});
    in = *withNewTask(in, "", TaskDoes::Sleep);
    in = withTask(in, "sleep", "time", "60 s");
    const auto asleepAt = [](const Instrument& build, double at) {
        const auto run = followed(*resolve(build, ""), 100);
        return std::any_of(run.all.begin(), run.all.end(), [&](const BusyRecord& busy) {
            return busy.with == BusyWith::Sleeping && inSeconds(busy.from) < at
                && at < inSeconds(busy.to);
        });
    };
    EXPECT_TRUE(asleepAt(in, 33.1)) << "only its clock wakes it";
    const auto woken = withTask(in, "sleep", "wokenBy", in.channels[0]->id);
    EXPECT_FALSE(asleepAt(woken, 33.1));
    EXPECT_TRUE(asleepAt(woken, 32.9));
    for (const auto& task : wholeProgram(in))
        if (task.does == TaskDoes::Sleep) {
            const auto refused = withTaskParameter(in, task.id, "wokenBy", "nobody");
            ASSERT_FALSE(refused);
            EXPECT_EQ(
                refused.error().message, "there is no channel of events or pulses \"nobody\"");
        }
}

} // namespace
} // namespace fern
