// The Timing place: the program is dragged, switched and set, and lanes and limits follow.

#include "app/places/timing/timing_place.h"
#include "instrument/edits.h"
#include "instrument/program_edits.h"
#include "instrument/source_parameters.h"
#include "tests/app/window_fixture.h"

#include <QComboBox>

namespace fern::app {
namespace {

class TimingTest : public WindowTest {
protected:
    void SetUp() override
    {
        WindowTest::SetUp();
        QTest::keyClick(&window, Qt::Key_4, Qt::ControlModifier);
        ASSERT_TRUE(waitFor([this] { return window.findChild<TimingPlace*>() != nullptr; }));
        settle();
    }
    ProgramList* program() { return find<ProgramList>("programList"); }
    QString limit(const QString& what)
    {
        return find<QLabel>(qPrintable(QStringLiteral("limit ") + what))->text();
    }
    void choose(const std::string& task)
    {
        const auto tasks = wholeProgram(instrument());
        for (std::size_t i = 0; i < tasks.size(); ++i)
            if (tasks[i].id == task)
                QTest::mouseClick(program(), Qt::LeftButton, {}, program()->middleOf(i));
        settle();
        EXPECT_EQ(program()->task(), QString::fromStdString(task));
    }
    void click(const char* button)
    {
        QTest::mouseClick(find<QAbstractButton>(button), Qt::LeftButton);
        settle();
    }
    void addTask(const QString& what)
    {
        auto* box = find<QComboBox>("addTask");
        box->setCurrentIndex(box->findText(what));
        Q_EMIT box->activated(box->currentIndex());
        settle();
    }
    PlanPage* plan() { return window.findChild<PlanPage*>(); }
    void openPlan()
    {
        click("planChip");
        ASSERT_TRUE(waitFor([this] { return !plan()->isPlanning(); }));
    }
    void jump(double seconds)
    {
        const auto at = ticksFromSeconds(seconds);
        window.runner().jumpTo(at);
        ASSERT_TRUE(waitFor([this, at] { return window.runner().view()->now == at; }));
    }
    std::vector<std::string> order()
    {
        std::vector<std::string> ids;
        for (const auto& task : wholeProgram(instrument()))
            ids.push_back(task.id);
        return ids;
    }
};

TEST_F(TimingTest, ATaskIsDraggedAndMovedByKeys)
{
    const auto before = order();
    ASSERT_GT(before.size(), 4U);
    QTest::mousePress(program(), Qt::LeftButton, {}, program()->middleOf(0));
    QTest::mouseMove(program(), program()->middleOf(2));
    QTest::mouseRelease(program(), Qt::LeftButton, {}, program()->middleOf(2));
    settle();
    EXPECT_EQ(order()[2], before[0]);
    QTest::keyClick(program(), Qt::Key_Up, Qt::ControlModifier);
    settle();
    EXPECT_EQ(order()[1], before[0]) << "the one that was dragged is still chosen";
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(order(), before);
    EXPECT_TRUE(instrument().timing.program.empty()) << "as the file had it";
}

TEST_F(TimingTest, AWaitMakesTheTurnLongerAndGoes)
{
    const auto before = limit(QStringLiteral("A turn of the loop"));
    addTask(QStringLiteral("a wait"));
    EXPECT_EQ(limit(QStringLiteral("A turn of the loop")).left(3), QStringLiteral("100"));
    choose("wait");
    QTest::keyClick(program(), Qt::Key_Delete);
    settle();
    EXPECT_EQ(limit(QStringLiteral("A turn of the loop")), before);
    choose(order().front());
    EXPECT_FALSE(find<QAbstractButton>("removeTask")->isEnabled())
        << "a channel's task goes with the channel";
}

TEST_F(TimingTest, ARedrawInEveryTurnIsPlannedBackToItsPace)
{
    choose("redraw-helm");
    for (auto* box : find<QWidget>("taskFigures")->findChildren<QComboBox*>())
        if (const int every = box->findText(QStringLiteral("every turn")); every >= 0) {
            box->setCurrentIndex(every);
            Q_EMIT box->activated(every);
        }
    settle();
    const auto task = [this] {
        for (const auto& each : wholeProgram(instrument()))
            if (each.id == "redraw-helm")
                return each;
        return ProgramTask{};
    };
    EXPECT_EQ(task().when, TaskWhen::EveryTurn);
    openPlan();
    EXPECT_TRUE(find<QLabel>("planVerdict")->text().contains(QStringLiteral("too much for")));
    ASSERT_TRUE(find<QAbstractButton>("applyPlan")->isEnabled());
    click("applyPlan");
    EXPECT_EQ(task().when, TaskWhen::Due);
    ASSERT_TRUE(waitFor([this] { return !plan()->isPlanning(); }));
    EXPECT_FALSE(find<QAbstractButton>("applyPlan")->isEnabled()) << "nothing else is proposed";
    EXPECT_TRUE(find<QLabel>("planVerdict")->text().contains(QStringLiteral("keeps every wish")));
}

TEST_F(TimingTest, ThePlanAppliedLosesNoPulseAndIsOneStep)
{
    auto polled = *withSourceParameter(instrument(), "speed", "pulses/input", "polled");
    for (const auto& task : wholeProgram(polled))
        if (task.does == TaskDoes::Redraw)
            polled = *withTaskParameter(polled, task.id, "when", "every turn");
    window.document().apply(QStringLiteral("As first written"), polled);
    openPlan();
    const auto lost = [this] {
        jump(30);
        const auto pulses = window.runner().view()->pulses;
        return pulses.happened - pulses.counted;
    };
    window.goTo({QStringLiteral("Channels"), QStringLiteral("speed")});
    QTest::keyClick(&window, Qt::Key_4, Qt::ControlModifier);
    settle();
    EXPECT_GT(lost(), 5);
    ASSERT_TRUE(waitFor([this] { return !plan()->isPlanning(); }));
    click("applyPlan");
    EXPECT_LE(lost(), 1) << "one may be cut by the end of the stretch";
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(instrument(), polled);
}

TEST_F(TimingTest, AnotherPaceOfTheFrontierIsChosenByClickAndByKeys)
{
    openPlan();
    auto* chart = find<FrontierChart>("frontierChart");
    ASSERT_GT(chart->pointCount(), 1U);
    const auto proposed = chart->point().pace;
    QTest::mouseClick(chart, Qt::LeftButton, {}, chart->placeOf(0));
    EXPECT_NE(chart->point().pace, proposed);
    QTest::keyClick(chart, Qt::Key_Home);
    EXPECT_EQ(chart->point().pace, proposed);
    QTest::keyClick(chart, Qt::Key_Right);
    const auto other = chart->point();
    ASSERT_TRUE(waitFor([this] {
        return find<QLabel>("planProof")->text().contains(QStringLiteral("In a run of 30 s"));
    }));
    click("applyPlan");
    EXPECT_EQ(paceOf(*resolve(instrument(), "")).displays, other.pace.displays);
}

TEST_F(TimingTest, WhereNothingFitsAWayOutLeadsToAPlan)
{
    auto wish = instrument().channels[0]->wish;
    wish.freshness = {10, "ms"};
    window.document().apply(
        QStringLiteral("Fresher"), *withWish(instrument(), instrument().channels[0]->id, wish));
    openPlan();
    EXPECT_FALSE(find<QWidget>("frontierChart")->isVisible());
    ASSERT_TRUE(find<QWidget>("wayOut0")->isVisible());
    click("wayOut0");
    ASSERT_TRUE(waitFor([this] { return !plan()->isPlanning(); }));
    EXPECT_TRUE(find<QWidget>("frontierChart")->isVisible());
    EXPECT_FALSE(find<QWidget>("wayOut0")->isVisible());
}

TEST_F(TimingTest, LimitsAndLanesFollowASliderThatMoves)
{
    click("whatIfChip");
    jump(20);
    const auto before = instrument();
    auto* every = find<QSlider>("whatIfEvery");
    const auto lanes = [this] { return find<ActivityLanes>("activityLanes")->grab().toImage(); };
    const auto oldest = [this] { return find<QLabel>("if Oldest number on helm")->text(); };
    const auto then = oldest();
    const auto ran = lanes();
    every->setFocus();
    for (int i = 0; i < 4; ++i)
        QTest::keyClick(every, Qt::Key_Left);
    EXPECT_NE(oldest(), then);
    EXPECT_NE(lanes(), ran);
    EXPECT_EQ(instrument(), before) << "only tried";
    auto* wait = find<QSlider>("whatIfWait");
    wait->setFocus();
    QTest::keyClick(wait, Qt::Key_End);
    EXPECT_TRUE(find<QLabel>("whatIfVerdict")->text().startsWith(QStringLiteral("Then: too much")));
    click("whatIfReset");
    EXPECT_EQ(oldest(), then);
    EXPECT_EQ(lanes(), ran);
    EXPECT_FALSE(find<QAbstractButton>("whatIfApply")->isEnabled());
    every->setFocus();
    QTest::keyClick(every, Qt::Key_Right);
    click("whatIfApply");
    EXPECT_EQ(instrument().displays[0]->redrawEvery, (Quantity{750, "ms"}));
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(instrument(), before);
}

TEST_F(TimingTest, AnInterpreterMakesEachTurnLonger)
{
    const auto before = limit(QStringLiteral("A turn of the loop"));
    auto* box = find<QComboBox>("runtime");
    box->setCurrentIndex(1);
    Q_EMIT box->activated(1);
    settle();
    EXPECT_EQ(before, QStringLiteral("0.5 µs"));
    EXPECT_EQ(limit(QStringLiteral("A turn of the loop")), QStringLiteral("100 µs"));
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(box->currentIndex(), 0);
}

TEST_F(TimingTest, TheRibbonOpensItsInstantInTheLanes)
{
    window.goTo({QStringLiteral("Channels")});
    jump(20.3);
    auto* ribbon = find<QWidget>("ribbon");
    QTest::mouseClick(ribbon, Qt::LeftButton, {}, {ribbon->width() / 2, ribbon->height() / 2});
    ASSERT_TRUE(waitFor([this] { return window.findChild<TimingPlace*>()->isVisible(); }));
    const auto words = find<ActivityLanes>("activityLanes")->words();
    EXPECT_TRUE(words.startsWith(QStringLiteral("50")) && words.contains(QStringLiteral("ms ago")))
        << words.toStdString();
}

TEST_F(TimingTest, WhatRanIsSavedAsPictureRowsAndTimeline)
{
    jump(20.3);
    for (const auto* name : {"ran.png", "ran.csv", "ran.vcd"}) {
        dialogs.nextSave = folder.filePath(QString::fromLatin1(name));
        click("exportLanes");
    }
    const auto read = [&](const char* name) {
        return test::readText(folder.filePath(QString::fromLatin1(name)).toStdString());
    };
    EXPECT_TRUE(read("ran.png").starts_with("\x89PNG"));
    EXPECT_TRUE(read("ran.csv").starts_with("from_s,to_s,what\n"));
    EXPECT_NE(read("ran.csv").find("sends helm"), std::string::npos);
    EXPECT_NE(read("ran.vcd").find(" processor $end"), std::string::npos);
    dialogs.nextSave = QStringLiteral("/nowhere/ran.csv");
    click("exportLanes");
    EXPECT_TRUE(notice()->text().contains(QStringLiteral("/nowhere")));
}

TEST_F(TimingTest, ASaveAndASleepAreAddedSetAndTakenAway)
{
    addTask(QStringLiteral("a save"));
    EXPECT_EQ(program()->task(), QStringLiteral("save")) << "what is new is chosen";
    choose(order().front());
    window.goTo({QStringLiteral("Channels")});
    window.goTo(
        {.place = QStringLiteral("Timing"), .pointer = QStringLiteral("/timing/program/save")});
    settle();
    EXPECT_TRUE(window.findChild<TimingPlace*>()->isVisible());
    EXPECT_EQ(program()->task(), QStringLiteral("save")) << "a finding leads to its task";
    EXPECT_EQ(wholeProgram(instrument()).back().of, "strokes") << "the total is saved first";
    addTask(QStringLiteral("a sleep"));
    choose("sleep");
    EXPECT_NE(limit(QStringLiteral("Asleep")), QString());
    QTest::keyClick(program(), Qt::Key_Delete);
    settle();
    EXPECT_EQ(wholeProgram(instrument()).back().does, TaskDoes::Save);
}

TEST_F(TimingTest, AWayToRedrawIsChosenFromItsBar)
{
    click("waysChip");
    const auto before = instrument().displays[0]->driver.strategy;
    ASSERT_EQ(before, RedrawStrategy::FullFrame);
    click("way1");
    EXPECT_NE(instrument().displays[0]->driver.strategy, before);
    EXPECT_TRUE(find<QWidget>("way1")->toolTip().contains(QStringLiteral("is redrawn so")));
}

TEST_F(TimingTest, AProgramToBeginWithIsOneStep)
{
    auto* box = find<QComboBox>("programStarts");
    const int last = box->count() - 1; // a line in every turn
    box->setCurrentIndex(last);
    Q_EMIT box->activated(last);
    settle();
    EXPECT_EQ(box->currentIndex(), 0) << "the next one can be chosen";
    EXPECT_TRUE(find<QWidget>("serialFigures")->isVisible());
    EXPECT_NE(limit(QStringLiteral("A turn of the loop")).indexOf(QStringLiteral("ms")), -1);
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_TRUE(instrument().timing.program.empty());
    EXPECT_FALSE(find<QWidget>("serialFigures")->isVisible());
}

TEST_F(TimingTest, PulsesOfTheChosenChannelHaveALane)
{
    openChannel("speed");
    QTest::keyClick(&window, Qt::Key_4, Qt::ControlModifier);
    ASSERT_TRUE(waitFor([this] { return window.findChild<TimingPlace*>()->isVisible(); }));
    jump(60.3);
    auto* lanes = find<ActivityLanes>("activityLanes");
    lanes->setFocus();
    bool isNamed = false;
    for (int i = 0; i < 100 && !isNamed; ++i) {
        QTest::keyClick(lanes, Qt::Key_Left);
        isNamed = lanes->words().contains(QStringLiteral("a pulse that is counted"));
    }
    EXPECT_TRUE(isNamed);
}

TEST_F(TimingTest, TheCursorNamesWhatRuns)
{
    jump(20.3);
    auto* lanes = find<ActivityLanes>("activityLanes");
    lanes->setFocus();
    bool isNamed = false;
    for (int i = 0; i < 100 && !isNamed; ++i) {
        QTest::keyClick(lanes, Qt::Key_Left);
        isNamed = lanes->words().contains(QStringLiteral("processor"));
    }
    EXPECT_TRUE(isNamed) << lanes->words().toStdString();
    const double before = lanes->span();
    QTest::keyClick(lanes, Qt::Key_Plus);
    EXPECT_LT(lanes->span(), before);
}

TEST_F(TimingTest, AFieldIsLeftOutToSeeWhatItCosts)
{
    click("whatIfChip");
    auto* fields = find<QComboBox>("whatIfFields");
    ASSERT_GT(fields->count(), 1);
    const auto before = find<QLabel>("if A redraw of helm")->text();
    fields->setCurrentIndex(1);
    Q_EMIT fields->activated(1);
    settle();
    EXPECT_TRUE(find<QAbstractButton>("whatIfApply")->isEnabled());
    const auto count = [this] {
        std::size_t all = 0;
        for (const auto& page : instrument().pages)
            all += page->fields.size();
        return all;
    };
    const auto fieldsBefore = count();
    click("whatIfApply");
    EXPECT_EQ(count(), fieldsBefore - 1);
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(count(), fieldsBefore);
}

/// A post that sleeps and tells a hut its number; the hut has two cores, and two modes.
class TwoBoardsTest : public TimingTest {
protected:
    void SetUp() override
    {
        WindowTest::SetUp();
        ASSERT_TRUE(window.files().open(
            QString::fromStdString(test::sourcePath("demo/tide-post.fern.json"))));
        QTest::keyClick(&window, Qt::Key_4, Qt::ControlModifier);
        ASSERT_TRUE(waitFor([this] { return window.findChild<TimingPlace*>() != nullptr; }));
        settle();
    }
    void select(const char* box, const QString& what)
    {
        auto* choice = find<QComboBox>(box);
        choice->setCurrentIndex(choice->findText(what));
        Q_EMIT choice->activated(choice->currentIndex());
        settle();
    }
    ProgramTask task(const std::string& id)
    {
        for (const auto& each : wholeProgram(instrument()))
            if (each.id == id)
                return each;
        return {};
    }
};

TEST_F(TwoBoardsTest, EachBoardHasItsProgramAndItsLimits)
{
    EXPECT_NE(limit(QStringLiteral("Hut: a turn of the loop")), QString());
    EXPECT_EQ(limit(QStringLiteral("Post: a turn of the loop")), QStringLiteral("60.4 s"));
    select("programBoard", QStringLiteral("Post"));
    QTest::mouseClick(program(), Qt::LeftButton, {}, program()->middleOf(0));
    settle();
    EXPECT_EQ(program()->task(), QStringLiteral("measure")) << "the first one of the post";
    QTest::keyClick(program(), Qt::Key_Down, Qt::ControlModifier);
    settle();
    EXPECT_EQ(
        order(), (std::vector<std::string>{"sample-keys", "tell", "measure", "rest", "show"}));
    addTask(QStringLiteral("a wait"));
    EXPECT_EQ(task("wait").board, "post");
    EXPECT_EQ(limit(QStringLiteral("Post: a turn of the loop")), QStringLiteral("60.5 s"));
}

TEST_F(TwoBoardsTest, ASleepIsTakenFromItsPlan)
{
    select("programBoard", QStringLiteral("Post"));
    click("sleepChip");
    const auto before = task("rest").time.value;
    auto* apply = find<QAbstractButton>("applySleep");
    ASSERT_TRUE(apply->isVisible()) << qPrintable(find<QLabel>("sleepReason")->text());
    QTest::mouseClick(apply, Qt::LeftButton);
    settle();
    EXPECT_NE(task("rest").time.value, before);
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(task("rest").time.value, before);
}

TEST_F(TwoBoardsTest, AModeIsWeighedByItself)
{
    EXPECT_NE(limit(QStringLiteral("Oldest number on display")), QString());
    select("programMode", QStringLiteral("dark"));
    for (auto* label : find<QWidget>("timingLimits")->findChildren<QLabel*>())
        EXPECT_FALSE(label->isVisible() && label->text().startsWith(QStringLiteral("Oldest")));
    select("programMode", QStringLiteral("all modes"));
    choose("sample-keys");
    auto* grid = find<QWidget>("modesFigures");
    auto fields = grid->findChildren<QLineEdit*>();
    ASSERT_EQ(fields.size(), 2);
    fields[1]->setFocus();
    fields[1]->selectAll();
    QTest::keyClicks(fields[1], QStringLiteral("showing, dark, grey"));
    QTest::keyClick(fields[1], Qt::Key_Return);
    settle();
    EXPECT_TRUE(notice()->text().contains(QStringLiteral("no more than Mode has steps: 2")));
}

TEST_F(TwoBoardsTest, TheSecondCoreIsTriedBeforeItIsApplied)
{
    click("whatIfChip");
    select("whatIfSends", QStringLiteral("at once"));
    EXPECT_EQ(task("show").core, 2);
    click("whatIfApply");
    EXPECT_EQ(task("show").core, 1);
}

} // namespace
} // namespace fern::app
