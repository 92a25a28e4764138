// What the fields of a page show while the instrument runs.

#include "judge/page_trial.h"
#include "run/firmware_run.h"
#include "run/run_history.h"
#include "tests/core/judge/display_cases.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

Field fieldOf(FieldKind kind, const std::string& reader)
{
    Field field;
    field.id = "extra";
    field.kind = kind;
    field.reader = reader;
    field.y = 40;
    field.width = 5;
    return field;
}

struct Shown {
    FieldContent extra;
    double number; ///< that the page's value shows
};

/// What the shed's page shows of one more field after some seconds.
Shown shownAfter(double seconds, FieldKind kind, const std::function<void(Field&)>& change)
{
    auto in = test::shed();
    auto page = *in.pages[0];
    auto field = fieldOf(kind, in.readers[0]->id);
    change(field);
    page.fields.push_back(field);
    in.pages[0] = std::make_shared<const Page>(page);
    const auto plain = *resolve(in, "");
    RunHistory history(ticksFromSeconds(5));
    FirmwareRun(plain, {}, history).advanceTo(ticksFromSeconds(seconds));
    const auto* last = history.lastRedraw(0);
    EXPECT_EQ(last->page, page.id);
    return {last->content->back(), std::stod(last->readers.front().text)};
}

TEST(PageMoment, ABarStandsWhereItsNumberDoes)
{
    const auto shown = shownAfter(10, FieldKind::Bar, [](Field& f) {
        f.least = 10;
        f.most = 15;
    });
    EXPECT_NEAR(10 + 5 * shown.extra.share, shown.number, 0.05 + 1e-9) << "one decimal is shown";
}

TEST(PageMoment, AHistoryTakesAPointEachInterval)
{
    const auto sharesAfter = [](double seconds) {
        return shownAfter(seconds, FieldKind::History, [](Field& f) {
            f.every = {1, "s"};
            f.least = 0;
            f.most = 20;
        }).extra.shares;
    };
    EXPECT_EQ(sharesAfter(3.2).size(), 4U) << "at 0, 1, 2 and 3 s";
    const auto later = sharesAfter(60);
    ASSERT_EQ(later.size(), 5U) << "as many as it is wide";
    for (const double share : later)
        EXPECT_TRUE(share > 0.4 && share < 0.9) << share;
}

TEST(PageMoment, AnAlarmSpeaksBeyondItsLimitsOnly)
{
    const auto signWith = [](double least, double most) {
        return shownAfter(10, FieldKind::Alarm, [&](Field& f) {
            f.text = "LOW";
            f.least = least;
            f.most = most;
        }).extra.text;
    };
    EXPECT_EQ(signWith(5, 20), "   ") << "its place is cleared";
    EXPECT_EQ(signWith(14.9, 20), "LOW");
    EXPECT_EQ(signWith(5, 9), "LOW");
}

// What is read as a name is no number that could be beyond a limit.
TEST(PageMoment, NamesRaiseNoAlarm)
{
    auto in = test::named("ON");
    const auto signOf = [&](TextForm form) {
        auto reader = *in.readers.back();
        reader.text.form = form;
        auto changed = *withText(in, reader.id, reader.text);
        auto page = *changed.pages.back();
        auto alarm = fieldOf(FieldKind::Alarm, reader.id);
        alarm.text = "H";
        alarm.least = -2;
        alarm.most = -1;
        page.fields.push_back(alarm);
        changed.pages.back() = std::make_shared<const Page>(page);
        const auto plain = *resolve(changed, "");
        const auto& display = plain.displays[0];
        return triedContent(plain, display, display.pages.back(), PageTrial::Most).back().text;
    };
    EXPECT_EQ(signOf(TextForm::Name), " ");
    EXPECT_EQ(signOf(TextForm::Number), "H");
}

TEST(PageMoment, ACountTellsTheSecondsOfItsPage)
{
    const auto countAfter = [](double seconds, int width) {
        return shownAfter(seconds, FieldKind::Count, [width](Field& f) {
            f.width = width;
        }).extra.text;
    };
    EXPECT_EQ(countAfter(7.9, 3), "  7");
    EXPECT_EQ(countAfter(12.9, 3), " 12");
    EXPECT_EQ(countAfter(12.9, 1), "9") << "no more than its window holds";
}

TEST(PageMoment, ARunningTextGoesOnWithTime)
{
    const auto windowAfter = [](double seconds, int gap = scrollerGap) {
        return shownAfter(seconds, FieldKind::Scroller, [gap](Field& f) {
            f.text = "OARS BACK";
            f.every = {1, "s"};
            f.gap = gap;
        }).extra.text;
    };
    EXPECT_EQ(windowAfter(0.9), "OARS ");
    EXPECT_EQ(windowAfter(3.9), "S BAC");
    EXPECT_EQ(windowAfter(12.9), "OARS ") << "once around: nine characters and three blanks";
    EXPECT_EQ(windowAfter(9.9, 1), " OARS") << "one blank";
    EXPECT_EQ(windowAfter(10.9, 1), "OARS ");
}

} // namespace
} // namespace fern
