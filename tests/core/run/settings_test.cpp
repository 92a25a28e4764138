// Settings that keys and remotes change.

#include "tests/core/sources.h"

#include "run/settings.h"

#include <cmath>

namespace fern {
namespace {

using test::ofKind;
using test::Ran;
using test::remoteCase;
using test::withSource;

TEST(Settings, SettingsFollowTheKeys)
{
    auto in = withSource(test::bench(), "Remote",
        remoteCase({{1, "up"}, {2, "up"}, {3, "up"}, {4, "down"}, {6, "up"}}));
    Setting target;
    target.id = "target";
    target.name = "Target";
    target.value = {5, "m"};
    target.least = {0, "m"};
    target.most = {7, "m"};
    target.step = {1, "m"};
    target.by = in.channels[0]->id;
    target.up = "up";
    target.down = "down";
    in.settings.push_back(std::make_shared<const Setting>(target));
    Source formula = ofKind(SourceKind::Derived, 0.1);
    formula.derived.formula = "target * 2";
    in = withSource(in, "Twice", {formula, "m"});
    EXPECT_EQ(Ran(in, 0.5).last(1), 10);
    EXPECT_EQ(Ran(in, 3.5).last(1), 14) << "it stays at its most";
    EXPECT_EQ(Ran(in, 4.5).last(1), 12);
}

TEST(Settings, WrapSeekAndStop)
{
    Setting s;
    s.least = {2, "count"};
    s.most = {8, "count"};
    s.step = {2, "count"};
    s.up = "up";
    s.down = "down";
    s.seek = "seek";
    s.presets = {3, 6};
    EXPECT_EQ(settingAfter(s, 8, "up"), 8);
    EXPECT_EQ(settingAfter(s, 2, "down"), 2);
    EXPECT_EQ(settingAfter(s, 2, "seek"), 3);
    EXPECT_EQ(settingAfter(s, 3, "seek"), 6);
    EXPECT_EQ(settingAfter(s, 6, "seek"), 3);
    EXPECT_EQ(settingAfter(s, 4, "other"), 4);
    s.wraps = true;
    EXPECT_EQ(settingAfter(s, 8, "up"), 2);
    EXPECT_EQ(settingAfter(s, 2, "down"), 8);
}

TEST(Settings, ManyStepsAddUpToNoError)
{
    Setting s;
    s.most = {10, "count"};
    s.step = {0.1, "count"};
    s.up = "up";
    double value = 0;
    for (int i = 0; i < 70; ++i)
        value = settingAfter(s, value, "up");
    EXPECT_DOUBLE_EQ(value, 7);
}

Setting typed()
{
    Setting s;
    s.least = {5, "count"};
    s.most = {250, "count"};
    s.value = {20, "count"};
    s.entry = KeyEntry{".", "*", "#"};
    return s;
}

TEST(Settings, ANumberIsTypedClearedAndConfirmed)
{
    const auto s = typed();
    SettingState state{20, {}};
    const auto press = [&](std::string_view keys) {
        std::string heard;
        for (const char key : keys)
            heard += "?-+"[static_cast<int>(hearSetting(s, state, std::string(1, key)))];
        return heard;
    };
    EXPECT_EQ(press("12."), "+++");
    EXPECT_EQ(entryOf(state), 12);
    EXPECT_EQ(press("5"), "+");
    EXPECT_EQ(entryOf(state), 12.5);
    EXPECT_EQ(state.value, 20) << "not before it is confirmed";
    EXPECT_EQ(press("#"), "+");
    EXPECT_EQ(state.value, 12.5);
    EXPECT_EQ(press("1*#"), "++?") << "nothing is left to confirm: it may mean something else";
    EXPECT_EQ(press("2519"), "++--") << "no number within the limits begins with 251";
    EXPECT_EQ(entryOf(state), 25);
    EXPECT_EQ(press("*3#"), "++-") << "3 is below the least";
    EXPECT_EQ(state.value, 12.5);
    EXPECT_EQ(entryOf(state), 12.5);
    EXPECT_EQ(press(".."), "+-");
    EXPECT_EQ(press("A"), "?");
}

/// A tuner whose signal is strong from 7 on.
Instrument tuner(std::vector<LaneEvent> events, double wraps, double above = 3)
{
    auto in = withSource(test::bench(), "Remote", remoteCase(std::move(events)));
    Setting tune;
    tune.id = "tune";
    tune.name = "Tune";
    tune.value = {2, "count"};
    tune.most = {10, "count"};
    tune.by = in.channels[0]->id;
    tune.up = "up";
    tune.seek = "reset";
    tune.wraps = wraps != 0;
    in.settings.push_back(std::make_shared<const Setting>(tune));
    Source signal = ofKind(SourceKind::Derived, 0.1);
    signal.derived.formula = "tune >= 7 ? 5 : 1";
    in = withSource(in, "Signal", {signal, "count"});
    tune.seeking = Seeking{in.channels[1]->id, {above, "count"}, {300, "ms"}};
    in.settings[0] = std::make_shared<const Setting>(tune);
    return in;
}

TEST(Settings, SeekStepsUntilAChannelIsHighEnough)
{
    const auto at = [](const Instrument& in, double seconds) {
        return Ran(in, seconds).run.setting(0).value;
    };
    const auto found = tuner({{1, "reset"}}, 0);
    EXPECT_EQ(at(found, 0.9), 2);
    EXPECT_EQ(at(found, 1.5), 4) << "a step each 300 ms";
    EXPECT_EQ(at(found, 9), 7);
    const auto next = tuner({{1, "reset"}, {5, "reset"}}, 0);
    EXPECT_EQ(at(next, 9), 8) << "on from where it stands";
    EXPECT_EQ(at(tuner({{1, "reset"}}, 0, 9), 9), 10) << "it stops at its most";
    auto keyless = found;
    auto tune = *keyless.settings[0];
    tune.up.clear();
    keyless.settings[0] = std::make_shared<const Setting>(tune);
    EXPECT_EQ(at(keyless, 9), 7) << "no other key steps it";
    EXPECT_EQ(at(tuner({{1, "reset"}}, 1, 9), 30), 2) << "once around, and back";
    EXPECT_EQ(at(tuner({{1, "reset"}, {1.5, "down"}}, 0), 9), 4) << "another key stops it";
}

TEST(Settings, AKeyMeansWhatThePageSaysThatIsShown)
{
    auto in = tuner({{1, "up"}}, 0);
    auto tune = *in.settings[0];
    tune.onPage = in.pages[1]->id; // the first one is shown
    in.settings[0] = std::make_shared<const Setting>(tune);
    EXPECT_EQ(Ran(in, 2).run.setting(0).value, 2);
    tune.onPage = in.pages[0]->id;
    in.settings[0] = std::make_shared<const Setting>(tune);
    EXPECT_EQ(Ran(in, 2).run.setting(0).value, 3);
}

// "up" turns the pages, but on the second one it sets the tuner: there it turns nothing, even where
// the tuner can go no further.
TEST(Settings, AKeyThatMeansSomethingOnThePageMeansOnlyThat)
{
    auto in = tuner({{1, "up"}, {2, "up"}, {3, "up"}, {4, "down"}}, 0);
    auto tune = *in.settings[0];
    tune.value = {9, "count"};
    tune.onPage = in.pages[1]->id;
    in.settings[0] = std::make_shared<const Setting>(tune);
    auto display = *in.displays[0];
    display.turning = {in.channels[0]->id, "up", "down", {0, "s"}};
    in = *withDisplay(in, display);
    const auto at = [&](double seconds) {
        const Ran ran(in, seconds);
        return std::pair(ran.history.lastRedraw(0)->page, ran.run.setting(0).value);
    };
    const auto first = in.pages[0]->id, second = in.pages[1]->id;
    EXPECT_EQ(at(1.9), std::pair(second, 9.0)) << "the first press turns";
    EXPECT_EQ(at(2.9), std::pair(second, 10.0)) << "the second sets";
    EXPECT_EQ(at(3.9), std::pair(second, 10.0)) << "at its most it is refused, and turns nothing";
    EXPECT_EQ(at(5), std::pair(first, 10.0)) << "what means nothing there turns";
}

class Beeps : public RunObserver {
public:
    void driven(const DrivenRecord& record) override
    {
        if (record.to == 1000)
            at.push_back(std::round(inSeconds(record.at) * 10) / 10);
    }
    std::vector<double> at;
};

/// The tuner at 9 of 10, three presses at 1, 2 and 3 s, and when a beeper beeps.
std::vector<double> beepsOf(const std::function<void(Instrument&, OutputSequence&)>& change)
{
    auto in = tuner({{1, "up"}, {2, "down"}, {3, "up"}}, 0);
    auto tune = *in.settings[0];
    tune.value = {9, "count"};
    in.settings[0] = std::make_shared<const Setting>(tune);
    Output beep;
    beep.id = beep.name = "beep";
    beep.kind = OutputKind::Tuned;
    beep.part = "board";
    beep.from = "tune";
    beep.lowOutput = beep.highOutput = {0, "Hz"};
    beep.every = {100, "ms"};
    beep.sequence.by = in.channels[0]->id;
    beep.sequence.moves = {{0.1, 1000}};
    change(in, beep.sequence);
    in.outputs.push_back(std::make_shared<const Output>(beep));
    Beeps beeps;
    FirmwareRun(*resolve(in, ""), {}, beeps).advanceTo(ticksFromSeconds(5));
    return beeps.at;
}

// A beep for each key that did something: at its most, "up" does nothing more.
TEST(Settings, AcceptedKeysAreAcknowledged)
{
    const auto beeps =
        beepsOf([](Instrument&, OutputSequence& sequence) { sequence.acknowledges = true; });
    ASSERT_EQ(beeps.size(), 1U);
    EXPECT_NEAR(beeps[0], 1.1, 0.11);
}

TEST(Settings, AnOutputAnswersAKeyOnItsPageOnly)
{
    const auto beepsOn = [](std::size_t page) {
        return beepsOf([page](Instrument& in, OutputSequence& sequence) {
            sequence.name = "down";
            sequence.onPage = in.pages[page]->id;
        }).size();
    };
    EXPECT_EQ(beepsOn(0), 1U);
    EXPECT_EQ(beepsOn(1), 0U) << "it is not shown";
}

} // namespace
} // namespace fern
