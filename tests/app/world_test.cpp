// The World leaf: the course of the scenario is drawn and dragged, the quantity is held by hand.

#include "app/look/text.h"
#include "app/places/channels/workbench.h"
#include "app/places/channels/world/course_view.h"
#include "tests/app/window_fixture.h"

#include <QSlider>

namespace fern::app {
namespace {

class WorldTest : public WindowTest {
protected:
    void SetUp() override
    {
        WindowTest::SetUp();
        openLeaf("World");
        click("worldCourse");
    }
    const std::vector<CurvePoint>& course()
    {
        const auto& channel = *instrument().channels[0];
        for (const auto& lane : instrument().scenarios[0]->lanes)
            if (lane.id == channel.source.lane)
                return lane.points;
        ADD_FAILURE() << "no lane";
        return none;
    }
    const std::vector<CurvePoint> none;
};

TEST_F(WorldTest, APointIsAddedDraggedAndRemovedByMouseAndKeys)
{
    auto* view = find<CourseView>("course");
    const auto before = course();
    const QPoint empty(view->width() / 2, view->height() / 4);
    QTest::mouseDClick(view, Qt::LeftButton, {}, empty);
    settle();
    ASSERT_EQ(course().size(), before.size() + 1);
    const auto added = accessibleName(view);
    QTest::mousePress(view, Qt::LeftButton, {}, empty);
    QTest::mouseMove(view, empty + QPoint(0, view->height() / 4));
    EXPECT_EQ(course().size(), before.size() + 1) << "a drag is one edit, at its end";
    QTest::mouseRelease(view, Qt::LeftButton, {}, empty + QPoint(0, view->height() / 4));
    settle();
    EXPECT_NE(accessibleName(view), added);
    EXPECT_EQ(window.document().undoStack().undoText(), QStringLiteral("Course of House battery"));
    view->setFocus();
    QTest::keyClick(view, Qt::Key_Delete);
    settle();
    EXPECT_EQ(course(), before);
    for (int i = 0; i < 3; ++i)
        QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(course(), before);
    EXPECT_FALSE(window.document().undoStack().canUndo());
}

TEST_F(WorldTest, KeysChooseAndMoveAPointBetweenItsNeighbours)
{
    auto* view = find<CourseView>("course");
    view->setFocus();
    const auto before = course();
    QTest::keyClick(view, Qt::Key_Right);
    QTest::keyClick(view, Qt::Key_Up);
    settle();
    EXPECT_GT(course()[1].y, before[1].y);
    EXPECT_EQ(course()[1].x, before[1].x);
    for (int i = 0; i < 200; ++i)
        QTest::keyClick(view, Qt::Key_Left, Qt::ShiftModifier);
    settle();
    EXPECT_GT(course()[1].x, course()[0].x);
    QTest::keyClick(view, Qt::Key_Insert);
    settle();
    ASSERT_EQ(course().size(), before.size() + 1);
    EXPECT_GT(course()[2].x, course()[1].x);
    EXPECT_LT(course()[2].x, course()[3].x);
}

TEST_F(WorldTest, AValueIsHeldByHandAndLetGo)
{
    auto* slider = find<QSlider>("heldValue");
    const auto saved = instrument();
    slider->setFocus();
    QTest::keyClick(slider, Qt::Key_Home); // the low end of the wish, 10 V
    ASSERT_TRUE(waitFor([this] { return window.runner().view()->held.has_value(); }));
    EXPECT_TRUE(find<QAbstractButton>("holdWorld")->isChecked());
    EXPECT_TRUE(instrument() == saved) << "the file stays as it is";
    window.runner().jumpTo(ticksFromSeconds(130));
    ASSERT_TRUE(waitFor([this] { return window.runner().view()->now >= ticksFromSeconds(130); }));
    EXPECT_NEAR(window.runner().view()->newest.world, 10, 0.01);
    click("holdWorld");
    ASSERT_TRUE(waitFor([this] { return !window.runner().view()->held; }));
    window.runner().jumpTo(ticksFromSeconds(140));
    ASSERT_TRUE(waitFor([this] { return window.runner().view()->now >= ticksFromSeconds(140); }));
    EXPECT_GT(window.runner().view()->newest.world, 11);
}

} // namespace
} // namespace fern::app
