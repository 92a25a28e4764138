// What a page shows when it is tried beyond its limits and at night.

#include "judge/page_trial.h"
#include "tests/core/judge/text_cases.h"

namespace fern {
namespace {

/// The texts of the shed's page with an alarm sign.
std::string signIn(PageTrial trial, double least, double most)
{
    auto in = test::withAlarm("!");
    auto field = in.pages[0]->fields.back();
    field.least = least;
    field.most = most;
    in = *withField(in, in.pages[0]->id, field);
    const auto plain = *resolve(in, "");
    const auto& display = plain.displays[0];
    return triedContent(plain, display, display.pages[0], trial).back().text;
}

TEST(PageTrial, AlarmsAreBeyondTheirLimits)
{
    EXPECT_EQ(signIn(PageTrial::Most, 0, 30), " ");
    EXPECT_EQ(signIn(PageTrial::Alarm, 0, 30), "!");
    EXPECT_EQ(signIn(PageTrial::Alarm, 0, 12), "!");
    EXPECT_EQ(signIn(PageTrial::Alarm, 11, 30), "!") << "below its least, too";
}

TEST(PageTrial, NightIsTheLeastLight)
{
    EXPECT_EQ(leastLight(resolve(test::allDay(60), "")->displays[0]), 0.6);
    auto in = test::allDay(50);
    auto display = *in.displays[0];
    display.dimming = Dimming{in.channels[0]->id, {11, "V"}, {12, "V"}, 10, 100};
    display.day.parts = {{"07:00", "", {0, "s"}, 100}, {"22:00", "", {0, "s"}, 40}};
    in.displays[0] = std::make_shared<const Display>(display);
    EXPECT_DOUBLE_EQ(leastLight(resolve(in, "")->displays[0]), 0.5 * 0.4 * 0.1);
}

} // namespace
} // namespace fern
