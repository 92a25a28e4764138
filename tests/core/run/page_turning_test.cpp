// Which page a display shows: turned by codes and by time, by the time of day, and those that come
// to the front by what a channel does.

#include "instrument/page_edits.h"
#include "instrument/turning_edits.h"
#include "judge/state_page.h"
#include "run/page_shares.h"
#include "screens/page_turning.h"
#include "tests/core/displays.h"
#include "tests/core/judge/display_cases.h"
#include "tests/core/sources.h"

#include <algorithm>
#include <numeric>

#include <rapidcheck/gtest.h>

namespace fern {
namespace {

/// The pages of the first display, in the order in which they were shown.
class Pages : public RunObserver {
public:
    void turned(const TurnedRecord& record) override
    {
        if (record.display == 0)
            shown.emplace_back(inSeconds(record.at), record.page);
    }
    std::vector<std::pair<double, std::string>> shown;

    std::string at(double seconds) const
    {
        std::string page;
        for (const auto& [from, id] : shown)
            if (from <= seconds)
                page = id;
        return page;
    }
    std::vector<std::string> order() const
    {
        std::vector<std::string> ids;
        for (const auto& [from, id] : shown)
            ids.push_back(id);
        return ids;
    }
};

Pages pagesOf(const Instrument& in, double seconds)
{
    Pages pages;
    FirmwareRun(*resolve(in, ""), {}, pages).advanceTo(ticksFromSeconds(seconds));
    return pages;
}

Instrument withTurning(const Instrument& in, const PageTurning& turning)
{
    auto display = *in.displays[0];
    display.redrawEvery = {500, "ms"};
    display.turning = turning;
    return *withDisplay(in, display);
}

/// A page that comes to the front by a channel, before all others.
Instrument withPageFirst(const Instrument& in, const std::string& id, PageCondition when)
{
    Instrument out = in;
    Page page;
    page.id = page.name = id;
    page.display = in.displays[0]->id;
    page.when = std::move(when);
    out.pages.insert(out.pages.begin(), std::make_shared<const Page>(std::move(page)));
    return *accepted(out);
}

/// Three pages, and a remote control.
Instrument threePages(std::vector<LaneEvent> events)
{
    auto in = test::withSource(test::bench(), "Remote", test::remoteCase(std::move(events)));
    in = test::withSource(
        in, "Volts", {test::ofKind(SourceKind::Lines, 0.25), "V", {{0, 1}, {60, 4}}});
    return test::withSource(in, "Speed", {test::pulses(5), "m/s", {{0, 3}, {60, 9}}});
}

TEST(PageTurning, CodesTurnThePagesOnAndBackAtOnce)
{
    const auto in = withTurning(
        threePages({{2.1, "up"}, {4.1, "up"}, {6.1, "up"}, {8.1, "down"}, {10.1, "reset"}}),
        {"remote", "up", "down", {0, "s"}});
    const auto pages = pagesOf(in, 12);
    EXPECT_EQ(
        pages.order(), (std::vector<std::string>{"remote", "volts", "speed", "remote", "speed"}))
        << "behind the last comes the first, and before the first the last; other codes turn "
           "nothing";
    EXPECT_NEAR(pages.shown[1].first, 2.1, 0.2) << "not half a second later, when a redraw is due";
}

TEST(PageTurning, TimeTurnsThem)
{
    const auto in = withTurning(threePages({{5.1, "up"}}), {"remote", "up", "", {4, "s"}});
    const auto pages = pagesOf(in, 14);
    EXPECT_EQ(
        pages.order(), (std::vector<std::string>{"remote", "volts", "speed", "remote", "volts"}))
        << "at 4 s, by the code at 5.1 s, then 4 s after it";
    EXPECT_NEAR(pages.shown[3].first, 9.1, 0.6);
    const auto still = pagesOf(withTurning(threePages({}), {}), 20);
    EXPECT_EQ(still.order(), std::vector<std::string>{"remote"});
}

TEST(PageTurning, AnAlarmComesToTheFrontAndIsOverWithHysteresis)
{
    auto in = test::withSource(test::bench(), "Volts",
        {test::ofKind(SourceKind::Lines, 0.25), "V",
            {{0, 2}, {10, 2}, {20, 8}, {30, 5}, {34, 5.5}, {50, 1}}});
    PageCondition alarm;
    alarm.comes = PageComes::Alarm;
    alarm.channel = "volts";
    alarm.least = -10;
    alarm.most = 6;
    alarm.clears = 2; // it is over below 4 V
    in = withTurning(withPageFirst(in, "high", alarm), {});
    const auto pages = pagesOf(in, 50);
    EXPECT_EQ(pages.order(), (std::vector<std::string>{"volts", "high", "volts"}))
        << "at 5 V it is not over";
    // 6 V at 16.7 s, 4 V at 39.3 s; up to two samples, the wire and a redraw later.
    EXPECT_NEAR(pages.shown[1].first, 16.7, 1.2);
    EXPECT_NEAR(pages.shown[2].first, 39.3, 1.2);
}

TEST(PageTurning, OfSeveralTheFirstIsShown)
{
    auto in = test::withSource(
        test::bench(), "Volts", {test::ofKind(SourceKind::Lines, 0.25), "V", {{0, 2}, {10, 2}}});
    PageCondition start;
    start.comes = PageComes::AtStart;
    start.time = {3, "s"};
    PageCondition notYet;
    notYet.comes = PageComes::NotYet;
    notYet.channel = "volts";
    in = withTurning(withPageFirst(withPageFirst(in, "waiting", notYet), "splash", start), {});
    EXPECT_EQ(pagesOf(in, 10).order(), (std::vector<std::string>{"splash", "volts"}))
        << "the first sample has come before the splash is over";
    std::swap(in.pages[0], in.pages[1]);
    EXPECT_EQ(pagesOf(in, 10).order().front(), "waiting");
}

/// A receiver whose pages say what is the matter with it.
Instrument receiverWithStates()
{
    auto in = test::withSource(test::bench(), "Fix", test::receiverCase({{0, 5}, {100, 40}}));
    const auto add = [&in](PageComes comes, double seconds) {
        PageCondition when;
        when.comes = comes;
        when.channel = "fix";
        when.time = {seconds, "s"};
        in = withPageFirst(in, std::string(pageComesWords[static_cast<std::size_t>(comes)]), when);
    };
    add(PageComes::Fault, 3);
    add(PageComes::Searching, 0);
    add(PageComes::NotYet, 0);
    add(PageComes::NoDevice, 5);
    add(PageComes::Stale, 4);
    return withTurning(in, {});
}

FaultSpec fault(FaultKind kind, double from, double to)
{
    FaultSpec f;
    f.channel = "fix";
    f.kind = kind;
    f.from = from;
    f.to = to;
    return f;
}

TEST(PageTurning, AReceiverIsSearchedForFoundAndLost)
{
    const auto in = test::withFaults(
        receiverWithStates(), {fault(FaultKind::NoFix, 40, 60), fault(FaultKind::Silence, 70, 90)});
    const auto pages = pagesOf(in, 100);
    EXPECT_EQ(pages.order().front(), "not yet");
    EXPECT_EQ(pages.at(6), "searching") << "its cold start takes 12 s";
    EXPECT_EQ(pages.at(30), "fix");
    EXPECT_EQ(pages.at(42), "fix") << "for 3 s no value is no fault";
    EXPECT_EQ(pages.at(50), "fault");
    EXPECT_EQ(pages.at(66), "fix");
    EXPECT_EQ(pages.at(80), "stale");
    EXPECT_EQ(pages.at(98), "fix");
}

TEST(PageTurning, APageThatIsMadeForASearchCountsItsSeconds)
{
    auto in = test::withSource(test::bench(), "Fix", test::receiverCase({{0, 5}, {100, 40}}));
    const auto plain = *resolve(in, "");
    auto page = statePage(plain.displays[0], plain.channels[0], PageComes::Searching);
    page.id = "searching";
    in.pages.insert(in.pages.begin(), std::make_shared<const Page>(page));
    const test::Ran searching(*accepted(in), 8);
    const auto& content = *searching.history.lastRedraw(0)->content;
    ASSERT_EQ(content.size(), 3U);
    EXPECT_EQ(content[1].text, "SEARCHING");
    EXPECT_NEAR(std::stod(content[2].text), 7, 1.5) << "its first word came within two seconds";
    const auto fieldsOn = [&](std::string_view glass, PageComes comes) {
        auto display = plain.displays[0];
        display.metrics = metricsOf(test::displayOf(glass));
        return statePage(display, plain.channels[0], comes).fields.size();
    };
    EXPECT_EQ(fieldsOn("character-16x2", PageComes::Searching), 3U);
    EXPECT_EQ(fieldsOn("character-16x2", PageComes::Stale), 2U) << "nothing is waited for";
    EXPECT_EQ(fieldsOn("eight-digits", PageComes::Searching), 2U);
    EXPECT_EQ(fieldsOn("four-digits-two-wire", PageComes::Searching), 1U) << "there is no room";
}

TEST(PageTurning, ADeviceThatWasNeverThereIsTold)
{
    const auto pages =
        pagesOf(test::withFaults(receiverWithStates(), {fault(FaultKind::Silence, 0, 60)}), 20);
    EXPECT_EQ(pages.order(), (std::vector<std::string>{"not yet", "no device"}));
    EXPECT_NEAR(pages.shown.back().first, 5, 0.6);
}

TEST(PageTurning, ACodeTakesItOutOfService)
{
    auto in = threePages({{3, "down"}, {6, "up"}});
    PageCondition out;
    out.comes = PageComes::Told;
    out.channel = "remote";
    out.name = "down";
    const auto pages = pagesOf(withTurning(withPageFirst(in, "closed", out), {}), 10);
    EXPECT_EQ(pages.order(), (std::vector<std::string>{"remote", "closed", "remote"}));
}

TEST(PageTurning, AFrontPageWaitsWithoutAnother)
{
    auto in = test::withSource(
        test::bench(), "Volts", {test::ofKind(SourceKind::Lines, 0.25), "V", {{0, 2}, {10, 2}}});
    auto only = *in.pages[0];
    only.when.comes = PageComes::AtStart;
    only.when.time = {2, "s"};
    in.pages[0] = std::make_shared<const Page>(only);
    const auto pages = pagesOf(in, 5);
    EXPECT_EQ(pages.order(), (std::vector<std::string>{"volts", ""})) << "then nothing is shown";
}

TEST(PageTurning, AMirrorShowsTheSame)
{
    auto in = withTurning(threePages({{2.1, "up"}}), {"remote", "up", "", {0, "s"}});
    auto part = *findById(in.parts, in.displays[0]->part);
    part.id = "other-glass";
    in.parts.push_back(std::make_shared<const Part>(part));
    auto mirror = *in.displays[0];
    mirror.id = "other";
    mirror.part = part.id;
    mirror.mirrors = in.displays[0]->id;
    in.displays.push_back(std::make_shared<const Display>(mirror));
    in = *accepted(in);
    RunHistory history(ticksFromSeconds(5));
    FirmwareRun(*resolve(in, ""), {}, history).advanceTo(ticksFromSeconds(8));
    EXPECT_EQ(history.lastRedraw(0)->page, "volts");
    EXPECT_EQ(history.lastRedraw(1)->page, "volts");
    EXPECT_EQ(history.lastRedraw(1)->readers.size(), 1U);
}

/// The shed notices' plan: a clock, three pages.
Instrument withPlan(DayPlan plan, const char* startsAt)
{
    auto clock = test::ofKind(SourceKind::Clock, 1);
    auto in = test::withSource(
        threePages({}), "Clock", {clock, "s", {}, {}, TextForm::HoursMinutes, 0, 86400});
    plan.clock = "clock";
    auto display = *in.displays[0];
    display.day = std::move(plan);
    auto scenario = *in.scenarios[0];
    scenario.startsAt = startsAt;
    in.scenarios[0] = std::make_shared<const Scenario>(scenario);
    return *withDisplay(in, display);
}

TEST(PageTurning, TheDayPlanTurnsItsPagesAtItsTimes)
{
    DayPlan plan;
    plan.parts = {{"06:00", "volts speed", {10, "s"}, 100}, {"21:30", "remote", {0, "s"}, 100}};
    const auto evening = pagesOf(withPlan(plan, "2031-05-03T21:29:30Z"), 120);
    EXPECT_EQ(evening.at(5), "volts");
    EXPECT_EQ(evening.at(15), "speed");
    EXPECT_EQ(evening.at(25), "volts");
    EXPECT_EQ(evening.at(32), "remote");
    EXPECT_EQ(evening.at(119), "remote") << "it is the only one of its time";
    EXPECT_EQ(pagesOf(withPlan(plan, "2031-05-03T03:00:00Z"), 5).at(4), "remote")
        << "until the first part of today it is still yesterday's last";
}

TEST(PageTurning, DotsCountThePagesOfThePartOfTheDay)
{
    DayPlan plan;
    plan.parts = {{"06:00", "volts speed", {0, "s"}, 100}, {"21:30", "remote", {0, "s"}, 100}};
    const auto dotsAt = [&](const char* startsAt) {
        auto in = withPlan(plan, startsAt);
        for (auto& page : in.pages) {
            auto changed = *page;
            Field dots;
            dots.id = "dots";
            dots.kind = FieldKind::PageDots;
            dots.y = 56;
            changed.fields.push_back(dots);
            page = std::make_shared<const Page>(changed);
        }
        RunHistory history(ticksFromSeconds(5));
        FirmwareRun(*resolve(in, ""), {}, history).advanceTo(ticksFromSeconds(4));
        const auto& content = history.lastRedraw(0)->content->back();
        return std::pair(content.index, content.count);
    };
    EXPECT_EQ(dotsAt("2031-05-03T12:00:00Z"), std::pair(0, 2)) << "of three pages two are turned";
    EXPECT_EQ(dotsAt("2031-05-03T23:00:00Z"), std::pair(0, 1));
}

TEST(PageTurning, NightIsDarker)
{
    DayPlan plan;
    plan.parts = {{"06:00", "volts", {0, "s"}, 100}, {"22:00", "volts", {0, "s"}, 10}};
    const auto lightAt = [&](const char* startsAt) {
        const auto in = withPlan(plan, startsAt);
        RunHistory history(ticksFromSeconds(5));
        FirmwareRun(*resolve(in, ""), {}, history).advanceTo(ticksFromSeconds(4));
        return history.lastRedraw(0)->picture->light;
    };
    EXPECT_LT(lightAt("2031-05-03T23:00:00Z"), lightAt("2031-05-03T12:00:00Z"));
}

TEST(PageTurning, SharesOfAScenarioAddUp)
{
    const auto in = withTurning(threePages({}), {"", "", "", {4, "s"}});
    const auto shares = pageSharesOf(*resolve(in, ""), 24);
    double sum = 0;
    for (const auto& [page, share] : shares[0]) {
        EXPECT_NEAR(share, 1.0 / 3, 0.02) << page;
        sum += share;
    }
    EXPECT_NEAR(sum, 1, 1e-9);
}

DayPlan planOf(std::vector<int> begins)
{
    std::sort(begins.begin(), begins.end());
    begins.erase(std::unique(begins.begin(), begins.end()), begins.end());
    DayPlan plan;
    for (const int begin : begins)
        plan.parts.push_back({clockTimeOf(begin), "", {0, "s"}, 100});
    return plan;
}

RC_GTEST_PROP(DayPlanProperty, EveryMinuteBelongsToThePartThatBeganLast, ())
{
    const auto plan = planOf(*rc::gen::nonEmpty(
        rc::gen::container<std::vector<int>>(rc::gen::inRange(0, minutesOfDay))));
    std::vector<int> minutes(plan.parts.size());
    for (int minute = 0; minute < minutesOfDay; ++minute) {
        const auto part = partAt(plan, minute);
        ++minutes[part];
        const auto since = [&](const DayPart& p) {
            return (minute - minuteOf(p.from) + minutesOfDay) % minutesOfDay;
        };
        for (const auto& other : plan.parts)
            RC_ASSERT(since(plan.parts[part]) <= since(other));
    }
    RC_ASSERT(std::accumulate(minutes.begin(), minutes.end(), 0) == minutesOfDay);
    RC_ASSERT(std::none_of(minutes.begin(), minutes.end(), [](int n) { return n == 0; }));
}

TEST(DayPlanEdits, APartIsMovedAcrossMidnightAndStaysClearOfOthers)
{
    DayPlan plan;
    plan.parts = {{"06:00", "volts", {0, "s"}, 100}, {"21:30", "speed", {0, "s"}, 100}};
    const auto in = withPlan(plan, "2031-05-03T12:00:00Z");
    const auto id = in.displays[0]->id;
    const auto late = withDayPartFrom(in, id, 1, minutesOfDay + 40);
    ASSERT_TRUE(late);
    const auto& parts = late->displays[0]->day.parts;
    EXPECT_EQ(parts[0].from, "00:40");
    EXPECT_EQ(parts[0].pages, "speed") << "the evening's part begins after midnight now";
    EXPECT_EQ(parts[1].from, "06:00");
    EXPECT_FALSE(withDayPartFrom(in, id, 1, 6 * 60 + 2)) << "two minutes behind the other";
    EXPECT_FALSE(withDayPartFrom(in, id, 1, 5 * 60 + 58));
    EXPECT_FALSE(withDayPartParameter(in, id, 1, "from", "25:00"));
    EXPECT_FALSE(withDayPartParameter(in, id, 7, "from", "12:00"));
}

TEST(DayPlanEdits, APlanIsBegunSplitAndTakenAway)
{
    auto in = withPlan({}, "2031-05-03T12:00:00Z");
    const auto id = in.displays[0]->id;
    in = *withNewDayPart(in, id);
    EXPECT_EQ(in.displays[0]->day.parts.front().pages, "remote volts speed clock");
    in = *withNewDayPart(in, id);
    EXPECT_EQ(in.displays[0]->day.parts[1].from, "12:00");
    in = *withPageInDayPart(in, id, 1, "volts", false);
    in = *withPageInDayPart(in, id, 1, "remote", false);
    in = *withPageInDayPart(in, id, 1, "remote", true);
    EXPECT_EQ(in.displays[0]->day.parts[1].pages, "remote speed clock");
    in = *withoutPage(in, "speed");
    EXPECT_EQ(in.displays[0]->day.parts[1].pages, "remote clock");
    in = *withoutDayPart(*withoutDayPart(in, id, 0), id, 0);
    EXPECT_TRUE(in.displays[0]->day.parts.empty());
    EXPECT_FALSE(withNewDayPart(threePages({}), id)) << "there is no clock";
}

TEST(DayPlanEdits, WhatGoesWithAChannel)
{
    auto in = threePages({});
    PageCondition alarm;
    alarm.comes = PageComes::Alarm;
    alarm.channel = "volts";
    in = withTurning(withPageFirst(in, "high", alarm), {"remote", "up", "down", {4, "s"}});
    const auto without = withoutChannel(in, "volts");
    ASSERT_TRUE(without);
    EXPECT_EQ(findById(without->pages, "high"), nullptr);
    const auto unturned = withoutChannel(in, "remote");
    ASSERT_TRUE(unturned);
    EXPECT_EQ(unturned->displays[0]->turning.by, "");
    EXPECT_EQ(unturned->displays[0]->turning.every.value, 4) << "time still turns them";
}

TEST(PageConditions, AreTypedAndRefused)
{
    auto in = threePages({});
    auto alarm = withConditionParameter(in, "volts", "comes", "alarm");
    ASSERT_TRUE(alarm);
    EXPECT_EQ(findById(alarm->pages, "volts")->when.channel, "volts") << "what the page shows";
    EXPECT_EQ(findById(alarm->pages, "volts")->when.most, 10) << "as far as it is wished";
    EXPECT_FALSE(withConditionParameter(*alarm, "volts", "least", "11")) << "above the most";
    EXPECT_FALSE(withConditionParameter(*alarm, "volts", "most", "high"));
    EXPECT_FALSE(withConditionParameter(*alarm, "volts", "clears", "5"))
        << "it would never be over";
    EXPECT_TRUE(withConditionParameter(*alarm, "volts", "clears", "4.9"));
    const auto told = withConditionParameter(*alarm, "volts", "comes", "told");
    ASSERT_TRUE(told);
    EXPECT_EQ(findById(told->pages, "volts")->when.channel, "remote") << "one that gives codes";
    EXPECT_FALSE(withConditionParameter(in, "nowhere", "comes", "alarm"));
    EXPECT_FALSE(withTurningParameter(in, in.displays[0]->id, "turning/by", "volts"))
        << "it gives no codes";
    EXPECT_FALSE(withTurningParameter(in, in.displays[0]->id, "mirrors", "nowhere"));
    const auto dimmed = withTurningParameter(in, in.displays[0]->id, "dimming", "yes");
    ASSERT_TRUE(dimmed) << describe(dimmed.error());
    const auto bySpeed = withTurningParameter(*dimmed, in.displays[0]->id, "dimming/from", "speed");
    ASSERT_TRUE(bySpeed) << describe(bySpeed.error());
    EXPECT_EQ(bySpeed->displays[0]->dimming->high.unit, "m/s");
}

} // namespace
} // namespace fern
