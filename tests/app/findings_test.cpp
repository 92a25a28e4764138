#include "tests/app/window_fixture.h"

namespace fern::app {
namespace {

TEST_F(WindowTest, AFixIsOneUndoStep)
{
    auto* button = find<QPushButton>("fixT01");
    EXPECT_EQ(button->text(), QStringLiteral("Show 1 decimal"));
    QTest::mouseClick(button, Qt::LeftButton);
    settle();
    EXPECT_FALSE(hasFinding("T01"));
    EXPECT_EQ(leaf("Text")->valueText().size(), 4);
    EXPECT_EQ(window.document().undoStack().count(), 1);
    EXPECT_EQ(window.document().undoStack().undoText(), QStringLiteral("Show 1 decimal"));
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_TRUE(hasFinding("T01"));
}

TEST_F(WindowTest, WhyTellsRuleAndSource)
{
    auto* reasons = find<QLabel>("reasonsT01");
    EXPECT_FALSE(reasons->isVisible());
    QTest::mouseClick(find<QAbstractButton>("whyT01"), Qt::LeftButton);
    EXPECT_TRUE(reasons->isVisible());
    EXPECT_TRUE(reasons->text().contains(QStringLiteral("T01")));
    EXPECT_TRUE(reasons->text().contains(QStringLiteral("Source: ")));
    // It stays open while the list is made anew by an edit.
    openLeaf("Sensor");
    type("r1", QStringLiteral("51k"));
    EXPECT_TRUE(find<QLabel>("reasonsT01")->isVisible());
    // Keys close it.
    auto* why = find<QAbstractButton>("whyT01");
    why->setFocus();
    QTest::keyClick(why, Qt::Key_Space);
    EXPECT_FALSE(find<QLabel>("reasonsT01")->isVisible());
}

TEST_F(WindowTest, ShowOpensThePlace)
{
    openChannel("bilge");
    openLeaf("World");
    QTest::mouseClick(find<QAbstractButton>("findingsAll"), Qt::LeftButton);
    QTest::mouseClick(find<QAbstractButton>("showT01"), Qt::LeftButton);
    settle();
    EXPECT_TRUE(find<QAbstractButton>("channelTabhouse-battery")->isChecked());
    EXPECT_TRUE(leaf("Text")->isChecked());
}

TEST_F(WindowTest, FindingsOfThisChannelOrAll)
{
    openChannel("bilge");
    QTest::mouseClick(find<QAbstractButton>("findingsHere"), Qt::LeftButton);
    EXPECT_FALSE(hasFinding("T01")); // the battery's
    auto* all = find<QAbstractButton>("findingsAll");
    all->setFocus();
    QTest::keyClick(all, Qt::Key_Space);
    EXPECT_TRUE(hasFinding("T01"));
    openChannel("house-battery");
    QTest::mouseClick(find<QAbstractButton>("findingsHere"), Qt::LeftButton);
    EXPECT_TRUE(hasFinding("T01"));
}

TEST_F(WindowTest, AFindingIsLivedWithForAReason)
{
    QTest::mouseClick(find<QAbstractButton>("liveWithT01"), Qt::LeftButton);
    EXPECT_TRUE(instrument().decisions.empty()); // no reason, no decision
    dialogs.nextText = QStringLiteral("the second digit shows the trend");
    auto* live = find<QAbstractButton>("liveWithT01");
    live->setFocus();
    QTest::keyClick(live, Qt::Key_Space);
    settle();
    ASSERT_EQ(instrument().decisions.size(), 1U);
    EXPECT_EQ(instrument().decisions[0]->reason, "the second digit shows the trend");
    EXPECT_EQ(window.findChild<QPushButton*>(QStringLiteral("fixT01")), nullptr);
    // It is part of the file.
    QTest::keyClick(&window, Qt::Key_S, Qt::ControlModifier);
    dialogs.nextOpen = path;
    QTest::keyClick(&window, Qt::Key_O, Qt::ControlModifier);
    settle();
    EXPECT_EQ(instrument().decisions.size(), 1U);
    QTest::mouseClick(find<QAbstractButton>("judgeAgainT01"), Qt::LeftButton);
    settle();
    EXPECT_TRUE(instrument().decisions.empty());
    EXPECT_NE(window.findChild<QPushButton*>(QStringLiteral("fixT01")), nullptr);
}

TEST_F(WindowTest, AFindingHasAName)
{
    auto* card = window.findChild<QWidget*>(QStringLiteral("findingT01"));
    ASSERT_NE(card, nullptr);
    EXPECT_TRUE(accessibleName(card).startsWith(QStringLiteral("check: ")))
        << accessibleName(card).toStdString();
    EXPECT_TRUE(
        accessibleName(find<QAbstractButton>("whyT01")).startsWith(QStringLiteral("why? ")));
}

} // namespace
} // namespace fern::app
