// The Timing place: the program is dragged, switched and set, and lanes and limits follow.

#include "app/places/timing/timing_place.h"
#include "instrument/program_edits.h"
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
    click("addWait");
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
    EXPECT_TRUE(find<QAbstractButton>("applyPlan")->isEnabled());
    click("applyPlan");
    EXPECT_EQ(task().when, TaskWhen::Due);
    EXPECT_FALSE(find<QAbstractButton>("applyPlan")->isEnabled()) << "nothing else is proposed";
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

} // namespace
} // namespace fern::app
