// Settings that keys and remotes change.

#include "tests/core/sources.h"

#include "run/settings.h"

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

} // namespace
} // namespace fern
